import { bad, type Fault, type Result, shortValue } from "../fault/index.ts";
import { textFault } from "./call.ts";
import type { Curve } from "./curve.ts";
import { CURVE_KINDS } from "./kinds.ts";
import { checkCurve } from "./notation.ts";
import { readPathData } from "./pathData.ts";
import { readCall } from "./readCall.ts";

/**
 * Reads the text of a curve, as CSS would: `ease`, `cubic-bezier(0.3, 0, 0.2, 1)`, `steps(4)` …
 * A fault carries the position in the text, what was found there and what would be right.
 */
export function parseCurve(text: string): Result<Curve> {
  const call = readCall(text);
  if (!call.ok) return call;
  const written = call.value.isFunction ? `${call.value.name}()` : call.value.name;
  for (const kind of CURVE_KINDS) {
    if (!kind.notation.includes(written)) continue;
    const read = kind.read(call.value, { pathData: readPathData });
    // Text and data pass the same check, so that whatever can be read can also be stored.
    const [fault] = read.ok ? checkCurve(read.value, "") : [];
    return fault ? bad(textFault(fault.code, call.value.at, fault.message, fault.cure)) : read;
  }
  return bad(unknownName(written, call.value.at));
}

function unknownName(written: string, at: number): Fault {
  const names = CURVE_KINDS.flatMap((kind) => [...kind.notation]);
  const nearest = names
    .map((name) => ({ name, distance: editDistance(written, name) }))
    .sort((a, b) => a.distance - b.distance)[0];
  const near = nearest && nearest.distance <= Math.max(2, written.length / 3);
  return textFault(
    "unknown-name",
    at,
    `There is no curve named ${shortValue(written)}.`,
    near ? `Did you mean ${nearest.name}?` : `Give one of ${names.join(", ")}.`,
  );
}

/** Levenshtein distance, over the first 40 letters. */
function editDistance(long: string, short: string): number {
  const a = long.slice(0, 40);
  const b = short.slice(0, 40);
  let row = Array.from({ length: b.length + 1 }, (_, i) => i);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(
        (row[j] as number) + 1,
        (next[j - 1] as number) + 1,
        (row[j - 1] as number) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    row = next;
  }
  return row[b.length] as number;
}
