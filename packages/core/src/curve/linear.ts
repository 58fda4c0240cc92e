import { bad, type Fault, good, type Result, shortValue } from "../fault/index.ts";
import { type Call, writePercent, wrongArgument, wrongCount } from "./call.ts";
import {
  type CompiledCurve,
  compiledCurve,
  DIAGONAL,
  type LinearCurve,
  type LinearStop,
  type LinearStopsCurve,
  type ProgressCell,
  progressCell,
} from "./curve.ts";
import { ANY_VALUE, type CurveKind, checkNumber, stockCard } from "./kind.ts";

const ANY = ANY_VALUE;

/** `linear`: constant speed. */
export const linear: CurveKind<LinearCurve> = {
  kind: "linear",
  label: "Linear",
  css: true,
  notation: ["linear"],
  parameters: [],
  initial: { kind: "linear" },
  read: () => good({ kind: "linear" }),
  write: () => "linear",
  check: () => [],
  script: () => "return p;",
  reverse: (curve) => curve,
  stock: [stockCard("basic", "Linear", "", { kind: "linear" })],
  compile: () => DIAGONAL,
};

/** `linear(…)`: straight pieces between stops, CSS Easing Functions Level 2, section 2.1. */
export const linearStops: CurveKind<LinearStopsCurve> = {
  kind: "linear-stops",
  label: "Linear with stops",
  css: true,
  notation: ["linear()"],
  parameters: [],
  initial: {
    kind: "linear-stops",
    stops: [
      { value: 0, at: 0 },
      { value: 1.1, at: 0.6 },
      { value: 1, at: 1 },
    ],
  },
  read: readStops,
  write: ({ stops }) => `linear(${stops.map(writeStop).join(", ")})`,
  check: checkStops,
  compile: compileStops,
  script: ({ stops }) => `const at = [${stops.map((stop) => stop.at).join(", ")}];
const values = [${stops.map((stop) => stop.value).join(", ")}];
let i = at.length - 1;
while (i > 0 && at[i] > p) i--;
if (at[i] === p) return values[i];
i = Math.min(i, at.length - 2);
const width = at[i + 1] - at[i];
return width === 0 ? values[i + 1] : values[i] + ((values[i + 1] - values[i]) * (p - at[i])) / width;`,
  landmarks: ({ stops }) => [
    ...new Set(stops.map((stop) => stop.at).filter((at) => at > 0 && at < 1)),
  ],
  reverse: (curve) => ({
    ...curve,
    stops: curve.stops.map(({ at, value }) => ({ at: 1 - at, value: 1 - value })).reverse(),
  }),
};

function writeStop({ value, at }: LinearStop): string {
  return `${value} ${writePercent(at)}`;
}

function readStops(call: Call): Result<LinearStopsCurve> {
  if (call.args.length < 2) return bad(wrongCount(call, "at least 2 stops, such as 0, 1"));
  const stops: { value: number; at: number | null }[] = [];
  for (const arg of call.args) {
    const values = arg.items.filter((item) => item.type === "number");
    const places = arg.items.filter((item) => item.type === "percentage");
    const [value] = values;
    const inOrder =
      arg.items.length < 3 || arg.items[0]?.type === "number" || arg.items[2]?.type === "number";
    if (
      value === undefined ||
      values.length !== 1 ||
      places.length > 2 ||
      values.length + places.length !== arg.items.length ||
      !inOrder
    )
      return bad(wrongArgument(arg, "a stop: a number, with up to two percentages"));
    stops.push({ value: value.value, at: places[0] ? places[0].fraction : null });
    if (places[1]) stops.push({ value: value.value, at: places[1].fraction });
  }
  return good({ kind: "linear-stops", stops: placeStops(stops) });
}

/**
 * Gives every stop a position, as "create a linear easing function" in CSS does: the first is at 0,
 * the last at 1, a position below an earlier one moves up to it, and stops between are spread evenly.
 */
