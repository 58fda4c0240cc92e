import { type Curve, compileCurve } from "@levitas/core/curve";
import { type Refusal, refuse, refuseFault } from "./batch.ts";
import { InputFault } from "./inputFault.ts";
import { readCurveArgument } from "./readCurveArgument.ts";
import type { Streams } from "./streams.ts";

/** How many values are given when nothing is said: every tenth. */
const DEFAULT_COUNT = 11;

/** `levitas sample --curve TEXT`: a JSON array of values. */
export function sampleOne(
  text: string,
  { at, count }: { at?: readonly number[]; count?: number },
  streams: Streams,
): void {
  const curve = readCurveArgument(text);
  if (!curve.ok) throw InputFault.of("curve", curve.faults);
  streams.print(JSON.stringify(valuesOf(curve.value, at ?? evenly(count ?? DEFAULT_COUNT))));
}

/** A line of `levitas sample`: {"curve": TEXT, "at": [..]} to {"values": [..]}. */
export function sampleLine({
  curve: text,
  at = evenly(DEFAULT_COUNT),
}: Readonly<Record<string, unknown>>): { values: number[] } | Refusal {
  if (typeof text !== "string") return refuse('"curve" is not a text.');
  if (!Array.isArray(at) || !at.every((p) => typeof p === "number"))
    return refuse('"at" is not a list of numbers.');
  const curve = readCurveArgument(text);
  return curve.ok ? { values: valuesOf(curve.value, at) } : refuseFault(curve.faults);
}

function valuesOf(curve: Curve, places: readonly number[]): number[] {
  const { value } = compileCurve(curve);
  return places.map((p) => value(p));
}

function evenly(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i / (count - 1));
}
