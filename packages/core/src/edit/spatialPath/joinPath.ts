import type { Draft } from "immer";
import {
  type CompiledCurve,
  type Curve,
  compiledCurve,
  LINEAR,
  sameCurve,
} from "../../curve/index.ts";
import { fitPathTo } from "../../fit/index.ts";
import {
  type CompiledTrack,
  compileSpacePath,
  compileStudy,
  curveSource,
  type Layer,
  type Motion,
  measurePiece,
  type Spot,
  stackValue,
  trackVelocity,
} from "../../motion/index.ts";
import {
  findTween,
  type Key,
  restValue,
  type SharedCurve,
  type SpaceTracks,
  spacePathOf,
} from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftTweens } from "../history/find.ts";
import { removeItems } from "../sequence/removeItems.ts";
import { moveOriginOnly } from "../tween.ts";

/** The greatest distance by which joining x and y to a path, or separating them, may move a figure at any time, px. */
export const JOIN_TOLERANCE = 0.5;

/** The most times an interval is halved where one piece does not follow closely enough. */
const MOST_HALVINGS = 7;
/** The number of times compared in an interval. */
const LOOKS = 40;

/** The layers of x and of y that `joinPath` would join; undefined where it does not apply. */
export function joinable(
  motion: Motion,
  figureId: string,
): { readonly x: Layer; readonly y: Layer } | undefined {
  const layerOf = (channel: "x" | "y") => {
    const index = motion.figureIndex(figureId);
    const [layer, ...more] = motion.drivenAt(index, channel)?.layers ?? [];
    const alone = layer && more.length === 0 && !layer.time && layer.tween.figures.length === 1;
    return alone && !layer.relative && !layer.tween.path ? layer : undefined;
  };
  if (motion.figureIndex(figureId) < 0) return undefined;
  const [x, y] = [layerOf("x"), layerOf("y")];
  // One tween holds both after its end, or neither.
  if (x?.fill !== y?.fill) return undefined;
  // Of the tween of x only the part that plays is seen: the path has to lie in it.
  if (x?.tween.clip && y && (y.start < x.start || y.end > x.end)) return undefined;
  return x && y && x.track.track.keys.length + y.track.track.keys.length > 2 ? { x, y } : undefined;
}

/**
 * Joins x and y of a figure to one path through space with one timing. Where both have the same curve the path is
 * straight and nothing changes; elsewhere pieces are fitted, and keys added, until the figure is nowhere farther than
 * `JOIN_TOLERANCE` from where it was. Applies where one absolute tween each drives x and y of this figure alone.
 */
export const joinPath = defineEdit<{ figureId: string; newId: () => string }>(
  "join x and y to a path",
  (draft, { figureId, newId }, study) => {
    const motion = compileStudy(study);
    const layers = joinable(motion, figureId);
    if (!layers) return;
    const { x, y } = layers;
    const origin = Math.min(x.start, y.start);
    const times = new Set<number>();
    for (const { origin: from, track } of [x, y])
      for (const time of track.times) times.add(from + time);
    // Where one of them comes to its end before the other does, it may fall back to its value at rest.
    for (const { start, end } of [x, y]) for (const time of [start, end]) times.add(time);
    const sorted = [...times].sort((a, b) => a - b);
    const pairs: Pair[] = [];
    sorted.forEach((time, i) => {
      const next = sorted[i + 1];
      if (next === undefined) pairs.push({ time, ...placeAt({ motion, figureId, layers }, time) });
      else pairs.push(...fitInterval({ motion, figureId, layers, from: time, to: next }));
    });
    // The handle towards a piece's end belongs to the pair that ends it.
    const keys = pairs.map((pair, i) => ({ ...pair, in: pairs[i - 1]?.nextIn }));
    const knownId = (layer: Layer, time: number) =>
      layer.track.track.keys.find((key) => Math.abs(layer.origin + key.time - time) < 1e-6)?.id;
    for (const tween of draftTweens(draft.sequence)) {
      if (tween.id !== x.tween.id && tween.id !== y.tween.id) continue;
      tween.tracks = tween.tracks.filter(
        ({ channel }) =>
          !(
            (tween.id === x.tween.id && channel === "x") ||
            (tween.id === y.tween.id && channel === "y")
          ),
      );
      if (tween.id !== x.tween.id) continue;
      const shift = origin - x.origin;
      if (shift < 0) {
        moveOriginOnly(tween, shift);
      }
      const base = x.origin + Math.min(shift, 0);
      const track = (axis: "x" | "y", layer: Layer) => ({
        channel: axis,
        keys: keys.map((key, i) => ({
          // Of two at a jump the later one is the key that was there.
          id: (keys[i + 1]?.time === key.time ? undefined : knownId(layer, key.time)) ?? newId(),
          time: key.time - base,
          value: key[axis],
          ...(key.curve ? { curve: key.curve as Draft<Curve> } : {}),
          ...(axis === "x" && key.in ? { in: key.in } : {}),
          ...(axis === "x" && key.out ? { out: key.out } : {}),
        })),
      });
      tween.tracks.unshift(track("x", x), track("y", y));
      tween.path = true;
    }
    const emptied = new Set<string>();
    for (const tween of draftTweens(draft.sequence))
      if (tween.tracks.length === 0) emptied.add(tween.id);
    if (emptied.size > 0) removeItems(draft, emptied, study);
  },
);

