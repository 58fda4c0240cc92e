import { bad, type Fault, good, type Result, shortValue } from "../fault/index.ts";
import { bezierNumbers, newGuesses, SOLVER_SCRIPT, solveBezier } from "./bezierSolver.ts";
import { type Call, textFault, wrongArgument, wrongCount } from "./call.ts";
import { bezierCoordinate, bezierDerivative, bezierTurns } from "./cubic.ts";
import {
  type CompiledCurve,
  compiledCurve,
  type PathCurve,
  type PathPoint,
  type Place,
  type ProgressCell,
  progressCell,
} from "./curve.ts";
import {
  ANY_VALUE,
  type CurveKind,
  type CurveMemory,
  checkNumber,
  type NotationReaders,
  type PathPiece,
} from "./kind.ts";
import { MOST_POINTS } from "./mostPoints.ts";

/** One cubic piece of a path with its four control points. */
export interface PathSegment {
  readonly from: PathPoint;
  readonly out: Place;
  readonly in: Place;
  readonly to: PathPoint;
  /** Neither end has a handle, so the piece is a straight line. */
  readonly straight: boolean;
}

/** An interval of time that a path crosses backwards. */
export interface BackStretch {
  readonly from: number;
  readonly to: number;
}

/** The pieces between the points of a path. */
export function segmentsOf(points: readonly PathPoint[]): PathSegment[] {
  return points.slice(1).map((to, i) => {
    const from = points[i] as PathPoint;
    const straight = from.out === undefined && to.in === undefined;
    return { from, out: from.out ?? from, in: to.in ?? to, to, straight };
  });
}

/** Going back in time by less than this is rounding, not drawing. */
const SLACK = 1e-9;

/** Where a path runs back in time: intervals of x, in order, those that touch put together. */
export function backStretches(points: readonly PathPoint[]): BackStretch[] {
  const found: BackStretch[] = [];
  for (const segment of segmentsOf(points))
    for (const [a, b] of fallingRanges(segment)) {
      const [to, from] = [abscissa(segment, a), abscissa(segment, b)];
      if (to - from > SLACK) found.push({ from, to });
    }
  found.sort((a, b) => a.from - b.from);
  const merged: BackStretch[] = [];
  for (const each of found) {
    const last = merged.at(-1);
    if (last && each.from <= last.to)
      merged[merged.length - 1] = { from: last.from, to: Math.max(last.to, each.to) };
    else merged.push(each);
  }
  return merged;
}

function abscissa({ from, out, in: before, to }: PathSegment, t: number): number {
  return bezierCoordinate(from.x, out.x, before.x, to.x, t);
}

/** The ranges of the parameter in which x falls: where the quadratic dx/dt is below 0. */
function fallingRanges({ from, out, in: before, to }: PathSegment): [number, number][] {
  const places = [0, ...bezierTurns(from.x, out.x, before.x, to.x), 1];
  const ranges: [number, number][] = [];
  for (let i = 0; i + 1 < places.length; i++) {
    const [low, high] = [places[i] as number, places[i + 1] as number];
    const middle = (low + high) / 2;
    if (bezierDerivative(from.x, out.x, before.x, to.x, middle) < 0) ranges.push([low, high]);
  }
  return ranges;
}

/** Where the value turns inside a piece: the abscissas at which dy/dt is 0, in order. */
function turnsOf(segment: PathSegment): number[] {
  const { from, out, in: before, to, straight } = segment;
  if (straight || !(to.x > from.x)) return [];
  const a = out.y - from.y;
  const b = before.y - out.y;
  const c = to.y - before.y;
  // Rising or falling control points make a piece that never turns.
  if ((a >= 0 && b >= 0 && c >= 0) || (a <= 0 && b <= 0 && c <= 0)) return [];
  return bezierTurns(from.y, out.y, before.y, to.y).map((t) => abscissa(segment, t));
}

const percent = (p: number) => `${Math.round(p * 10_000) / 100} %`;

