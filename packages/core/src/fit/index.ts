export { fitLinear, type LinearFit } from "./linearFit.ts";
