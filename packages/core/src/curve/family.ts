import { bad, type Fault, good, type Result, shortValue } from "../fault/index.ts";
import { type Argument, type Call, writePercent, wrongArgument, wrongCount } from "./call.ts";
import {
  type CompiledCurve,
  type Curve,
  compiledCurve,
  type Direction,
  type ProgressCell,
} from "./curve.ts";
import {
  type CurveKind,
  type CurveParameter,
  checkNumber,
  type StockCard,
  stockCard,
} from "./kind.ts";

/** The directions of an easing, in the order they are shown. */
export const DIRECTIONS: readonly Direction[] = ["in", "out", "in-out", "out-in"];

/** The direction of what runs backwards. */
export const TURNED: Readonly<Record<Direction, Direction>> = {
  in: "out",
  out: "in",
  "in-out": "in-out",
  "out-in": "out-in",
};

/** The cards of a family in the stock: each of its directions, what settles first. */
export const everyDirection = <C extends Curve & { readonly direction: Direction }>(
  name: string,
  curve: C,
): StockCard<C>[] =>
  (["out", "in", "in-out", "out-in"] as const).map((direction) =>
    stockCard("family", name, direction, { ...curve, direction }),
  );

/** The *in* form of a family on [0, 1]; with `left` the slope is that from the left at a kink. */
export interface InForm {
  /** Replaces the progress in a cell by the value. */
  readonly into: (cell: ProgressCell) => void;
  readonly slope: (p: number, left: boolean) => number;
}

/**
 * Makes the curve of a direction from the *in* form: out mirrors it, in-out and out-in join two copies at half size. p
 * is clamped to [0, 1]; the ends are exactly 0 and 1.
 */
export function directed({ into: g, slope: d }: InForm, direction: Direction): CompiledCurve {
  // The same as in DIRECTED_SCRIPTS, in place.
  const into = {
    in: g,
    out: (cell: ProgressCell) => {
      cell[0] = 1 - cell[0];
      g(cell);
      cell[0] = 1 - cell[0];
    },
    "in-out": (cell: ProgressCell) => {
      const isFirst = cell[0] < 0.5;
      cell[0] = isFirst ? 2 * cell[0] : 2 - 2 * cell[0];
      g(cell);
      cell[0] = isFirst ? cell[0] / 2 : 1 - cell[0] / 2;
    },
    "out-in": (cell: ProgressCell) => {
      const isFirst = cell[0] < 0.5;
      cell[0] = isFirst ? 1 - 2 * cell[0] : 2 * cell[0] - 1;
      g(cell);
      cell[0] = (isFirst ? 1 - cell[0] : 1 + cell[0]) / 2;
    },
  }[direction];
  // In a mirrored piece left and right are exchanged. At p = 1 there is only a left side.
  const slope = {
    in: (p: number, before: boolean) => d(p, before || p === 1),
    out: (p: number, before: boolean) => d(1 - p, !before && p !== 1),
    "in-out": (p: number, before: boolean) =>
      p < 0.5 || (before && p === 0.5) ? d(2 * p, before) : d(2 - 2 * p, !before && p !== 1),
    "out-in": (p: number, before: boolean) =>
      p < 0.5 || (before && p === 0.5) ? d(1 - 2 * p, !before) : d(2 * p - 1, before || p === 1),
  }[direction];
  return clamped(into, slope);
}

/** What `directed` does, as JavaScript with the *in* form g. */
const DIRECTED_SCRIPTS: Readonly<Record<Direction, string>> = {
  in: "g(p)",
  out: "1 - g(1 - p)",
  "in-out": "p < 0.5 ? g(2 * p) / 2 : 1 - g(2 - 2 * p) / 2",
  "out-in": "p < 0.5 ? (1 - g(1 - 2 * p)) / 2 : (1 + g(2 * p - 1)) / 2",
};

