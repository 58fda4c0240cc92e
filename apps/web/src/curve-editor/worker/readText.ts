// Readers of SVG and of values of CSS weigh more than all conversions: they come with the first text.
export { readCurveText } from "@levitas/core/format";
