export { type CurveRange, curveRange } from "./curveRange.ts";
