import { restValue } from "./figures.ts";
import type { Figure, Study } from "./study.ts";

/** A point of the scene, px. */
export interface ScenePoint {
  readonly x: number;
  readonly y: number;
}

const RADIANS = Math.PI / 180;

/**
 * Finds the centers of figures' boxes at rest, in the scene. Depth and skew are ignored: they do not move the center of
 * a box that lies in the plane of the scene.
 */
export function restCenters({ figures }: Pick<Study, "figures">): (id: string) => ScenePoint {
  const byId = new Map(figures.map((figure) => [figure.id, figure]));
  return (id) => centerOf(byId, id);
}

function centerOf(byId: ReadonlyMap<string, Figure>, figureId: string): ScenePoint {
  let figure = byId.get(figureId);
  if (!figure) return { x: 0, y: 0 };
  const value = (of: Figure, channel: Parameters<typeof restValue>[1]) =>
    Number(restValue(of, channel));
  let point = { x: value(figure, "width") / 2, y: value(figure, "height") / 2 };
  // A cycle of parents is a fault of the study and must not make this loop forever.
  for (let depth = 0; figure && depth < 64; depth++) {
    const px = (value(figure, "pivotX") / 100) * value(figure, "width");
    const py = (value(figure, "pivotY") / 100) * value(figure, "height");
    const angle = value(figure, "rotate") * RADIANS;
    const sx = (point.x - px) * value(figure, "scaleX");
    const sy = (point.y - py) * value(figure, "scaleY");
    point = {
      x: value(figure, "x") + px + Math.cos(angle) * sx - Math.sin(angle) * sy,
      y: value(figure, "y") + py + Math.sin(angle) * sx + Math.cos(angle) * sy,
    };
    figure = figure.parent === null ? undefined : byId.get(figure.parent);
  }
  return point;
}