/** A point of the path, and the piece from it to the next point. */
interface Pair extends Spot {
  readonly time: number;
  readonly curve?: Curve;
  readonly out?: Spot;
  /** The incoming handle of the next point, towards this piece. */
  readonly nextIn?: Spot;
}

interface Stretch {
  readonly motion: Motion;
  readonly figureId: string;
  readonly layers: { readonly x: Layer; readonly y: Layer };
  readonly from: number;
  readonly to: number;
}

/** Where the two tweens put a figure by themselves: what shakes it goes on to shake it along the path. */
function placeAt({ motion, figureId, layers }: Placing, time: number): Spot {
  const figure = motion.study.figures[motion.figureIndex(figureId)];
  const value = (axis: "x" | "y") =>
    stackValue([layers[axis]], time, 0, figure ? Number(restValue(figure, axis)) : 0);
  return { x: value("x"), y: value("y") };
}

type Placing = Pick<Stretch, "motion" | "figureId" | "layers">;

/** How long before a time one looks at what a jump there leaves, ms. */
const BEFORE = 3e-6;
/** How long after a jump inside of a span one is surely past it, whatever its time was rounded to, ms. */
const PAST = 1e-6;
/** More jumps and kinks than these within one interval are not divided at. */
const MOST_PARTS = 64;

/** The pairs of an interval between keys, without the one at its end; divided at what jumps or bends within it. */
function fitInterval(stretch: Stretch): Pair[] {
  const { layers, from, to } = stretch;
  const straight = straightCurve(layers, from, to);
  if (straight)
    return [
      { time: from, ...placeAt(stretch, from), curve: straight },
      ...jumpAt(stretch, to, arrivalOf(stretch)),
    ];
  const marks = [...landmarksIn(layers.x, from, to), ...landmarksIn(layers.y, from, to)];
  const inside = [...new Set(marks.map((mark) => mark + PAST))]
    .sort((a, b) => a - b)
    .slice(0, MOST_PARTS);
  const bounds = [from, ...inside, to];
  return bounds.slice(1).flatMap((end, i) => {
    const part = { ...stretch, from: bounds[i] as number, to: end };
    return [...fitStretch(part, 0), ...jumpAt(part, end, placeAt(part, end - BEFORE))];
  });
}

/** The pair before a jump at a time, where the figure arrives elsewhere than it goes on from; none without a jump. */
function jumpAt(stretch: Stretch, time: number, arrives: Spot): Pair[] {
  const goesOn = placeAt(stretch, time);
  const size = Math.hypot(arrives.x - goesOn.x, arrives.y - goesOn.y);
  return size > JUMP ? [{ time, ...arrives }] : [];
}

/** What is no farther is no jump but what was covered in `BEFORE`, px. */
const JUMP = 1e-3;

/** Where a straight interval ends: what moves at the end of its span, what rests where it is just before. */
function arrivalOf(stretch: Stretch): Spot {
  const { layers, from, to } = stretch;
  const rests = placeAt(stretch, to - BEFORE);
  const arrive = ({ track, origin }: Layer, otherwise: number) => {
    const span = spanBetween({ track, origin }, from, to);
    return span === undefined ? otherwise : (track.values[span + 1] as number);
  };
  return { x: arrive(layers.x, rests.x), y: arrive(layers.y, rests.y) };
}

/** The span of a track that begins and ends at two times; undefined for none. */
function spanBetween(
  { track, origin }: Pick<Layer, "track" | "origin">,
  from: number,
  to: number,
): number | undefined {
  for (let i = 0; i + 1 < track.times.length; i++) {
    const [a, b] = [origin + (track.times[i] as number), origin + (track.times[i + 1] as number)];
    if (Math.abs(a - from) < 1e-9 && Math.abs(b - to) < 1e-9 && b > a) return i;
  }
  return undefined;
}

