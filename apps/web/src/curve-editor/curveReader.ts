import { createCurveReader } from "@levitas/core/reading";

/** What the page knows of curves: its plots, numbers and cards ask about the same ones. */
export const { compile: compileCurve, range: curveRange, read: readCurve } = createCurveReader();
