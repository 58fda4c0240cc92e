import type { Curve } from "@levitas/core/curve";
import {
  type Conversion,
  type ConversionOptions,
  type Converted,
  conversionOf,
  DEFAULT_CONVERSION,
  type NamedCurve,
  type Platform,
  platformOf,
  writeTokens,
} from "@levitas/core/format";

/** What is computed aside from the page: all of it takes longer than a frame. */
export const tasks = {
  /** One text form of a curve. */
  convert(
    curve: Curve,
    form: Conversion["id"],
    options: Partial<Omit<ConversionOptions, "progress">>,
    progress: (share: number) => void,
  ): Converted {
    const conversion = conversionOf(form);
    if (!conversion) throw new RangeError(`convert: there is no form ${form}`);
    return conversion.convert(curve, { ...DEFAULT_CONVERSION, ...options, progress });
  },
  /** What runs each of some curves. */
  platforms(curves: readonly Curve[]): Platform[] {
    return curves.map(platformOf);
  },
  /** The collection as design tokens. */
  tokens(curves: readonly NamedCurve[]): string {
    return writeTokens(curves);
  },
  /** Reads a long text. */
  async read(text: string) {
    const { readCurveText } = await import("./readText.ts");
    return readCurveText(text);
  },
};

export type Tasks = typeof tasks;
