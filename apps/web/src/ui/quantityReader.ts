export { readQuantity } from "@levitas/core/value";
