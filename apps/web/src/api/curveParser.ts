// Reading curve text needs a CSS tokenizer; it comes with the first text that is read.
export { parseCurve } from "@levitas/core/curve";
