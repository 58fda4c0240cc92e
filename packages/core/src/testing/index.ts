export { anyCurve, anyFamily, anyPath, anySpring } from "./anyCurve.ts";
export { ALL_KINDS, anySequence, type SequenceKinds } from "./anySequence.ts";
export { referenceBezier, referenceBezierAt } from "./bisection.ts";
export { bezier, figure, key, kiosk, tween } from "./build.ts";
export { readCurveOf } from "./readCurveOf.ts";