function backwardFaults(path: string, stretches: readonly BackStretch[]): Fault[] {
  const [first] = stretches;
  if (!first) return [];
  const where = stretches.map(({ from, to }) => `from ${percent(from)} to ${percent(to)}`);
  return [
    {
      code: "runs-back-in-time",
      path,
      message: `The path runs back in time ${where.join(" and ")}.`,
      cure: "Move its points and handles so that time never falls, or untangle it.",
    },
  ];
}

/** A path drawn through points. */
export const path: CurveKind<PathCurve> = {
  kind: "path",
  label: "Path",
  notation: ["path()"],
  parameters: [],
  initial: {
    kind: "path",
    points: [
      { x: 0, y: 0, out: { x: 0.15, y: 0 } },
      { x: 0.5, y: 1.1, in: { x: 0.35, y: 1.1 }, out: { x: 0.65, y: 1.1 } },
      { x: 1, y: 1, in: { x: 0.8, y: 1 } },
    ],
  },
  read: readPath,
  write: ({ points }) => `path("${writePathData(points)}")`,
  check: checkPath,
  compile: compilePath,
  script: pathScript,
  reverse: reversePath,
  landmarks: ({ points }) => [
    ...new Set(
      segmentsOf(points)
        .flatMap((segment) => [...turnsOf(segment), segment.to.x])
        .filter((x) => x > 0 && x < 1),
    ),
  ],
};

/** The points turned about the middle, in the other order; undefined where it does not end at its target. */
function reversePath(curve: PathCurve): PathCurve | undefined {
  if (curve.points.at(-1)?.y !== 1) return undefined;
  const turn = ({ x, y }: Place): Place => ({ x: 1 - x, y: 1 - y });
  return {
    ...curve,
    points: curve.points
      .map((point) => ({
        ...turn(point),
        ...(point.out ? { in: turn(point.out) } : {}),
        ...(point.in ? { out: turn(point.in) } : {}),
      }))
      .reverse(),
  };
}

const isAt = (a: Place, b: Place) => a.x === b.x && a.y === b.y;

/** Path data in unit coordinates, y up; straight pieces as L. */
function writePathData(points: readonly PathPoint[]): string {
  const [first] = points;
  let text = first ? `M ${first.x} ${first.y}` : "";
  // A handle of length 0 counts as absent.
  for (const { from, out, in: before, to } of segmentsOf(points))
    text +=
      isAt(out, from) && isAt(before, to)
        ? ` L ${to.x} ${to.y}`
        : ` C ${out.x} ${out.y} ${before.x} ${before.y} ${to.x} ${to.y}`;
  return text;
}

function pathScript({ points }: PathCurve): string {
  const rows = segmentsOf(points)
    .filter(({ from, to }) => to.x > from.x)
    .map(({ from, out, in: before, to, straight }) => {
      const width = to.x - from.x;
      // A straight piece as a Bézier of constant speed.
      const [x1, x2] = straight
        ? [1 / 3, 2 / 3]
        : [(out.x - from.x) / width, (before.x - from.x) / width];
      const [y1, y2] = straight
        ? [from.y + (to.y - from.y) / 3, to.y - (to.y - from.y) / 3]
        : [out.y, before.y];
      return `  [${[from.x, width, x1, x2, from.y, y1, y2, to.y].join(", ")}],`;
    });
  return `${SOLVER_SCRIPT}
const pieces = [
${rows.join("\n")}
];
let i = pieces.length - 1;
while (i > 0 && pieces[i][0] > p) i--;
const [x0, width, x1, x2, y0, y1, y2, y3] = pieces[i];
const t = solve(Math.min((p - x0) / width, 1), x1, x2);
const u = 1 - t;
return u * u * u * y0 + 3 * u * u * t * y1 + 3 * u * t * t * y2 + t * t * t * y3;`;
}

