import { type Curve, parseCurve, readPathData } from "@levitas/core/curve";

/**
 * Reads a curve that this program wrote down to go on with: also a path that runs back in time, which is
 * refused anywhere else. Undefined for what is no curve at all.
 */
export function readKept(text: string): Curve | undefined {
  const read = parseCurve(text);
  if (read.ok) return read.value;
  const data = /^path\("(.*)"\)$/s.exec(text)?.[1];
  if (data === undefined || read.faults[0]?.code !== "runs-back-in-time") return undefined;
  const drawn = readPathData(data);
  const [only] = drawn.ok ? drawn.value : [];
  return only && { kind: "path", points: only.points };
}
