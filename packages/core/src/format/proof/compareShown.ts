import { isBackShown, type Motion, mapPoint, poseMatrix } from "../../motion/index.ts";
import { CHANNELS, type ChannelId, channelOf, clampShown, type Figure } from "../../study/index.ts";
import { isDriven } from "../css/moved.ts";
import { PROVEN_CHANNELS, type Shown } from "./shown.ts";

/** The quantities in which a hand-off is compared with its motion. */
export const PROVEN: readonly Proven[] = [
  "position",
  ...PROVEN_CHANNELS.map(({ id }) => id),
  "color",
];
/** Where a figure's corners are, its color, or a channel that a browser says by itself. */
export type Proven = "position" | ChannelId;

/** Something for each quantity; those that are not in `PROVEN` are never compared. */
type OfEach<T> = Record<Proven, T>;

const ofEach = <T>(make: (what: Proven) => T): OfEach<T> =>
  Object.fromEntries(
    ["position" as const, ...CHANNELS.map(({ id }) => id)].map((what) => [what, make(what)]),
  ) as OfEach<T>;

/** The largest difference that is no difference: px, steps of 255, and units of channels. */
export const TOLERANCES: Readonly<OfEach<number>> = ofEach((what) =>
  what === "position" ? 0.1 : what === "color" ? 2 : (channelOf(what).proven ?? 0),
);

/** The same for a hand-off that may be farther off: `share` of the usual difference. */
export function tolerancesWithin(share: number): Readonly<OfEach<number>> {
  return ofEach((what) => TOLERANCES[what] * Math.max(share, 1));
}

/** A difference with where and when it is. */
export interface Difference {
  readonly size: number;
  /** Name of the figure. */
  readonly figure: string;
  /** ms */
  readonly time: number;
}

/** How far what was shown is from a motion at the worst. */
export interface ShownDifference {
  readonly worst: OfEach<Difference>;
  /** What is seen but should not be, or the other way round, in words. */
  readonly switches: string[];
}

/** Nothing compared yet. */
export function noDifference(): ShownDifference {
  const none: Difference = { size: 0, figure: "", time: 0 };
  return { worst: ofEach(() => none), switches: [] };
}

/** Farther off than this, px, nothing is seen: near the eye or a right angle a place runs off to infinity. */
const FAR = 10_000;
const CORNER = channelOf("corner");

/** Where is looked within the leeway, in shares of it; between them figures go straight. */
const SHARES = [-1, -0.75, -0.5, -0.25, 0, 0.25, 0.5, 0.75, 1];

/**
 * Compares what a browser shows at a time with a motion, and keeps the worst of it. At a jump a rounding decides which
 * side is seen: `leeway` ms to either side count as the time.
 */
export function compareShown(
  motion: Motion,
  time: number,
  shown: Readonly<Record<string, Shown>>,
  into: ShownDifference,
  leeway = 0,
): void {
  const shares = leeway > 0 ? SHARES : [0];
  const sides = shares.map((share) => time + share * leeway);
  const poses = sides.map((side) => motion.at(side, new Float64Array(motion.slotCount)));
  motion.study.figures.forEach((figure, i) => {
    const there = shown[figure.id];
    if (!there) return;
    // Of both sides of a jump the nearer one.
    const nearest = (away: (pose: Float64Array) => number) => Math.min(...poses.map(away));
    const note = (what: Proven, size: number) => {
      // What is no number is off by all there is.
      const off = Number.isNaN(size) ? Number.POSITIVE_INFINITY : size;
      if (off > into.worst[what].size) into.worst[what] = { size: off, figure: figure.name, time };
    };
    const away = (channel: ChannelId, is: number, map = (value: number) => value) =>
      betweenAway(
        poses.map((pose) => map(pose[motion.slot(i, channel)] as number)),
        is,
      );
    const ways = poses.map((pose) => cornersOf(motion, pose, i));
    note("position", wayAway(ways, there.corners));
    for (const { id } of PROVEN_CHANNELS) {
      const is = there.values[id];
      if (is === null || (id === "corner" && !hasCorner(motion, figure, i))) continue;
      const said = is ?? Number.NaN;
      if (id === "corner")
        note(
          id,
          nearest((pose) => cornerAway(motion, pose, i, said)),
        );
      else
        note(
          id,
          away(id, said, (value) => clampShown(channelOf(id), value)),
        );
    }
    const color = nearest((pose) =>
      Math.max(
        ...there.color.map((part, c) =>
          Math.abs(part - 255 * (pose[motion.slot(i, "color") + c] as number)),
        ),
      ),
    );
    note("color", color);
    const shows = poses.map((pose) => isShown(motion, pose, figure));
    if (!shows.includes(there.visible))
      into.switches.push(
        `${figure.name} is ${there.visible ? "seen" : "not seen"} at ${Math.round(time)} ms`,
      );
    if (figure.kind !== "card") return;
    const backs = poses.map((pose, s) =>
      figure.look.back && shows[s] ? isBackSeen(motion, pose, figure.id) : null,
    );
    if (!backs.includes(there.back))
      into.switches.push(`${figure.name} shows its other face at ${Math.round(time)} ms`);
  });
}

