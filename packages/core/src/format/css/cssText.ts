import { type Curve, curveKindOf, printCurve } from "../../curve/index.ts";
import { fitLinear } from "../../fit/index.ts";
import type { SharedCurve } from "../../study/index.ts";
import { roundTo } from "../../value/index.ts";

/** Decimals of numbers in CSS: far below a pixel, a degree or a step of color. */
const DECIMALS = 6;

/** A number as CSS text; the only place where numbers are rounded for hand-offs. */
export function cssNumber(value: number): string {
  return String(roundTo(value, DECIMALS));
}

/** The tolerance of `linear()` for a curve that CSS does not have, as a share of the change in value. */
export const CSS_TOLERANCE = 0.0005;

/** A `linear()` with more stops than this was sampled, and can be reduced. */
const MOST_STOPS = 200;

/** Writes curves as CSS, and fits each distinct curve once: many keys of a study have the same one. */
export class CssCurves {
  /** Fitted curves, by the curve's data and the tolerance. */
  private readonly fitted = new Map<string, Curve>();
  private readonly names: ReadonlyMap<Curve, string>;
  /** Named curves that were written, with the smallest tolerance that was asked for. */
  private readonly used = new Map<Curve, number>();

  /** @param shared named curves, which leave as custom properties */
  constructor(shared: readonly SharedCurve[] = []) {
    const names = classNames(shared.map(({ name }) => name));
    this.names = new Map(shared.map(({ curve }, i) => [curve, `--${names[i]}`]));
  }

  isNamed(curve: Curve): boolean {
    return this.names.has(curve);
  }

  /** A named curve by its name; `tolerance` as for `write`. */
  byName(curve: Curve, tolerance: number): string {
    this.used.set(curve, Math.min(tolerance, this.used.get(curve) ?? tolerance));
    return `var(${this.names.get(curve)})`;
  }

  /** The declarations of the named curves that were written, exact enough for every use of them. */
  named(): string[] {
    return [...this.used].map(
      ([curve, tolerance]) => `${this.names.get(curve)}: ${this.write(curve, tolerance)};`,
    );
  }

  /** A curve as CSS text with rounded numbers; `tolerance` is a share of the change in value. */
  write(curve: Curve, tolerance: number = CSS_TOLERANCE): string {
    return printCurve(this.fit(curve, tolerance)).replace(
      /-?\d+(?:\.\d+)?(?:e[-+]?\d+)?/g,
      (number) => cssNumber(Number(number)),
    );
  }

  /** The curve itself if CSS has it, else straight pieces within a tolerance. */
  private fit(curve: Curve, tolerance: number): Curve {
    const sampled = curve.kind === "linear-stops" && curve.stops.length > MOST_STOPS;
    if (curveKindOf(curve).css && !sampled) return curve;
    // Rounded down to a few steps, so that spans with similar changes share one fit.
    const step = 2 ** Math.floor(Math.log2(tolerance / CSS_TOLERANCE));
    const name = `${step} ${printCurve(curve)}`;
    let fit = this.fitted.get(name);
    if (!fit) {
      fit = fitLinear(curve, CSS_TOLERANCE * step).curve;
      this.fitted.set(name, fit);
    }
    return fit;
  }
}

/** One curve as CSS text; see `CssCurves`. */
export function cssCurve(curve: Curve, tolerance: number = CSS_TOLERANCE): string {
  return new CssCurves().write(curve, tolerance);
}

/** Turns names into distinct class names: `Boarding pass` becomes `boarding-pass`. */
export function classNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain = name
      .normalize("NFKD")
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-")
      .replace(/^-+|-+$/g, "");
    // A class name must not begin with a digit or be empty.
    const base = /^[a-z]/.test(plain) ? plain : `figure${plain ? `-${plain}` : ""}`;
    let unique = base;
    for (let n = 2; taken.has(unique); n++) unique = `${base}-${n}`;
    taken.add(unique);
    return unique;
  });
}
