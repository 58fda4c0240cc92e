import { join, resolve } from "node:path";
import { run } from "./program.ts";

/** The folder of the demo studies, and one of them. */
export const DEMO = resolve(import.meta.dirname, "../../../demo");
export const PASS = join(DEMO, "1-boarding-pass.json");

/** Runs the command as a shell would, and answers what it wrote. */
export async function levitas(args: readonly string[], input: readonly string[] = []) {
  const printed: string[] = [];
  const errors: string[] = [];
  const status = await run(args, {
    lines: async function* () {
      yield* input;
    },
    print: (line) => printed.push(line),
    error: (line) => errors.push(line),
  });
  return { status, printed, errors: errors.join("\n") };
}
