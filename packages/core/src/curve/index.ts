export { compileCurve } from "./compileCurve.ts";
export { KEYWORDS } from "./cubicBezier.ts";
export {
  type BackCurve,
  type CompiledCurve,
  type CubicBezierCurve,
  type Curve,
  type Direction,
  type KeywordCurve,
  LINEAR,
  type LinearCurve,
  type LinearStop,
  type LinearStopsCurve,
  type SpringCurve,
  type SpringFeelCurve,
  type StepPosition,
  type StepsCurve,
} from "./curve.ts";
export { DIRECTIONS } from "./family.ts";
export { type CurveKind, type CurveParameter, checkNumber } from "./kind.ts";
export { CURVE_KINDS, curveKindOf } from "./kinds.ts";
export { checkCurve, parseCurve, printCurve, sameCurve } from "./notation.ts";
export { physicsOf, springDuration, springFromFeel } from "./spring.ts";
export { STEP_POSITIONS } from "./steps.ts";
