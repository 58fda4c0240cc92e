export { readCurveText } from "@levitas/core/format";