/** Whether a figure says how round it is: those of some kinds are round by themselves. */
function hasCorner(motion: Motion, figure: Figure, index: number): boolean {
  if (figure.kind === "ball") return false;
  if (figure.rest.corner !== undefined) return true;
  return isDriven(motion, index, "corner");
}

/** How far a radius is from that of a figure, px, as far as it is seen: no more than half of its sides. */
function cornerAway(motion: Motion, pose: Float64Array, index: number, radius: number): number {
  const read = (id: ChannelId) => pose[motion.slot(index, id)] as number;
  const most = Math.max(Math.min(read("width"), read("height")) / 2, 0);
  const seen = (value: number) => Math.min(clampShown(CORNER, value), most);
  return Math.abs(seen(radius) - seen(read("corner")));
}

/** Two opposite corners of a figure in the scene, px; undefined for what is squeezed to a line. */
function cornersOf(motion: Motion, pose: Float64Array, index: number): number[] | undefined {
  const read = (channel: ChannelId) => pose[motion.slot(index, channel)] as number;
  const matrix = poseMatrix(motion, pose, index);
  // What is squeezed to a line is seen nowhere, and engines do not say where it would be.
  const [[ox, oy], [ax, ay], [bx, by]] = [
    mapPoint(matrix, 0, 0),
    mapPoint(matrix, 1, 0),
    mapPoint(matrix, 0, 1),
  ];
  if (Math.abs((ax - ox) * (by - oy) - (ay - oy) * (bx - ox)) < 1e-9) return undefined;
  return [
    ...mapPoint(matrix, 0, 0),
    ...mapPoint(matrix, Math.max(read("width"), 0), Math.max(read("height"), 0)),
  ];
}

/** How far a number is from those that it passes within the leeway; see `wayAway`. */
function betweenAway(passed: readonly number[], is: number): number {
  const off = passed.map((from, k) => {
    const to = passed[k + 1] ?? from;
    return Math.max(Math.min(from, to) - is, is - Math.max(from, to), 0);
  });
  return Math.min(...off);
}

/**
 * How far corners are from the way that they go within the leeway, px: a clock that is a thousandth of a ms late is seen
 * where something turns once in 13 ms, a thousand px from its pivot.
 */
function wayAway(ways: readonly (number[] | undefined)[], corners: Shown["corners"]): number {
  let least = Number.POSITIVE_INFINITY;
  ways.forEach((from, k) => {
    const to = k === ways.length - 1 ? from : ways[k + 1];
    least = Math.min(least, from && to ? lineAway(from, to, corners) : 0);
  });
  return least;
}

function lineAway(
  from: readonly number[],
  to: readonly number[],
  corners: Shown["corners"],
): number {
  const isNear = (c: number) =>
    Math.abs(from[c] as number) <= FAR && Math.abs(to[c] as number) <= FAR;
  const places = from.flatMap((_, c) => (isNear(c) ? [c] : []));
  let [along, whole] = [0, 0];
  for (const c of places) {
    const way = (to[c] as number) - (from[c] as number);
    along += way * ((corners[c] ?? Number.NaN) - (from[c] as number));
    whole += way * way;
  }
  const share = whole > 0 ? Math.min(Math.max(along / whole, 0), 1) : 0;
  const off = places.map((c) => {
    const expected = (from[c] as number) + share * ((to[c] as number) - (from[c] as number));
    return Math.abs(expected - (corners[c] ?? Number.POSITIVE_INFINITY));
  });
  return Math.max(0, ...off);
}

function isBackSeen(motion: Motion, pose: Float64Array, figureId: string): boolean {
  const read = (channel: "turnX" | "turnY") =>
    pose[motion.slot(motion.figureIndex(figureId), channel)] as number;
  return isBackShown(read("turnX"), read("turnY"));
}

/** Whether a figure is to be seen: it and all it stands in are switched on, on the side that faces us. */
export function isShown(motion: Motion, pose: Float64Array, figure: Figure): boolean {
  if ((pose[motion.slot(motion.figureIndex(figure.id), "visible")] as number) < 0.5) return false;
  const parent = motion.study.figures.find(({ id }) => id === figure.parent);
  if (!parent) return true;
  if (parent.look.back && isBackSeen(motion, pose, parent.id)) return false;
  return isShown(motion, pose, parent);
}
