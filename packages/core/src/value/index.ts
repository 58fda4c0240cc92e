export { ANGLE_ROUTES, type AngleRoute, angleDelta } from "./angle.ts";
export {
  type ColorSpace,
  type ColorTuple,
  isColor,
  printHexColor,
  printShownColor,
  readColor,
  writeShownColor,
} from "./color.ts";
export { roundTo } from "./round.ts";
