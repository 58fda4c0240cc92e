import type { Curve } from "@levitas/core/curve";
import { cssCurve } from "@levitas/core/format";
import { copyText } from "../ui/copyText.ts";

/** Copies a curve as CSS: one that CSS does not have as what it can run. */
export const copyCurve = (curve: Curve) => copyText(cssCurve(curve), "the curve as CSS");