/** The times within an interval at which a layer may jump or bend. */
function landmarksIn({ track, origin }: Layer, from: number, to: number): number[] {
  const found: number[] = [];
  for (let i = 0; i + 1 < track.times.length; i++) {
    const a = origin + (track.times[i] as number);
    const width = (track.times[i + 1] as number) - (track.times[i] as number);
    if (a >= to || a + width <= from) continue;
    for (const p of track.landmarks(i)) found.push(a + width * p);
  }
  return found.filter((time) => time > from + BEFORE && time < to - 2 * BEFORE);
}

/** The pairs of an interval without jumps, without the one at its end. */
function fitStretch(stretch: Stretch, depth: number): Pair[] {
  const { layers, from, to } = stretch;
  const at = (time: number) => placeAt(stretch, time);
  const [start, end] = [at(from), at(to - BEFORE)];
  const speed = (time: number): Spot => ({
    x: trackVelocity(layers.x.track, layers.x.origin, time, 0) / 1000,
    y: trackVelocity(layers.y.track, layers.y.origin, time, 0) / 1000,
  });
  const width = to - from;
  const lengths = lengthTable(speed, from, width);
  const length = lengths.total;
  if (length < 1e-6) return [{ time: from, ...start, curve: LINEAR }];
  const direction = (time: number, towards: Spot): Spot => {
    const v = speed(time);
    const size = Math.hypot(v.x, v.y);
    // A curve that begins or ends vertically has infinite speed there, so the distance it covers is compared instead.
    const tangent = size > 1e-9 && Number.isFinite(size) ? v : towards;
    const norm = Math.hypot(tangent.x, tangent.y) || 1;
    return { x: tangent.x / norm, y: tangent.y / norm };
  };
  const near = at(from + width * 0.01);
  const late = at(to - width * 0.01);
  const first = direction(from, { x: near.x - start.x, y: near.y - start.y });
  // Just before the end: at the key itself the next span begins.
  const last = direction(to - width * 1e-6, { x: end.x - late.x, y: end.y - late.y });
  const third = length / 3;
  const out = { x: first.x * third, y: first.y * third };
  const into = { x: -last.x * third, y: -last.y * third };
  const timing = timingOf(lengths, speed, from, width, length);
  const piece = measurePiece([
    start,
    { x: start.x + out.x, y: start.y + out.y },
    { x: end.x + into.x, y: end.y + into.y },
    end,
  ]);
  const asked = timing.compiled;
  let worst = 0;
  for (let i = 1; i < LOOKS; i++) {
    const p = i / LOOKS;
    const there = at(from + width * p);
    const here = piece.at(asked(p));
    worst = Math.max(worst, Math.hypot(there.x - here.x, there.y - here.y));
  }
  // A part of the tolerance is kept for what lies between the compared times.
  if (worst > JOIN_TOLERANCE * 0.6 && depth < MOST_HALVINGS) {
    const middle = from + width / 2;
    return [
      ...fitStretch({ ...stretch, to: middle }, depth + 1),
      ...fitStretch({ ...stretch, from: middle }, depth + 1),
    ];
  }
  return [{ time: from, ...start, curve: timing.curve, out, nextIn: into }];
}

/** The curve of both coordinates over a whole span, or that of the one that moves while the other rests. */
function straightCurve(layers: Stretch["layers"], from: number, to: number): Curve | undefined {
  const spanOf = ({ track, origin, start, end }: Layer): Curve | "rest" | undefined => {
    if (to <= start + 1e-9 || from >= end - 1e-9) return "rest";
    for (let i = 0; i + 1 < track.times.length; i++) {
      const a = origin + (track.times[i] as number);
      const b = origin + (track.times[i + 1] as number);
      if (from < a - 1e-9 || to > b + 1e-9) continue;
      if (track.values[i] === track.values[i + 1]) return "rest";
      return Math.abs(a - from) < 1e-9 && Math.abs(b - to) < 1e-9 ? track.shape(i) : undefined;
    }
    return undefined;
  };
  const [x, y] = [spanOf(layers.x), spanOf(layers.y)];
  if (x === undefined || y === undefined) return undefined;
  if (x === "rest") return y === "rest" ? LINEAR : y;
  if (y === "rest") return x;
  return sameCurve(x, y) ? x : undefined;
}

interface Lengths {
  readonly total: number;
  /** Distance covered up to progress `p` of the interval, px. */
  readonly until: (p: number) => number;
}

const CELLS = 64;

