import { type Curve, curveKindOf, printCurve } from "../../curve/index.ts";
import { fitLinear } from "../../fit/index.ts";
import type { SharedCurve } from "../../study/index.ts";
import { roundTo } from "../../value/index.ts";
import { type DistinctNames, distinctNames, plainName } from "../names.ts";
import { printCss } from "./cssNumber.ts";

/** The tolerance of `linear()` for a curve that CSS does not have, as a share of the change in value. */
export const CSS_TOLERANCE = 0.0005;

/** A `linear()` with more stops than this was sampled, and can be reduced. */
const MOST_STOPS = 200;

/** How curves are written as CSS. */
interface CurveWriting {
  /** The curve that leaves in place of one that CSS does not have; straight pieces if absent. */
  readonly lacking?: (curve: Curve) => Curve;
  /** What old browsers get in place of `linear()` and of what passes its ends; nothing if absent. */
  readonly fallbacks?: (curve: Curve) => Curve;
}

/** Writes curves as CSS, and fits each distinct curve once: many keys of a study have the same one. */
export class CssCurves {
  /** Fitted curves, by the curve's data and the tolerance. */
  private readonly fitted = new Map<string, Curve>();
  private readonly names: ReadonlyMap<Curve, string>;
  /** Named curves that were written, with the smallest tolerance that was asked for. */
  private readonly used = new Map<Curve, number>();
  /** The curves of the texts that were written, for what old browsers get in place of them. */
  private readonly written = new Map<string, Curve>();
  private readonly fallbacks = new Map<string, string>();

  /**
   * @param shared named curves, which leave as custom properties
   * @param properties gives these their names
   */
  constructor(
    shared: readonly SharedCurve[] = [],
    private readonly writing: CurveWriting = {},
    properties: DistinctNames = distinctNames(),
  ) {
    this.names = new Map(
      shared.map(({ id, name, curve }) => [
        curve,
        properties(`curve ${id}`, `--${plainName(name)}`),
      ]),
    );
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

  /** The rules with the named curves, where there are any. */
  rootText(): string[] {
    const root = (lines: readonly string[]) => `:root {\n  ${lines.join("\n  ")}\n}`;
    const named = this.named();
    if (named.length === 0) return [];
    const old = named.map((line) => {
      const at = line.indexOf(": ");
      const text = line.slice(at + 2, -1);
      return `${line.slice(0, at)}: ${this.fallbackOf(text) ?? text};`;
    });
    // Custom properties take whatever is written, so that the browser has to be asked what it knows.
    if (!named.some((line, i) => line !== old[i])) return [root(named)];
    const inside = root(named).replace(/^(?=.)/gm, "  ");
    return [root(old), `@supports (animation-timing-function: linear(0, 1)) {\n${inside}\n}`];
  }

  /** A curve as CSS text with rounded numbers; `tolerance` is a share of the change in value. */
  write(curve: Curve, tolerance: number = CSS_TOLERANCE): string {
    const text = printCss(this.fit(curve, tolerance));
    if (this.writing.fallbacks) this.written.set(text, curve);
    return text;
  }

  /** What browsers get that do not know a timing, where that is asked for: the nearest cubic-bezier between its ends. */
  fallbackOf(text: string): string | undefined {
    const curve = this.written.get(text);
    const { fallbacks } = this.writing;
    if (!fallbacks || !curve || !needsFallback(text)) return undefined;
    const known = this.fallbacks.get(text);
    if (known) return known;
    const fitted = printCurve(fallbacks(curve)).replace(/-?\d+(?:\.\d+)?/g, (number) =>
      String(roundTo(Number(number), 3)),
    );
    this.fallbacks.set(text, fitted);
    return fitted;
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
      fit = this.writing.lacking?.(curve) ?? fitLinear(curve, CSS_TOLERANCE * step).curve;
      this.fitted.set(name, fit);
    }
    return fit;
  }
}

/** Whether a timing is `linear()`, or passes its ends: what the first browsers with animations did not know. */
function needsFallback(text: string): boolean {
  if (text.startsWith("linear(")) return true;
  const [, y1 = 0, , y2 = 0] = (/^cubic-bezier\((.*)\)$/.exec(text)?.[1] ?? "")
    .split(",")
    .map(Number);
  return Math.min(y1, y2) < 0 || Math.max(y1, y2) > 1;
}

/** One curve as CSS text; see `CssCurves`. */
export function cssCurve(curve: Curve, tolerance: number = CSS_TOLERANCE): string {
  return new CssCurves().write(curve, tolerance);
}
