import type { ChannelId, Study } from "../../study/index.ts";
import { slotIn } from "../compile/poses.ts";
import type { CompiledShake } from "./shakes.ts";

const RADIANS = Math.PI / 180;
const added = new Float64Array(3);

/**
 * Adds shakes to a pose: to the figures they name, or to all figures without a parent, about the center of the scene.
 */
export function addShakes(
  study: Study,
  shakes: readonly CompiledShake[],
  t: number,
  poses: Float64Array,
): void {
  for (const shake of shakes) {
    if (!shake.isOn(t)) continue;
    shake.offset(t, added);
    const [dx, dy, turn] = added as unknown as [number, number, number];
    if (shake.figures) {
      for (const index of shake.figures) addTo(poses, index, dx, dy, turn);
      continue;
    }
    const read = (index: number, channel: ChannelId) => poses[slotIn(index, channel)] as number;
    for (let index = 0; index < study.figures.length; index++) {
      if (study.figures[index]?.parent !== null) continue;
      const moved = turnAboutMiddle(study, read, index, turn);
      addTo(poses, index, dx + moved.x, dy + moved.y, turn);
    }
  }
}

function addTo(poses: Float64Array, index: number, dx: number, dy: number, turn: number): void {
  const [x, y, rotate] = [slotIn(index, "x"), slotIn(index, "y"), slotIn(index, "rotate")];
  poses[x] = (poses[x] as number) + dx;
  poses[y] = (poses[y] as number) + dy;
  poses[rotate] = (poses[rotate] as number) + turn;
}

/** Displacement of a figure's pivot when the scene rotates about its center. */
function turnAboutMiddle(
  { scene }: Study,
  read: (index: number, channel: ChannelId) => number,
  index: number,
  turn: number,
): { x: number; y: number } {
  if (turn === 0) return { x: 0, y: 0 };
  const px = read(index, "x") + (read(index, "pivotX") / 100) * read(index, "width");
  const py = read(index, "y") + (read(index, "pivotY") / 100) * read(index, "height");
  const [cos, sin] = [Math.cos(turn * RADIANS) - 1, Math.sin(turn * RADIANS)];
  const [rx, ry] = [px - scene.width / 2, py - scene.height / 2];
  return { x: cos * rx - sin * ry, y: sin * rx + cos * ry };
}

/** The value of one channel with shakes added; evaluates only the channels that this needs. */
export function shakenValue(
  study: Study,
  shakes: readonly CompiledShake[],
  steady: (index: number, channel: ChannelId, t: number) => number,
  index: number,
  channel: ChannelId,
  t: number,
): number {
  if (channel !== "x" && channel !== "y" && channel !== "rotate") return steady(index, channel, t);
  const outermost = study.figures[index]?.parent === null;
  const turns = channel === "rotate";
  // A rotation of the scene changes x depending on y, and y depending on x.
  let x = turns ? 0 : steady(index, "x", t);
  let y = turns ? 0 : steady(index, "y", t);
  let rotate = turns ? steady(index, "rotate", t) : 0;
  const read = (_: number, id: ChannelId) =>
    id === "x" ? x : id === "y" ? y : steady(index, id, t);
  for (const shake of shakes) {
    const whole = !shake.figures;
    if (whole ? !outermost : !shake.figures?.includes(index)) continue;
    if (!shake.isOn(t)) continue;
    shake.offset(t, added);
    const [dx, dy, turn] = added as unknown as [number, number, number];
    rotate += turn;
    if (turns) continue;
    const moved = whole ? turnAboutMiddle(study, read, index, turn) : NOWHERE;
    x += dx + moved.x;
    y += dy + moved.y;
  }
  return channel === "x" ? x : channel === "y" ? y : rotate;
}

const NOWHERE = { x: 0, y: 0 };
