export { type BezierFit, fitBezier } from "./bezierFit.ts";
export { greatestDifference } from "./difference.ts";
export { fewestLinks } from "./fewestLinks.ts";
export { type FitPoint, type FittedKey, fitKeys } from "./fitKeys.ts";
export { fitLinear, type LinearFit } from "./linearFit.ts";
export { fitPath, fitPathTo, type PathFit } from "./pathFit.ts";
export { reverseCurve } from "./reverseCurve.ts";
export { splitCurve } from "./splitCurve.ts";
export { untangle } from "./untangle.ts";
