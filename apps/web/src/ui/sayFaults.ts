import { type Fault, faultText } from "@levitas/core/fault";
import { say } from "./notices.tsx";
import { saveFile } from "./saveFile.ts";

/** Says that a study had faults and opens with what is sound; the whole list can be kept as a file. */
export function sayFaults(name: string, faults: readonly Fault[]): void {
  const [first] = faults;
  if (!first) return;
  const rest = faults.length > 1 ? ` and ${faults.length - 1} more` : "";
  say(`${name} opens with what is sound. ${faultText(first)}${rest}`, {
    tone: "fault",
    action: {
      text: "Save the list",
      run: () => saveFile("faults.json", JSON.stringify(faults, null, 2)),
    },
  });
}