/** The places of an *in* form, such as kinks, on the curve that `directed` makes of it, in order. */
function directedPlaces(places: readonly number[], direction: Direction): number[] {
  const mirrored = places.map((p) => 1 - p);
  const first = direction === "in" || direction === "in-out" ? places : mirrored;
  if (direction === "in" || direction === "out") return [...first].sort((a, b) => a - b);
  const second = direction === "in-out" ? mirrored : places;
  return [...first.map((p) => p / 2), 0.5, ...second.map((p) => 0.5 + p / 2)].sort((a, b) => a - b);
}

/** Clamps p to [0, 1] and makes the ends exact; outside, the value is constant. */
export function clamped(
  into: (cell: ProgressCell) => void,
  slope: (p: number, before: boolean) => number,
): CompiledCurve {
  return compiledCurve({
    into: (cell) => {
      const p = cell[0];
      if (p > 0 && p < 1) into(cell);
      else if (p <= 0) cell[0] = 0;
      else if (p >= 1) cell[0] = 1;
    },
    slope: (p, before = false) => (p >= 0 && p <= 1 ? slope(p, before) : 0),
  });
}

/** A parameter as it is written: a plain number, a share in percent, or a time in ms. */
export function writeParameter(parameter: CurveParameter, value: number): string {
  const text = parameter.unit === "%" ? writePercent(value) : `${value}${parameter.unit ?? ""}`;
  return `${parameter.name}: ${text}`;
}

/** Writes `name(direction, parameter: value, …)`, leaving out what has its default. */
export function writeCall(
  name: string,
  first: string,
  parameters: readonly CurveParameter[],
  values: Readonly<Record<string, number | undefined>>,
): string {
  const named = parameters.flatMap((parameter) => {
    const value = values[parameter.name];
    return value === undefined || value === parameter.default
      ? []
      : [writeParameter(parameter, value)];
  });
  return `${name}(${[...(first ? [first] : []), ...named].join(", ")})`;
}

/** Reads the named arguments of a call; a parameter that is not given has its default. */
export function readNamed(
  args: readonly Argument[],
  parameters: readonly CurveParameter[],
): Result<Record<string, number>> {
  const values: Record<string, number> = {};
  for (const parameter of parameters)
    if (!parameter.optional) values[parameter.name] = parameter.default;
  const seen = new Set<string>();
  for (const arg of args) {
    const [word, colon, item] = arg.items;
    const parameter = parameters.find((each) => word?.type === "word" && each.name === word.word);
    const names = parameters.map((each) => each.name).join(", ");
    if (!parameter || colon?.type !== "colon" || arg.items.length !== 3 || !item)
      return bad(
        wrongArgument(arg, names ? `one of ${names}, a colon and its value` : "nothing here"),
      );
    if (seen.has(parameter.name)) return bad(wrongArgument(arg, `${parameter.name} once`));
    seen.add(parameter.name);
    let value = Number.NaN;
    if (parameter.unit === "%" && item.type === "percentage") value = item.fraction;
    else if (parameter.unit === "ms" && item.type === "dimension")
      value = item.unit === "ms" ? item.value : item.unit === "s" ? item.value * 1000 : Number.NaN;
    else if (parameter.unit === undefined && item.type === "number") value = item.value;
    if (checkParameter(parameter, value, "").length > 0)
      return bad(wrongArgument(arg, wantedOf(parameter)));
    values[parameter.name] = value;
  }
  return good(values);
}

/** The valid values of a parameter, in words. */
function wantedOf(parameter: CurveParameter): string {
  const unit = parameter.unit ?? "";
  const scale = unit === "%" ? 100 : 1;
  const kind = unit === "%" ? "a percentage" : unit === "ms" ? "a time" : "a number";
  return `${parameter.name} as ${parameter.whole ? "a whole number" : kind} from ${parameter.min * scale}${unit} to ${parameter.max * scale}${unit}`;
}

function checkParameter(parameter: CurveParameter, value: unknown, path: string): Fault[] {
  return checkNumber(value, path, parameter);
}

