import { boxCorners, type Motion, pivotPath } from "@levitas/core/motion";
import { eachTween } from "@levitas/core/study";
import { readColor } from "@levitas/core/value";
import { poseOutline } from "../geometry/outline.ts";
import type { Frame } from "../session/bench.ts";
import type { Placement } from "../session/camera.ts";
import type { Mark } from "../tracks/marks.ts";
import { labelPicture } from "./labelPicture.ts";

/** The spacing of one figure: where its pivot is at every frame, in the scene's px. */
export interface Spacing {
  readonly points: Float64Array;
  /** Indexes of the frames nearest to keys; their ticks are longer. */
  readonly keys: ReadonlySet<number>;
  /** Set for straight paths, whose ticks stand beside the figure: how far, px. */
  readonly aside: { readonly x: number; readonly y: number } | null;
}

const LIGHT = (alpha: number) => `rgb(252 250 245 / ${alpha})`;
const DARK = (alpha: number) => `rgb(30 36 48 / ${alpha})`;

/**
 * A line that is seen on anything: over a figure of its own color, too, its halo parts it from what lies beneath.
 */
function haloed(
  points: readonly number[],
  {
    ink,
    halo,
    width,
    dash,
  }: { ink: string; halo: string; width: number; dash?: readonly number[] },
): Mark[] {
  const line = { type: "line", points, ...(dash ? { dash } : {}) } as const;
  return [
    { ...line, stroke: halo, lineWidth: width + 2 },
    { ...line, stroke: ink, lineWidth: width },
  ];
}

/** Ink that can be read on the scene's background, and the halo around it for what else lies there. */
export function sceneInk(background: string): { line: string; fade: string; halo: string } {
  const dark = (readColor(background, "oklab")?.[0] ?? 1) < 0.55;
  return dark
    ? { line: LIGHT(0.9), fade: LIGHT(0.5), halo: DARK(0.55) }
    : { line: DARK(0.85), fade: DARK(0.45), halo: LIGHT(0.7) };
}

/** The spacing of a figure over the whole motion; undefined if its place does not change. */
function spacingOf(motion: Motion, figureIndex: number): Spacing | undefined {
  const figure = motion.study.figures[figureIndex];
  if (!figure) return undefined;
  const { frameRate, width, height } = motion.study.scene;
  const points = pivotPath(motion, figureIndex, { from: 0, to: motion.duration, frameRate });
  let [minX, maxX, minY, maxY] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i < points.length; i += 2) {
    minX = Math.min(minX, points[i] as number);
    maxX = Math.max(maxX, points[i] as number);
    minY = Math.min(minY, points[i + 1] as number);
    maxY = Math.max(maxY, points[i + 1] as number);
  }
  const spanX = maxX - minX;
  const spanY = maxY - minY;
  if (!(Math.max(spanX, spanY) > 1)) return undefined;
  const keys = new Set<number>();
  for (const tween of eachTween(motion.study.sequence)) {
    if (!tween.figures.includes(figure.id)) continue;
    for (const track of tween.tracks)
      if (track.channel === "x" || track.channel === "y")
        for (const key of track.keys) {
          const time = motion.placements.outer(tween.id, key.time, figure.id);
          keys.add(Math.round((time * frameRate) / 1000));
        }
  }
  const ownWidth = motion.valueAt(figureIndex, "width", 0);
  const ownHeight = motion.valueAt(figureIndex, "height", 0);
  let aside: Spacing["aside"] = null;
  if (spanX < spanY * 0.06) {
    const right = (1 - figure.pivot.x) * ownWidth + 28;
    aside = { x: maxX + right < width - 10 ? right : -figure.pivot.x * ownWidth - 28, y: 0 };
  } else if (spanY < spanX * 0.06) {
    const below = (1 - figure.pivot.y) * ownHeight + 22;
    aside = { x: 0, y: maxY + below < height - 10 ? below : -figure.pivot.y * ownHeight - 22 };
  }
  return { points, keys, aside };
}

/** The spacing of figures of one motion, each found once. */
export class SpacingCache {
  private motion: Motion | undefined;
  private readonly found = new Map<number, Spacing | undefined>();

