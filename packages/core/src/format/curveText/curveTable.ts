import { type Curve, compileCurve } from "../../curve/index.ts";

/** The most rows of a table. */
export const MOST_ROWS = 100_000;

/** A curve as comma-separated rows under a heading: progress and value, `count` of them, ends included. */
export function curveTable(curve: Curve, count: number): string {
  if (!Number.isInteger(count) || count < 2 || count > MOST_ROWS)
    throw new RangeError(`curveTable: count ${count} is not a whole number from 2 to ${MOST_ROWS}`);
  const { value } = compileCurve(curve);
  const rows = Array.from({ length: count }, (_, i) => {
    const p = i / (count - 1);
    return `${p},${value(p)}`;
  });
  return `progress,value\n${rows.join("\n")}\n`;
}
