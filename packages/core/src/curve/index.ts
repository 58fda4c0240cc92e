export {
  BEZIER_NUMBERS,
  bezierInto,
  bezierWithNewton,
  clearGuesses,
  GUESSES,
  writeBezierNumbers,
} from "./bezierSolver.ts";
export { compileCurve } from "./compileCurve.ts";
export {
  type BezierPoints,
  bezierCoordinate,
  bezierDerivative,
  bezierTurns,
  cutBezier,
} from "./cubic.ts";
export { KEYWORDS } from "./cubicBezier.ts";
export {
  type BackCurve,
  type CompiledCurve,
  type CubicBezierCurve,
  type Curve,
  compiledCurve,
  DIAGONAL,
  type Direction,
  HOLD,
  type KeywordCurve,
  LINEAR,
  type LinearCurve,
  type LinearStop,
  type LinearStopsCurve,
  type PathCurve,
  type PathPoint,
  type Place,
  type ProgressCell,
  type SpringCurve,
  type SpringFeelCurve,
  type StepPosition,
  type StepsCurve,
} from "./curve.ts";
export { DIRECTIONS } from "./family.ts";
export {
  type CurveKind,
  type CurveMemory,
  type CurveParameter,
  checkNumber,
  newCurveMemory,
  type StockCard,
} from "./kind.ts";
export { CURVE_KINDS, curveKindOf, landmarksOf, naturalDuration } from "./kinds.ts";
export { MOST_POINTS } from "./mostPoints.ts";
export { checkCurve, printCurve, sameCurve } from "./notation.ts";
export { parseCurve } from "./parseCurve.ts";
export { type BackStretch, backStretches, segmentsOf } from "./path.ts";
export { readPathData, type Subpath } from "./pathData.ts";
export {
  addPathPoint,
  deletePathPoints,
  type HandleSide,
  heightAbove,
  type Joint,
  jointOf,
  movePathHandle,
  movePathPoints,
  placePathPoint,
  pullPathHandles,
  setPathJoint,
} from "./pathPoints.ts";
export { isSpring, physicsOf, springDuration, springFromFeel } from "./spring.ts";
export { STEP_POSITIONS } from "./steps.ts";
export { applyTransform } from "./svgTransform.ts";
