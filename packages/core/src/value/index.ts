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
export { extentOf } from "./extent.ts";
export { type Hsv, printHsv, readHsv } from "./hsv.ts";
export { type QuantityKind, readQuantity } from "./quantity.ts";
export { roundTo } from "./round.ts";
export { edgeBetween, peakBetween } from "./search.ts";
export { readTypedTime, type TypedTime } from "./typedTime.ts";
