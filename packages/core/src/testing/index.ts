export { referenceBezier, referenceBezierAt } from "./bisection.ts";
export { bezier, figure, key, kiosk, tween } from "./build.ts";
