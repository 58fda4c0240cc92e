export { anyCurve, anyFamily, anyPath, anySpring } from "./anyCurve.ts";
export { anyEdit } from "./anyEdit.ts";
export { ALL_KINDS, anySequence, type SequenceKinds } from "./anySequence.ts";
export { anyStudy } from "./anyStudy.ts";
export { referenceBezier, referenceBezierAt } from "./bisection.ts";
export { bezier, figure, key, kiosk, tween } from "./build.ts";
export { frozen } from "./frozen.ts";
export { mutated, mutatedText } from "./mutate.ts";
export { readCurveOf } from "./readCurveOf.ts";
