export { bad, type Fault, faultText, good, type Result } from "./fault.ts";
