import type { Fault } from "../fault/index.ts";

/** One name with its arguments, as tokenised by CSS; `name` is in lower case. */
export interface Call {
  readonly name: string;
  readonly isFunction: boolean;
  readonly at: number;
  readonly end: number;
  readonly args: readonly Argument[];
}

/** One argument: the values between two commas. */
export interface Argument {
  readonly at: number;
  readonly text: string;
  readonly items: readonly Item[];
}

/** One value of an argument. `computed` ones come from calc() and need not be whole. */
export type Item =
  | {
      readonly type: "number";
      readonly value: number;
      readonly whole: boolean;
      readonly computed: boolean;
    }
  | { readonly type: "percentage"; readonly fraction: number }
  | { readonly type: "dimension"; readonly value: number; readonly unit: string }
  | { readonly type: "word"; readonly word: string }
  | { readonly type: "string"; readonly text: string }
  | { readonly type: "colon" }
  | { readonly type: "other" };

/**
 * A decimal number with its point moved, rounded once: "2.34" by −2 is the double nearest to 0.0234,
 * which dividing by 100 may miss by a digit.
 */
export function shiftDecimals(text: string, places: number): number {
  const [mantissa, exponent = "0"] = text.toLowerCase().split("e");
  return Number(`${mantissa}e${Number(exponent) + places}`);
}

/** A fraction as a percentage that reads back as the same fraction, to the last digit. */
export function writePercent(fraction: number): string {
  const percent = shiftDecimals(String(fraction), 2);
  if (shiftDecimals(String(percent), -2) === fraction) return `${percent}%`;
  const [mantissa, exponent] = fraction.toExponential().split("e");
  return `${mantissa}e${Number(exponent) + 2}%`;
}

/** A fault in a text, at a place in it. */
export function textFault(code: string, at: number, message: string, cure: string): Fault {
  return { code, path: "", at, message, cure };
}

/** The fault for an argument of the wrong type for its place. */
export function wrongArgument(arg: Argument, wanted: string): Fault {
  return textFault(
    "wrong-argument",
    arg.at,
    arg.text ? `Found ${quote(arg.text)}.` : "Found nothing between the commas.",
    `Give ${wanted}.`,
  );
}

/** The fault for a function with too few or too many arguments. */
export function wrongCount(call: Call, wanted: string): Fault {
  return textFault(
    "wrong-count",
    call.end - 1,
    `${call.name}() has ${call.args.length} argument${call.args.length === 1 ? "" : "s"}.`,
    `Give ${wanted}.`,
  );
}

export function quote(text: string): string {
  return JSON.stringify(text.length > 40 ? `${text.slice(0, 40)}…` : text);
}