function readPath(call: Call, { pathData }: NotationReaders): Result<PathCurve> {
  const [arg] = call.args;
  const [item] = arg?.items ?? [];
  if (!arg || call.args.length !== 1)
    return bad(wrongCount(call, 'the path data in quotes, such as "M 0 0 L 1 1"'));
  if (item?.type !== "string" || arg.items.length !== 1)
    return bad(wrongArgument(arg, "the path data in quotes"));
  const read = pathData(item.text);
  // Positions in the path data count from after the quote.
  const base = arg.at + 1;
  if (!read.ok)
    return {
      ok: false,
      faults: read.faults.map((fault) => ({ ...fault, at: base + (fault.at ?? 0) })),
    };
  const [drawn, more] = read.value;
  if (!drawn || more)
    return bad(
      textFault("path-in-pieces", base, "The path has several pieces.", "Draw it in one."),
    );
  const curve: PathCurve = { kind: "path", points: drawn.points };
  const [fault] = checkPath(curve, "");
  return fault ? bad(textFault(fault.code, base, fault.message, fault.cure)) : good(curve);
}

const ANY = ANY_VALUE;

function checkPath({ points }: PathCurve, where: string): Fault[] {
  if (!Array.isArray(points) || points.length < 2 || points.length > MOST_POINTS)
    return [
      {
        code: "wrong-number-of-points",
        path: `${where}.points`,
        message: `Found ${Array.isArray(points) ? points.length : shortValue(points)}.`,
        cure: `Give from 2 to ${MOST_POINTS} points.`,
      },
    ];
  const places = points.flatMap((point, i) => {
    const here = `${where}.points[${i}]`;
    return [
      ...checkPlace(point, here),
      ...(point?.in === undefined ? [] : checkPlace(point.in, `${here}.in`)),
      ...(point?.out === undefined ? [] : checkPlace(point.out, `${here}.out`)),
    ];
  });
  if (places.length > 0) return places;
  const [first, last] = [points[0] as PathPoint, points.at(-1) as PathPoint];
  if (first.x !== 0 || first.y !== 0)
    return [
      misplaced(`${where}.points[0]`, first, "Begin at 0 0: the start is no progress at no time."),
    ];
  if (last.x !== 1)
    return [
      misplaced(`${where}.points[${points.length - 1}]`, last, "End at x = 1: the whole time."),
    ];
  return backwardFaults(where, backStretches(points));
}

function checkPlace(place: Place | null, where: string): Fault[] {
  return [...checkNumber(place?.x, `${where}.x`, ANY), ...checkNumber(place?.y, `${where}.y`, ANY)];
}

function misplaced(where: string, { x, y }: Place, cure: string): Fault {
  return { code: "path-misplaced", path: where, message: `Found the point ${x} ${y}.`, cure };
}

/** Scratch cell of `slope`: where it is asked for, and what is solved for that. */
const slopeCell = progressCell();
const solved = progressCell();

/**
 * See `CompiledCurve`. Finding the piece is a bisect; each is solved as a cubic-bezier is. A vertical
 * piece is a jump: at its place the value is the later one, or the earlier with `before`. Outside
 * [0, 1] nothing moves.
 */
