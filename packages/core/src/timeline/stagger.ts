import { compileCurve } from "../curve/index.ts";
import type { Front, Study, Tween } from "../study/index.ts";
import { curveOfKey, restCenters, seededRandom } from "../study/index.ts";
import { edgeBetween, extentOf } from "../value/index.ts";

const RADIANS = Math.PI / 180;
/** Default speed of a front, px per second. */
const USUAL_SPEED = 600;
/** Number of samples in the search for when a front's curve first reaches a value. */
const STEPS = 256;

/** The order in which the figures of a staggered tween start: their ranks, from 0. */
export function figureOrder(count: number, seed: number | undefined): number[] {
  const ranks = Array.from({ length: count }, (_, i) => i);
  if (seed === undefined) return ranks;
  // Fisher and Yates, from the last on.
  const random = seededRandom(seed);
  for (let i = count - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [ranks[i], ranks[j]] = [ranks[j] as number, ranks[i] as number];
  }
  return ranks;
}

/**
 * Distance of each figure from a front at its start, px, at least 0; figures behind a line have the distance 0.
 */
export function frontDistances(
  study: Pick<Study, "figures">,
  figureIds: readonly string[],
  front: Front,
): number[] {
  const angle = (front.angle ?? 0) * RADIANS;
  const centerOf = restCenters(study);
  const far = figureIds.map((id) => {
    const { x, y } = centerOf(id);
    return front.shape === "circle"
      ? Math.hypot(x - front.x, y - front.y)
      : Math.max((x - front.x) * Math.cos(angle) + (y - front.y) * Math.sin(angle), 0);
  });
  if (front.shape !== "circle" || !front.closing) return far;
  const most = Math.max(0, ...far);
  return far.map((distance) => most - distance);
}

/** Duration of a front that travels `reach` px, ms. */
function frontTime(front: Front, reach: number): number {
  if (front.time !== undefined) return Math.max(front.time, 0);
  const speed = front.speed ?? USUAL_SPEED;
  return speed > 0 ? (reach / speed) * 1000 : 0;
}

/** Distance a front has covered `since` ms after its start, px, out of `reach`. */
export function frontReach(
  study: Pick<Study, "curves">,
  front: Front,
  reach: number,
  since: number,
): number {
  const total = frontTime(front, reach);
  if (since < 0) return 0;
  if (since >= total) return reach;
  return reach * compileCurve(curveOfKey(study, front)).value(since / total);
}

/** Progress in time at which a curve first reaches the progress `share` in value. */
function firstReach(value: (p: number) => number, share: number): number {
  if (share <= 0) return 0;
  for (let i = 1; i <= STEPS; i++) {
    if (value(i / STEPS) < share) continue;
    return edgeBetween((p) => value(p) < share, (i - 1) / STEPS, i / STEPS);
  }
  return 1;
}

/**
 * Delay of each figure relative to the start of a staggered tween, ms, in the order of `tween.figures`; empty without a
 * stagger. With a negative gap the last figure starts first.
 */
export function staggerOffsets(
  study: Pick<Study, "figures" | "curves">,
  tween: Tween,
): readonly number[] {
  const { stagger, figures } = tween;
  if (!stagger || figures.length === 0) return [];
  if (stagger.order === "front" && stagger.front) {
    const { front } = stagger;
    const distances = frontDistances(study, figures, front);
    const [, reach] = extentOf(distances);
    const total = frontTime(front, reach);
    if (reach === 0 || total === 0) return figures.map(() => 0);
    const { value } = compileCurve(curveOfKey(study, front));
    return distances.map((distance) => total * firstReach(value, distance / reach));
  }
  const last = figures.length - 1;
  return figureOrder(
    figures.length,
    stagger.order === "shuffle" ? (stagger.seed ?? 1) : undefined,
  ).map((rank) => Math.abs(stagger.gap) * (stagger.gap < 0 ? last - rank : rank));
}
