export { type Budget, budgetFault, DOCUMENT_BUDGET } from "./budget.ts";
export { bad, type Fault, faultText, good, type Result } from "./fault.ts";
export { cycleText, FaultList, shortValue } from "./faultList.ts";
