export { type CurveRange, curveRange } from "./curveRange.ts";
export { curvePolyline } from "./polyline.ts";
