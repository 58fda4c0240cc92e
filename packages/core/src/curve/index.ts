export { compileCurve } from "./compileCurve.ts";
export { KEYWORDS } from "./cubicBezier.ts";
export {
  type CompiledCurve,
  type CubicBezierCurve,
  type Curve,
  type KeywordCurve,
  LINEAR,
  type LinearCurve,
  type LinearStop,
  type LinearStopsCurve,
  type StepPosition,
  type StepsCurve,
} from "./curve.ts";
export { type CurveKind, type CurveParameter, checkNumber } from "./kind.ts";
export { CURVE_KINDS, curveKindOf } from "./kinds.ts";
export { checkCurve, parseCurve, printCurve, sameCurve } from "./notation.ts";
export { STEP_POSITIONS } from "./steps.ts";
