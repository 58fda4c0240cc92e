import { type Fault, type Result, shortValue } from "../fault/index.ts";
import type { Call } from "./call.ts";
import type { CompiledCurve, Curve, Direction, PathPoint, ProgressCell } from "./curve.ts";
import type { readPathData } from "./pathData.ts";

/** Compiled pieces of paths by their first points, kept from one state of a curve for compiling the next. */
export interface CurveMemory {
  readonly pieces: WeakMap<PathPoint, { readonly to: PathPoint; readonly piece: PathPiece }>;
}

/** A piece of a path, compiled: value and slope by the time of the whole curve. */
export interface PathPiece {
  readonly into: (cell: ProgressCell) => void;
  readonly slope: (p: number) => number;
}

/** An empty memory. */
export function newCurveMemory(): CurveMemory {
  return { pieces: new WeakMap() };
}

/** One numeric parameter of a curve kind, enough to draw a field for it and to check it. */
export interface CurveParameter {
  readonly name: string;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly default: number;
  readonly step: number;
  /** Whole numbers only. */
  readonly whole?: boolean;
  /** `%`: kept as a fraction and written in percent; `ms`: a time. Absent for plain numbers. */
  readonly unit?: "%" | "ms";
  /** The parameter may be absent, which is not the same as having its default. */
  readonly optional?: boolean;
}

/** A curve of the stock that everybody has to choose from. */
export interface StockCard<C extends Curve = Curve> {
  readonly name: string;
  /** Its direction, or what sets it apart from others of its name; may be empty. */
  readonly detail: string;
  readonly curve: C;
  /** What it stands among: what one begins from, springs, what is wanted seldom, families by their directions. */
  readonly shelf: "basic" | "spring" | "more" | "family";
}

/** Makes a card of the stock. */
export const stockCard = <C extends Curve>(
  shelf: StockCard["shelf"],
  name: string,
  detail: string,
  curve: C,
): StockCard<C> => ({ shelf, name, detail, curve });

/** Readers of what a notation may contain in another language. The parser hands them in, so that a kind does not load them. */
export interface NotationReaders {
  readonly pathData: typeof readPathData;
}

/** The definition of one kind of curve. A new kind is one such record. */
export interface CurveKind<C extends Curve = Curve> {
  readonly kind: C["kind"];
  readonly label: string;
  /** Whether CSS has this kind; the others are handed off as `linear(…)`. */
  readonly css?: true;
  /** The words its text may begin with: names of functions (with `()`) and keywords. */
  readonly notation: readonly string[];
  readonly parameters: readonly CurveParameter[];
  /** The directions it offers; absent for kinds without a direction. */
  readonly directions?: readonly Direction[];
  /** The curve a span gets when a person chooses this kind. */
  readonly initial: C;
  /** Reads the arguments of one of its names. */
  readonly read: (call: Call, readers: NotationReaders) => Result<C>;
  /** CSS text, in full precision. */
  readonly write: (curve: C) => string;
  /** Faults of a curve that came as data; `path` is where it stands. */
  readonly check: (curve: C, path: string) => Fault[];
  readonly compile: (curve: C, memory?: CurveMemory) => CompiledCurve;
  /**
   * Progress in time inside (0, 1), rising, of kinks and jumps and of turns that even sampling could
   * miss. Absent for kinds that are smooth and turn seldom.
   */
  readonly landmarks?: (curve: C) => readonly number[];
  /**
   * The curve that runs the same values backwards, 1 − curve(1 − p), exactly; undefined for a curve that has none.
   * Absent for kinds of which none has: straight pieces stand for their reverse.
   */
  readonly reverse?: (curve: C) => Curve | undefined;
  /** How long it takes by itself, ms. Absent for kinds that take as long as their span. */
  readonly natural?: (curve: C) => number;
  /** Its curves of the stock, in the order they are shown; may be absent. */
  readonly stock?: readonly StockCard<C>[];
  /** JavaScript statements that return the value for a number `p` in (0, 1); nothing else is in scope. */
  readonly script: (curve: C) => string;
}

/** The range of any value of a curve: beyond it, sums and products of values overflow. */
export const ANY_VALUE = { min: -1e12, max: 1e12 };

/** Checks that `value` is a finite number in [min, max]. */
export function checkNumber(
  value: unknown,
  path: string,
  { min, max, whole = false }: { min: number; max: number; whole?: boolean },
): Fault[] {
  if (
    typeof value === "number" &&
    Number.isFinite(value) &&
    value >= min &&
    value <= max &&
    (!whole || Number.isInteger(value))
  )
    return [];
  const range =
    min <= ANY_VALUE.min && max >= ANY_VALUE.max
      ? "a number of at most 10¹²"
      : max >= ANY_VALUE.max
        ? `${min} or more`
        : `from ${min} to ${max}`;
  return [
    {
      code: "number-out-of-range",
      path,
      message: `Found ${shortValue(value)}.`,
      cure: `Give ${whole ? "a whole number, " : ""}${range}.`,
    },
  ];
}
