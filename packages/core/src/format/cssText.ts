import { type Curve, printCurve } from "../curve/index.ts";
import { roundTo } from "../value/index.ts";

/** Decimals of numbers in CSS: far below a pixel, a degree or a step of color. */
const DECIMALS = 6;

/** A number as CSS text; the one place where numbers are rounded for hand-offs. */
export function cssNumber(value: number): string {
  return String(roundTo(value, DECIMALS));
}

/** A curve as CSS text, its numbers rounded for reading. */
export function cssCurve(curve: Curve): string {
  return printCurve(curve).replace(/-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g, (number) =>
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
