export { bringInto, LONGEST_BROUGHT, readBrought, studyOf } from "./bring/bring.ts";
export type { Brought, BroughtFigure, Unread } from "./bring/brought.ts";
export { type CssHandoff, handoffCss } from "./css/css.ts";
export { isSelector } from "./css/cssBegins.ts";
export { WITHIN } from "./css/cssChoices.ts";
export { cssNumber, printCss } from "./css/cssNumber.ts";
export { CSS_PROPERTIES, type CssProperty, combine, cssUnit } from "./css/cssProperties.ts";
export { cssCurve } from "./css/cssText.ts";
export type { CssWeight } from "./css/sceneRules.ts";
export { transitionCss } from "./css/transitionCss.ts";
export { type ConversionOptions, DEFAULT_CONVERSION } from "./curveText/conversionForms.ts";
export {
  CONVERSIONS,
  type Conversion,
  type Converted,
  conversionOf,
  PLATFORMS,
  type Platform,
  platformOf,
} from "./curveText/conversions.ts";
export { curveTable, MOST_ROWS } from "./curveText/curveTable.ts";
export { jsFunction } from "./curveText/jsFunction.ts";
export { type FoundCurve, readCurveText } from "./curveText/readCurveText.ts";
export { type Column, columnsOf } from "./function/channelPieces.ts";
export { formatsFor, HANDOFF_FORMATS } from "./handoff/formats.ts";
export type {
  Handoff,
  HandoffFormat,
  HandoffLimit,
  HandoffOption,
  HandoffParts,
  HandoffRun,
  HandoffSettings,
  HandoffWriter,
  PicturePlan,
} from "./handoff/handoffFormat.ts";
export { choicesOf, type HandoffChoice } from "./handoff/handoffFormat.ts";
export { type KeptHandoff, OF_STUDY, readKeptHandoff } from "./handoff/keptHandoff.ts";
export { sheetOf, spriteMap } from "./handoff/picturePlan.ts";
export { initialSettings, readHandoffSettings } from "./handoff/settings.ts";
export { stillSvg } from "./handoff/stillSvg.ts";
export { PART_FORMS, type PartForm, type PartOf, partOf, writePart } from "./handoff/studyPart.ts";
export { timingOfChannel } from "./handoff/transitionWriter.ts";
export { handoffNames } from "./names.ts";
export {
  type EncodedPlan,
  type Encoder,
  isEncoded,
  PICTURE_ENCODERS,
  sampledFrames,
} from "./picture/encoders.ts";
export {
  differenceWords,
  isNear,
  NO_PIXEL_DIFFERENCE,
  type PixelDifference,
  pixelDifference,
  worseDifference,
} from "./picture/pixelDifference.ts";
export { type Patch, warp } from "./picture/warp.ts";
export {
  compareShown,
  type Difference,
  noDifference,
  PROVEN,
  type Proven,
  type ShownDifference,
  TOLERANCES,
  tolerancesWithin,
} from "./proof/compareShown.ts";
export {
  type PlayedSample,
  type Shown,
  type StageAnswer,
  type StageMessage,
  stageScript,
  withScript,
} from "./proof/shown.ts";
export { shapesWriter, type Turned } from "./shapes/stillShapes.ts";
export { type Drawing, readDrawing } from "./svg/svgDrawing.ts";
export { type IconLook, readSvgIcon } from "./svg/svgIcon.ts";
export {
  type Collection,
  readCollection,
  writePlain,
  writeTokens,
} from "./tokens/collection.ts";
export {
  DEFAULT_DURATION,
  LONGEST_DURATION,
  MOST_TAGS,
  NAME_LENGTH,
  type NamedCurve,
  NOTES_LENGTH,
  TAG_LENGTH,
} from "./tokens/namedCurve.ts";