function placeStops(stops: readonly { value: number; at: number | null }[]): LinearStop[] {
  const placed: { value: number; at: number | null }[] = [];
  let largest = -Infinity;
  for (const [i, stop] of stops.entries()) {
    let at = stop.at;
    if (at === null) at = i === 0 ? 0 : i === stops.length - 1 ? Math.max(1, largest) : null;
    if (at !== null) {
      at = Math.max(at, largest);
      largest = at;
    }
    placed.push({ value: stop.value, at });
  }
  for (let i = 1; i < placed.length; i++) {
    if (placed[i]?.at !== null) continue;
    let next = i;
    while (placed[next]?.at === null) next++;
    const from = placed[i - 1]?.at as number;
    const to = placed[next]?.at as number;
    for (let k = i; k < next; k++) {
      const gap = placed[k];
      if (gap) gap.at = from + ((to - from) * (k - i + 1)) / (next - i + 1);
    }
    i = next;
  }
  return placed as LinearStop[];
}

function checkStops({ stops }: LinearStopsCurve, path: string): Fault[] {
  if (!Array.isArray(stops) || stops.length < 2)
    return [
      {
        code: "too-few-stops",
        path: `${path}.stops`,
        message: `Found ${Array.isArray(stops) ? stops.length : shortValue(stops)}.`,
        cure: "Give at least 2 stops.",
      },
    ];
  return stops.flatMap((stop, i) => {
    const here = `${path}.stops[${i}]`;
    const faults = [
      ...checkNumber(stop?.value, `${here}.value`, ANY),
      ...checkNumber(stop?.at, `${here}.at`, ANY),
    ];
    const before = stops[i - 1];
    if (faults.length === 0 && before && before.at > stop.at)
      faults.push({
        code: "stops-out-of-order",
        path: `${here}.at`,
        message: `Found ${stop.at} after ${before.at}.`,
        cure: "Put the stops in order of their positions.",
      });
    return faults;
  });
}

/** Where a slope is asked. */
const asked = progressCell();

/** See `CompiledCurve`; finding the piece is a bisect. */
function compileStops({ stops }: LinearStopsCurve): CompiledCurve {
  const count = stops.length;
  const at = Float64Array.from(stops, (stop) => stop.at);
  const values = Float64Array.from(stops, (stop) => stop.value);
  /** How many stops lie at or before the progress in a cell. */
  const passed = (cell: ProgressCell): number => {
    let from = 0;
    let to = count;
    while (from < to) {
      const middle = (from + to) >> 1;
      if ((at[middle] as number) <= cell[0]) from = middle + 1;
      else to = middle;
    }
    return from;
  };
  return compiledCurve({
    into: (cell, before = false) => {
      const p = cell[0];
      const index = passed(cell);
      if (index > 0 && at[index - 1] === p) {
        let stop = index - 1;
        if (before) while (stop > 0 && at[stop - 1] === p) stop--;
        cell[0] = values[stop] as number;
        return;
      }
      const a = Math.min(Math.max(index - 1, 0), count - 2);
      const from = at[a] as number;
      const to = at[a + 1] as number;
      const low = values[a] as number;
      // Only an end piece can have no width here; CSS then takes the second of its stops.
      cell[0] =
        from === to
          ? (values[a + 1] as number)
          : low + (((values[a + 1] as number) - low) * (p - from)) / (to - from);
    },
    slope: (p, before = false) => {
      asked[0] = p;
      // Before the first and after the last stop, the end piece.
      let a = Math.min(Math.max(passed(asked) - 1, 0), count - 2);
      // To the left of a place with several stops lies the piece that ends there.
      if (before || p === 1) while (a > 0 && (at[a] as number) === p) a--;
      const width = (at[a + 1] as number) - (at[a] as number);
      return width === 0 ? 0 : ((values[a + 1] as number) - (values[a] as number)) / width;
    },
  });
}
