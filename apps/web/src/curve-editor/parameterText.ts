import type { CurveParameter } from "@levitas/core/curve";
import type { Typed } from "../ui/LiveNumber.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import type { ReadQuantity } from "../ui/quantity.ts";

/** A parameter's value as it is shown and typed: percent for shares, ms for times. */
export function parameterText({ unit, whole }: CurveParameter, value: number): string {
  if (unit === "%") return `${numberLabel(value * 100, 0)}%`;
  return unit === "ms" ? `${numberLabel(value, 0)} ms` : numberLabel(value, whole ? 0 : 2);
}

/** Reads what was typed for a parameter; a plain number stands for percent or ms where those are shown. */
export function readParameter(
  parameter: CurveParameter,
  typed: string,
  quantity: ReadQuantity,
): Typed<number> {
  if (parameter.unit === "ms") return quantity(typed, "time");
  const read = quantity(typed, "factor");
  if (!read.ok || parameter.unit !== "%" || typed.includes("%")) return read;
  return { ok: true, value: read.value / 100 };
}

/** Ranges over more than this many powers of ten are gone through by ratio, not by difference. */
const WIDE = 2.5;

/** How a parameter lies along a slider from 0 to 1; undefined where its range has no end. */
export function sliderScale({
  min,
  max,
  unit,
  name,
}: CurveParameter):
  | { readonly toShare: (value: number) => number; readonly toValue: (share: number) => number }
  | undefined {
  if (!Number.isFinite(min) || !Number.isFinite(max)) return undefined;
  // Settle times and the like: nobody looks for a minute on a slider.
  const top = unit === "ms" ? Math.min(max, 5000) : name === "damping" ? 100 : max;
  const low = unit === "ms" ? Math.max(min, 50) : min;
  const clamp = (share: number) => Math.min(Math.max(share, 0), 1);
  if (low > 0 && Math.log10(top / low) > WIDE) {
    const ratio = Math.log(top / low);
    return {
      toShare: (value) => clamp(Math.log(Math.max(value, low) / low) / ratio),
      toValue: (share) => low * Math.exp(share * ratio),
    };
  }
  return {
    toShare: (value) => clamp((value - low) / (top - low)),
    toValue: (share) => low + share * (top - low),
  };
}