/** Faults of the parameters of a curve that came as data. */
export function checkParameters(
  curve: Readonly<Record<string, unknown>>,
  parameters: readonly CurveParameter[],
  path: string,
): Fault[] {
  return parameters.flatMap((parameter) =>
    parameter.optional && curve[parameter.name] === undefined
      ? []
      : checkParameter(parameter, curve[parameter.name], `${path}.${parameter.name}`),
  );
}

/** The definition of a family of easings: a direction first, then named parameters. */
export function family<C extends Curve & { readonly direction: Direction }>(record: {
  readonly kind: C["kind"];
  readonly label: string;
  readonly parameters: readonly CurveParameter[];
  readonly form: (curve: C) => InForm;
  /** The *in* form as a JavaScript expression of `p`, or a function body in braces. */
  readonly script: (curve: C) => string;
  /** Places inside (0, 1) where the *in* form has a kink. */
  readonly kinks?: (curve: C) => readonly number[];
  /** Other names, with the parameters they stand for. */
  readonly aliases?: Readonly<Record<string, Partial<C>>>;
}): CurveKind<C> {
  const { kind, label, parameters, form, kinks = () => [], aliases = {} } = record;
  const initialValues = Object.fromEntries(
    parameters.filter((each) => !each.optional).map((each) => [each.name, each.default]),
  );
  const initial = { kind, direction: "out", ...initialValues } as unknown as C;
  return {
    kind,
    label,
    notation: [`${kind}()`, ...Object.keys(aliases).map((name) => `${name}()`)],
    parameters,
    directions: DIRECTIONS,
    initial,
    read: (call) => {
      const direction = readDirection(call);
      if (!direction.ok) return direction;
      const fixed = aliases[call.name];
      const open = parameters.filter((each) => !fixed || !Object.hasOwn(fixed, each.name));
      const values = readNamed(call.args.slice(1), open);
      if (!values.ok) return values;
      return good({ kind, direction: direction.value, ...values.value, ...fixed } as unknown as C);
    },
    write: (curve) => {
      const values = curve as unknown as Record<string, number | undefined>;
      for (const [name, fixed] of Object.entries(aliases)) {
        const names = Object.keys(fixed);
        if (!names.every((each) => values[each] === (fixed as Record<string, unknown>)[each]))
          continue;
        const open = parameters.filter((each) => !names.includes(each.name));
        return writeCall(name, curve.direction, open, values);
      }
      return writeCall(kind, curve.direction, parameters, values);
    },
    check: (curve, path) => [
      ...checkDirection(curve.direction, path),
      ...checkParameters(curve as unknown as Record<string, unknown>, parameters, path),
    ],
    compile: (curve) => directed(form(curve), curve.direction),
    script: (curve) =>
      `const g = (p) => ${record.script(curve)};\nreturn ${DIRECTED_SCRIPTS[curve.direction]};`,
    landmarks: (curve) => directedPlaces(kinks(curve), curve.direction),
    reverse: (curve) => ({ ...curve, direction: TURNED[curve.direction] }),
    stock: everyDirection(label, initial),
  };
}

function readDirection(call: Call): Result<Direction> {
  const [first] = call.args;
  if (!first) return bad(wrongCount(call, `a direction: ${DIRECTIONS.join(", ")}`));
  const [word] = first.items;
  const found = DIRECTIONS.find((each) => word?.type === "word" && word.word === each);
  if (found && first.items.length === 1) return good(found);
  return bad(wrongArgument(first, `a direction: ${DIRECTIONS.join(", ")}`));
}

function checkDirection(direction: unknown, path: string): Fault[] {
  if (DIRECTIONS.some((each) => each === direction)) return [];
  return [
    {
      code: "unknown-direction",
      path: `${path}.direction`,
      message: `Found ${shortValue(direction)}.`,
      cure: `Give one of ${DIRECTIONS.join(", ")}.`,
    },
  ];
}
