/**
 * An expected failure: something a person typed, saved or sent that cannot be taken as it is.
 * Misuse by our own code is not a fault; it throws a RangeError.
 */
export interface Fault {
  /** Stable machine word, kebab-case, for example `number-out-of-range`. */
  readonly code: string;
  /** Where in a document, as `sequence[3].tracks[0].keys[2].time`; empty for the whole of it. */
  readonly path: string;
  /** Where in a text, counted in UTF-16 units from 0; absent for documents. */
  readonly at?: number;
  /** What was found, as one sentence. */
  readonly message: string;
  /** What would be right, as one sentence. */
  readonly cure: string;
}

/** The outcome of reading something that may be at fault. `faults` is never empty. */
export type Result<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** A good result. */
export function good<T>(value: T): Result<T> {
  return { ok: true, value };
}

/** A result that failed for one reason. */
export function bad(fault: Fault): { readonly ok: false; readonly faults: readonly Fault[] } {
  return { ok: false, faults: [fault] };
}

/** One fault as a line of text: its place, what was found, what would be right. */
export function faultText(fault: Fault): string {
  const place =
    fault.at === undefined ? fault.path : `${fault.path}${fault.path ? ", " : ""}at ${fault.at}`;
  return `${place ? `${place}: ` : ""}${fault.message} ${fault.cure}`;
}