  of(motion: Motion, figureIndex: number): Spacing | undefined {
    if (figureIndex < 0 || motion.drivenOf(figureIndex).length === 0) return undefined;
    if (motion !== this.motion) this.found.clear();
    this.motion = motion;
    if (!this.found.has(figureIndex)) this.found.set(figureIndex, spacingOf(motion, figureIndex));
    return this.found.get(figureIndex);
  }
}

/** Where the point of a frame is drawn. */
function pointOf({ points, aside }: Spacing, { scale, left, top }: Placement, frame: number) {
  return {
    x: left + scale * ((points[2 * frame] as number) + (aside?.x ?? 0)),
    y: top + scale * ((points[2 * frame + 1] as number) + (aside?.y ?? 0)),
  };
}

/** The motion path with a tick for every frame, longer ones at keys. It depends on no time. */
export function spacingMarks(
  spacing: Spacing,
  placement: Placement,
  motion: Motion,
  { path, ticks }: { readonly path: boolean; readonly ticks: boolean },
): Mark[] {
  const count = spacing.points.length / 2;
  const { line, fade, halo } = sceneInk(motion.study.scene.background);
  const at = (frame: number) => pointOf(spacing, placement, frame);
  const points = Array.from({ length: count }, (_, i) => [at(i).x, at(i).y]).flat();
  const marks = path ? haloed(points, { ink: fade, halo, width: 1 }) : [];
  if (!ticks) return marks;
  let [nx, ny] = [0, 0];
  const strokes: number[] = [];
  for (let i = 0; i < count; i++) {
    const { x, y } = at(i);
    const [before, after] = [at(Math.max(i - 1, 0)), at(Math.min(i + 1, count - 1))];
    const [dx, dy] = [after.x - before.x, after.y - before.y];
    const length = Math.hypot(dx, dy);
    // Where it stands still, the ticks keep the direction they had.
    if (length > 0.01) [nx, ny] = [-dy / length, dx / length];
    if (nx === 0 && ny === 0) continue;
    const half = spacing.keys.has(i) ? 9 : 4.5;
    strokes.push(
      Number.NaN,
      Number.NaN,
      x - nx * half,
      y - ny * half,
      x + nx * half,
      y + ny * half,
    );
  }
  return [...marks, ...haloed(strokes, { ink: line, halo, width: 1 })];
}

/** Where on its path a figure is now. */
export function nowMarks(
  spacing: Spacing,
  placement: Placement,
  { time, motion }: Pick<Frame, "time" | "motion">,
): Mark[] {
  const frame = Math.floor((time * motion.study.scene.frameRate) / 1000 + 1e-6);
  const { x, y } = pointOf(spacing, placement, Math.min(frame, spacing.points.length / 2 - 1));
  const { halo } = sceneInk(motion.study.scene.background);
  return [{ type: "disc", x, y, radius: 3.5, fill: "marigold", stroke: halo, lineWidth: 1 }];
}

/**
 * The outline of a figure as another motion has it, named so that it explains itself.
 *
 * @param named the corner where its name stands, from the left top clockwise: above the first one, or below one of the
 *   lower ones, where the figure itself or the words of an angle's route stand above
 */
export function twinMarks(
  twin: Motion,
  poses: Float64Array,
  figureIndex: number,
  placement: Placement,
  named: 0 | 2 | 3,
): Mark[] {
  const { line, halo } = sceneInk(twin.study.scene.background);
  const points = poseOutline(twin, poses, figureIndex, placement);
  const corners = boxCorners(twin, poses, figureIndex);
  const [x, y] = corners[named] ?? [0, 0];
  const label = labelPicture("linear twin", { ink: line, halo, weight: 500 });
  return [
    ...haloed(points, { ink: line, halo, width: 1.2, dash: [4, 4] }),
    {
      type: "picture",
      x: placement.left + x * placement.scale,
      y: placement.top + y * placement.scale + (named > 0 ? 4 : -5 - label.baseline),
      width: label.width,
      height: label.height,
      image: label.image,
    },
  ];
}
