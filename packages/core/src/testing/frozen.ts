/** Freezes plain data to its last leaf, so that a test fails where anything changes it; gives it back. */
export function frozen<T>(value: T): T {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return value;
  Object.freeze(value);
  for (const part of Object.values(value)) frozen(part);
  return value;
}
