import { type Curve, printCurve } from "../../curve/index.ts";
import { roundTo } from "../../value/index.ts";

/** Decimals of numbers in CSS: far below a pixel, a degree or a step of color. */
const DECIMALS = 6;

/** A number as CSS text; the only place where numbers are rounded for hand-offs. */
export function cssNumber(value: number): string {
  return String(roundTo(value, DECIMALS));
}

/** A curve that CSS has as CSS text, its numbers rounded. */
export function printCss(curve: Curve): string {
  return printCurve(curve).replace(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g, (number) =>
    cssNumber(Number(number)),
  );
}
