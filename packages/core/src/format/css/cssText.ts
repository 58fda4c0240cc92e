import { type Curve, curveKindOf, printCurve } from "../../curve/index.ts";
import { fitLinear } from "../../fit/index.ts";
import { roundTo } from "../../value/index.ts";

/** Decimals of numbers in CSS: far below a pixel, a degree or a step of color. */
const DECIMALS = 6;

/** A number as CSS text; the one place where numbers are rounded for hand-offs. */
export function cssNumber(value: number): string {
  return String(roundTo(value, DECIMALS));
}

/** How far `linear()` may be from a curve that CSS does not know, as a share of the way. */
export const CSS_TOLERANCE = 0.0005;

/** A `linear()` of more stops than this came from sampling, and can do with fewer. */
const MOST_STOPS = 200;

/** Fits by what the curve says and the tolerance: many keys say the same. Emptied when it has grown large. */
const fitted = new Map<string, Curve>();
const MOST_FITTED = 500;

/** The curve itself where CSS knows it, else straight pieces within a tolerance of it. */
function cssKind(curve: Curve, tolerance: number): Curve {
  const sampled = curve.kind === "linear-stops" && curve.stops.length > MOST_STOPS;
  if (curveKindOf(curve).css && !sampled) return curve;
  // Rounded down to a few steps, so that spans of like ways share one fit.
  const step = 2 ** Math.floor(Math.log2(tolerance / CSS_TOLERANCE));
  const name = `${step} ${printCurve(curve)}`;
  const known = fitted.get(name);
  if (known) return known;
  if (fitted.size >= MOST_FITTED) fitted.clear();
  const fit = fitLinear(curve, CSS_TOLERANCE * step).curve;
  fitted.set(name, fit);
  return fit;
}

/** A curve as CSS text, its numbers rounded for reading; `tolerance` is a share of the way. */
export function cssCurve(curve: Curve, tolerance: number = CSS_TOLERANCE): string {
  return printCurve(cssKind(curve, tolerance)).replace(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g, (number) =>
    cssNumber(Number(number)),
  );
}

/** Names as class names, each once: `Boarding pass` becomes `boarding-pass`. */
export function classNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain = name
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "");
    // A class name may not begin with a digit, and an empty one names nothing.
    const base = /^[a-z]/.test(plain) ? plain : `figure${plain ? `-${plain}` : ""}`;
    let unique = base;
    for (let n = 2; taken.has(unique); n++) unique = `${base}-${n}`;
    taken.add(unique);
    return unique;
  });
}
