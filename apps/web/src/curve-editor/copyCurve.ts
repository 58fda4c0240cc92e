import type { Curve } from "@levitas/core/curve";
import { copyText } from "../ui/copyText.ts";

/** Copies a curve as CSS: one that CSS does not have as what it can run. What writes it is loaded when it is wanted. */
export async function copyCurve(curve: Curve, what = "the curve as CSS"): Promise<void> {
  const { cssCurve } = await import("@levitas/core/format");
  await copyText(cssCurve(curve), what);
}
