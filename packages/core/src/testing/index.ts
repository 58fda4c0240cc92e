export { referenceBezier } from "./bisection.ts";
export { bezier, figure, key, kiosk, tween } from "./build.ts";