function compilePath({ points }: PathCurve, memory?: CurveMemory): CompiledCurve {
  const segments = segmentsOf(points).filter(({ from, to }) => to.x > from.x);
  const starts = Float64Array.from(segments, ({ from }) => from.x);
  // Pieces are compiled on first use: often only one piece of a path of 200 points is evaluated.
  const pieces: (PathPiece | undefined)[] = segments.map(() => undefined);
  const last = segments.length - 1;
  const startValue = (points[0] as PathPoint).y;
  const endValue = (points.at(-1) as PathPoint).y;
  const pieceAt = (cell: ProgressCell, before: boolean): PathPiece => {
    const p = cell[0];
    let from = 0;
    let to = last + 1;
    // How many pieces begin at or before p; with `before`, how many begin before p.
    while (from < to) {
      const middle = (from + to) >> 1;
      const start = starts[middle] as number;
      if (start < p || (start === p && !before)) from = middle + 1;
      else to = middle;
    }
    const index = Math.max(from - 1, 0);
    let piece = pieces[index];
    if (!piece) {
      piece = pieceOf(segments[index] as PathSegment, memory);
      pieces[index] = piece;
    }
    return piece;
  };
  return compiledCurve({
    into: (cell, before = false) => {
      const p = cell[0];
      if (p < 0 || (p === 0 && before)) cell[0] = startValue;
      else if (p > 1 || (p === 1 && !before)) cell[0] = endValue;
      else if (p >= 0) pieceAt(cell, before).into(cell);
    },
    slope: (p, before = false) => {
      if (!(p >= 0 && p <= 1)) return 0;
      slopeCell[0] = p;
      return pieceAt(slopeCell, (before && p > 0) || p === 1).slope(p);
    },
  });
}

/**
 * Compiles a piece of a path, or takes it from memory: while points are dragged only the pieces beside them change.
 */
function pieceOf(segment: PathSegment, memory: CurveMemory | undefined): PathPiece {
  const kept = memory?.pieces.get(segment.from);
  if (kept?.to === segment.to) return kept.piece;
  const piece = compileSegment(segment);
  memory?.pieces.set(segment.from, { to: segment.to, piece });
  return piece;
}

function compileSegment({ from, out, in: before, to, straight }: PathSegment): PathPiece {
  const width = to.x - from.x;
  const height = to.y - from.y;
  if (straight)
    return {
      into: (cell) => {
        const p = cell[0];
        cell[0] =
          p === to.x ? to.y : from.y + height * Math.min(Math.max((p - from.x) / width, 0), 1);
      },
      slope: () => height / width,
    };
  const x1 = (out.x - from.x) / width;
  const x2 = (before.x - from.x) / width;
  const [y0, y1, y2, y3] = [from.y, out.y, before.y, to.y];
  const numbers = bezierNumbers(x1, 0, x2, 1, Math.max(1, Math.abs(y1 - y0), Math.abs(y2 - y0)));
  const guesses = newGuesses();
  const cy = 3 * (y1 - y0);
  const by = 3 * (y2 - y1) - cy;
  const ay = height - cy - by;
  return {
    into: (cell) => {
      const p = cell[0];
      if (p === to.x) {
        cell[0] = y3;
        return;
      }
      cell[0] = Math.min(Math.max((p - from.x) / width, 0), 1);
      solveBezier(cell, x1, x2, numbers, guesses);
      const t = cell[0];
      cell[0] = y0 + ((ay * t + by) * t + cy) * t;
    },
    slope: (p) => {
      const x = Math.min(Math.max((p - from.x) / width, 0), 1);
      if (x === 0) return limitSlope(from, out, before, to);
      if (x === 1) return limitSlope(to, before, out, from);
      solved[0] = x;
      solveBezier(solved, x1, x2, numbers, guesses);
      const t = solved[0];
      const u = 1 - t;
      const dx = 3 * width * (u * u * x1 + 2 * u * t * (x2 - x1) + t * t * (1 - x2));
      const dy = (3 * ay * t + 2 * by) * t + cy;
      return dx > 0 ? dy / dx : dy === 0 ? 0 : Math.sign(dy) * Number.POSITIVE_INFINITY;
    },
  };
}

/** The slope at the end `at` of a piece: towards its first control point that lies elsewhere. */
function limitSlope(at: Place, ...others: readonly Place[]): number {
  const toward = others.find((place) => place.x !== at.x || place.y !== at.y);
  if (!toward) return 0;
  const [dx, dy] = [toward.x - at.x, toward.y - at.y];
  if (dx !== 0) return dy / dx;
  // Straight up or down; whether up means rising depends on which end it is.
  const ahead = (others.at(-1) as Place).x > at.x ? 1 : -1;
  return Math.sign(dy) * ahead * Number.POSITIVE_INFINITY;
}
