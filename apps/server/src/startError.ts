/** Why the server cannot start, as a person reads it on the terminal: what, where, and the cure. */
export class StartError extends Error {}

/** The code of a system or database error; empty for others. */
export function codeOf(error: unknown): string {
  return typeof error === "object" && error !== null && "code" in error ? String(error.code) : "";
}
