/** Whether a value can stand in a key. */
export function isKeyValue(value: unknown): boolean {
  if (typeof value === "number") return Number.isFinite(value);
  if (typeof value === "string") return value.length <= 200;
  return typeof value === "object" && value !== null && "found" in value && value.found === true;
}

/** Whether a value can stand where a span's curve is said. */
export function isSpanCurve(value: unknown): boolean {
  if (typeof value !== "object" || value === null) return false;
  if ("shared" in value) return typeof value.shared === "string";
  return "kind" in value && typeof value.kind === "string";
}
