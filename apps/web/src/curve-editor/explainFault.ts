import { type Curve, checkCurve } from "@levitas/core/curve";
import { say } from "../ui/notices.tsx";

/** Says in words why two numbers together make no curve. */
export function explainFault(curve: Curve): void {
  const [fault] = checkCurve(curve, "");
  if (fault) say(`${fault.message} ${fault.cure}`, { tone: "fault" });
}
