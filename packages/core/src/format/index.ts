export { type CssHandoff, handoffCss } from "./css.ts";
export { cssCurve, cssNumber } from "./cssText.ts";
export { HANDOFF_FORMATS, type HandoffFormat } from "./formats.ts";
