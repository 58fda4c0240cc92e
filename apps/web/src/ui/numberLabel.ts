import { roundTo } from "@levitas/core/value";

/** A number as a label, with as many decimals as asked for, and a true minus: the hyphen of code is too short. */
export function numberLabel(value: number, decimals: number): string {
  return roundTo(value, decimals).toFixed(decimals).replace("-", "−");
}
