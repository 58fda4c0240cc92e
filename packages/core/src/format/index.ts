export { type CssHandoff, handoffCss } from "./css/css.ts";
export { cssCurve, cssNumber } from "./css/cssText.ts";
export {
  CONVERSIONS,
  type Conversion,
  type ConversionOptions,
  type Converted,
  conversionOf,
  DEFAULT_CONVERSION,
  PLATFORMS,
  type Platform,
  platformOf,
} from "./curveText/conversions.ts";
export { curveTable, MOST_ROWS } from "./curveText/curveTable.ts";
export { jsFunction } from "./curveText/jsFunction.ts";
export { type FoundCurve, readCurveText } from "./curveText/readCurveText.ts";
export { HANDOFF_FORMATS, type HandoffFormat } from "./formats.ts";
export { type Drawing, readDrawing } from "./svg/svgDrawing.ts";
export { type IconLook, readSvgIcon } from "./svg/svgIcon.ts";
export {
  type Collection,
  DEFAULT_DURATION,
  LONGEST_DURATION,
  MOST_TAGS,
  NAME_LENGTH,
  type NamedCurve,
  NOTES_LENGTH,
  readCollection,
  TAG_LENGTH,
  writePlain,
  writeTokens,
} from "./tokens/collection.ts";
