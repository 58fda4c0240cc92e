/** The largest number of a study: sums of larger ones overflow and mean nothing. */
export const LARGEST_NUMBER = 1e12;

/** Whether a value is valid as the value of a key. */
export function isKeyValue(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  if (typeof value === "string") return value.length <= 200;
  return typeof value === "object" && value !== null && "found" in value && value.found === true;
}

/** Whether a value is valid as the curve of a span. */
export function isSpanCurve(value: unknown): boolean {
  if (typeof value !== "object" || value === null) return false;
  if ("shared" in value) return typeof value.shared === "string";
  return "kind" in value && typeof value.kind === "string";
}
