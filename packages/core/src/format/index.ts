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
} from "./collection.ts";
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
} from "./conversions.ts";
export { type CssHandoff, handoffCss } from "./css.ts";
export { cssCurve, cssNumber } from "./cssText.ts";
export { curveTable, MOST_ROWS } from "./curveTable.ts";
export { HANDOFF_FORMATS, type HandoffFormat } from "./formats.ts";
export { jsFunction } from "./jsFunction.ts";
export { type FoundCurve, readCurveText } from "./readCurveText.ts";
export { type Drawing, readDrawing } from "./svgDrawing.ts";
export { type IconLook, readSvgIcon } from "./svgIcon.ts";
