import { say } from "../../ui/notices.tsx";

/** Says why something cannot be done; answers whether it can. */
export function may(problem: string | undefined): boolean {
  if (problem) say(problem, { tone: "fault" });
  return problem === undefined;
}
