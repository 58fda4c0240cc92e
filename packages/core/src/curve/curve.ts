/**
 * A curve as data: how progress in time becomes progress in value.
 * Plain JSON; `compileCurve` turns it into numbers, `printCurve` into CSS text.
 */
export type Curve =
  | LinearCurve
  | LinearStopsCurve
  | KeywordCurve
  | CubicBezierCurve
  | StepsCurve
  | SineCurve
  | RampCurve
  | ExpoCurve
  | CircCurve
  | BackCurve
  | ElasticCurve
  | BounceCurve
  | CruiseCurve
  | SpringCurve
  | SpringFeelCurve
  | PathCurve;

/** Where an easing is slow: at its start (in), at its end (out), or at both; out-in is fastest at both ends. */
export type Direction = "in" | "out" | "in-out" | "out-in";

export interface SineCurve {
  readonly kind: "sine";
  readonly direction: Direction;
}

/** A power of progress. `turn` (a fraction of the time, in-out only) is where it stops accelerating. */
export interface RampCurve {
  readonly kind: "ramp";
  readonly direction: Direction;
  readonly degree: number;
  readonly turn?: number;
}

export interface ExpoCurve {
  readonly kind: "expo";
  readonly direction: Direction;
  readonly steepness: number;
}

export interface CircCurve {
  readonly kind: "circ";
  readonly direction: Direction;
}

/** Dips below its start (in) or passes its target (out) by `overshoot`, a fraction of the way. */
export interface BackCurve {
  readonly kind: "back";
  readonly direction: Direction;
  readonly overshoot: number;
}

export interface ElasticCurve {
  readonly kind: "elastic";
  readonly direction: Direction;
  readonly swings: number;
  readonly decay: number;
}

/** Falls and hops; `restitution` is the share of speed kept at each bounce. */
export interface BounceCurve {
  readonly kind: "bounce";
  readonly direction: Direction;
  readonly bounces: number;
  readonly restitution: number;
}

/** Even speed with a soft start and end; both as fractions of the time. */
export interface CruiseCurve {
  readonly kind: "cruise";
  readonly rise: number;
  readonly fall: number;
}

/** A spring by its physics: N/m, N·s/m, kg, and targets per second at the start. */
export interface SpringCurve {
  readonly kind: "spring";
  readonly stiffness: number;
  readonly damping: number;
  readonly mass: number;
  readonly velocity: number;
}

/** A spring by its readings: overshoot as a fraction, 2 % settle time in ms. */
export interface SpringFeelCurve {
  readonly kind: "spring-feel";
  readonly overshoot: number;
  readonly settle: number;
}

/**
 * A chain of cubic pieces through points, time to the right and value upwards. The first point is (0, 0),
 * the last at time 1, and time never runs back; the end value is free.
 */
export interface PathCurve {
  readonly kind: "path";
  readonly points: readonly PathPoint[];
}

/** A place in a curve's square: progress in time and in value. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/**
 * A point of a path with its handles: the control points before and after it. Without a handle the
 * control point is the point itself; a piece without any is straight.
 */
export interface PathPoint extends Place {
  readonly in?: Place;
  readonly out?: Place;
}

/** Constant speed, CSS `linear`. */
export interface LinearCurve {
  readonly kind: "linear";
}

/** Straight pieces between stops, CSS `linear(…)`. Stops stand in order, positions never fall. */
export interface LinearStopsCurve {
  readonly kind: "linear-stops";
  readonly stops: readonly LinearStop[];
}

/** One stop of `linear(…)`. */
export interface LinearStop {
  /** Progress in value; any finite number. */
  readonly value: number;
  /** Progress in time, usually 0 to 1; may lie outside. */
  readonly at: number;
}

/** One of the named cubic-beziers of CSS. */
export interface KeywordCurve {
  readonly kind: "keyword";
  readonly name: "ease" | "ease-in" | "ease-out" | "ease-in-out";
}

/** CSS `cubic-bezier(x1, y1, x2, y2)`; x in [0, 1], y any finite number. */
export interface CubicBezierCurve {
  readonly kind: "cubic-bezier";
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** Where the jumps of `steps()` lie. `start` and `end` are read as `jump-start` and `jump-end`. */
export type StepPosition = "jump-start" | "jump-end" | "jump-none" | "jump-both";

/** CSS `steps(n, position)`; n a whole number of at least 1, at least 2 for `jump-none`. */
export interface StepsCurve {
  readonly kind: "steps";
  readonly count: number;
  readonly position: StepPosition;
}

/**
 * One number in memory, at index 0: how progress gets into a function and its value out of it. A number that is handed
 * to a function, or back, may become an object (unless the engine inlines the function), and thousands of values a
 * frame are thousands of objects.
 */
export type ProgressCell = Float64Array & { 0: number };

/** Memory for one number. */
export function progressCell(): ProgressCell {
  return new Float64Array(1) as ProgressCell;
}

/** A compiled curve; `compiledCurve` makes one. */
export interface CompiledCurve {
  /**
   * Progress in value at progress `p` in time. Outside [0, 1] as CSS specifies: beziers and `linear()` continue along
   * their end tangents. `before` is the before flag of CSS, which matters only for steps and coinciding stops: it
   * takes the value from the left of a jump that lies exactly at `p`. NaN gives NaN.
   */
  readonly value: (p: number, before?: boolean) => number;
  /**
   * d value / d p, analytic; from the right at a kink, from the left with `before` and at p = 1; 0 on
   * the flats of steps; ±Infinity at a vertical tangent.
   */
  readonly slope: (p: number, before?: boolean) => number;
  /** As `value`, to the last bit, but replaces the progress in the cell by the value; allocates nothing. */
  readonly into: (cell: ProgressCell, before?: boolean) => void;
  /**
   * What a cubic-bezier was compiled of, so that many can be evaluated from one array; see `writeBezierNumbers`. Where
   * `bezierInto` gives a value it equals `value` to the last bit.
   */
  readonly bezier?: CubicBezierCurve;
}

/** The straight diagonal: the default of every span without a curve. */
export const LINEAR: LinearCurve = { kind: "linear" };

/** Scratch result of every `value`: `into` has to read it before it asks another curve. */
const scratch = progressCell();

/** Makes a compiled curve of what evaluates it in place. */
export function compiledCurve({
  into,
  slope,
}: Pick<CompiledCurve, "into" | "slope">): CompiledCurve {
  return {
    value: (p, before) => {
      scratch[0] = p;
      into(scratch, before);
      return scratch[0];
    },
    slope,
    into,
  };
}

/** The same, compiled: value equals progress. */
export const DIAGONAL: CompiledCurve = compiledCurve({ into: () => {}, slope: () => 1 });

/** The curve that holds a value until the next key. */
export const HOLD: StepsCurve = { kind: "steps", count: 1, position: "jump-end" };