/** The distance covered, by Simpson's rule over equal cells. */
function lengthTable(speed: (time: number) => Spot, from: number, width: number): Lengths {
  const size = (p: number) => {
    // The end belongs to the next span, so that it is looked at from just before.
    const v = speed(from + width * Math.min(p, 1 - 1e-9));
    const value = Math.hypot(v.x, v.y);
    return Number.isFinite(value) ? value : 0;
  };
  const step = width / CELLS;
  const sums = new Float64Array(CELLS + 1);
  for (let i = 0; i < CELLS; i++) {
    const [a, b, c] = [size(i / CELLS), size((i + 0.5) / CELLS), size((i + 1) / CELLS)];
    sums[i + 1] = (sums[i] as number) + (step * (a + 4 * b + c)) / 6;
  }
  return {
    total: sums[CELLS] as number,
    until: (p) => {
      const cell = Math.min(Math.max(Math.floor(p * CELLS), 0), CELLS - 1);
      const start = cell / CELLS;
      const rest = (p - start) * width;
      const half = (p + start) / 2;
      return (sums[cell] as number) + (rest * (size(start) + 4 * size(half) + size(p))) / 6;
    },
  };
}

/** The timing of a piece: distance covered over time, as a curve of few points. */
function timingOf(
  lengths: Lengths,
  speed: (time: number) => Spot,
  from: number,
  width: number,
  length: number,
): { curve: Curve; compiled: (p: number) => number } {
  const value = (p: number) => (p <= 0 ? 0 : p >= 1 ? 1 : lengths.until(p) / length);
  const compiled = compiledCurve({
    into: (cell) => {
      cell[0] = value(cell[0]);
    },
    slope: (p) => {
      const v = speed(from + width * Math.min(p, 1 - 1e-9));
      const size = (Math.hypot(v.x, v.y) * width) / length;
      return Number.isFinite(size) ? size : 0;
    },
  });
  const path = fitPathTo(compiled, [], Math.min((JOIN_TOLERANCE * 0.2) / length, 0.05));
  const [a, b, ...more] = path.points;
  const curve: Curve =
    a && b && more.length === 0 && a.out && b.in
      ? { kind: "cubic-bezier", x1: a.out.x, y1: a.out.y, x2: b.in.x, y2: b.in.y }
      : path;
  return { curve, compiled: value };
}

/** The keys of x and of y that move as a path through space does, each with curves of its own. */
export function separateKeys(
  tracks: SpaceTracks,
  shared: readonly SharedCurve[],
  newId: () => string,
): readonly [Key[], Key[]] {
  const [x, y] = compileSpacePath(tracks, curveSource(shared));
  const keysOf = (compiled: CompiledTrack, source: readonly Key[]): Key[] =>
    Array.from(compiled.times, (time, i): Key => {
      const known = source.find((key) => key.time === time);
      const change = Math.abs((compiled.values[i + 1] ?? 0) - (compiled.values[i] as number));
      const curve = i < compiled.curves.length ? ownCurve(compiled, i, change) : undefined;
      const repeated = i > 0 && compiled.times[i - 1] === time;
      return {
        id: known && !repeated ? known.id : newId(),
        time,
        value: compiled.values[i] as number,
        ...(curve ? { curve } : {}),
      };
    });
  return [keysOf(x, tracks.x.keys), keysOf(y, tracks.y.keys)];
}

function ownCurve(compiled: CompiledTrack, span: number, change: number): Curve {
  const shape = compiled.shape(span);
  // Straight pieces keep their curve; others are sampled, and reduced to few points again.
  if (shape.kind !== "linear-stops" || shape.stops.length < 200) return shape;
  if (change < 1e-9) return LINEAR;
  const curve = compiled.curves[span] as CompiledCurve;
  return fitPathTo(curve, [], Math.min((JOIN_TOLERANCE * 0.3) / change, 0.05));
}

/** Separates a path through space into x and y with a curve each, nowhere farther than `JOIN_TOLERANCE` from it. */
export const separatePath = defineEdit<{ tweenId: string; newId: () => string }>(
  "part the path into x and y",
  (draft, { tweenId, newId }, study) => {
    for (const tween of draftTweens(draft.sequence)) {
      if (tween.id !== tweenId) continue;
      const source = findTween(study, tweenId);
      const path = source && spacePathOf(source);
      delete tween.path;
      if (!path) continue;
      const [x, y] = separateKeys(path, study.curves, newId);
      for (const track of tween.tracks)
        if (track.channel === "x") track.keys = x as Draft<Key>[];
        else if (track.channel === "y") track.keys = y as Draft<Key>[];
    }
  },
);
