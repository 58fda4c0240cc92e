import { Command, CommanderError, InvalidArgumentError } from "commander";
import { check } from "./check.ts";
import { handoff } from "./handoff.ts";
import { InputFault } from "./inputFault.ts";
import { pose } from "./pose.ts";
import { sampleLines, sampleOne } from "./sample.ts";
import type { Streams } from "./streams.ts";

/** Exit statuses: all well, the input is at fault, the command was called wrongly. */
export const STATUS = { ok: 0, fault: 1, usage: 2 } as const;

/** Runs `levitas` with its arguments (without the program's own name) and answers its exit status. */
export async function run(args: readonly string[], streams: Streams): Promise<number> {
  try {
    await program(streams).parseAsync([...args], { from: "user" });
    return STATUS.ok;
  } catch (error) {
    if (error instanceof InputFault) {
      for (const line of error.lines) streams.error(line);
      return STATUS.fault;
    }
    // Commander has printed its message already; asking for help is no fault.
    if (error instanceof CommanderError) return error.exitCode === 0 ? STATUS.ok : STATUS.usage;
    throw error;
  }
}

function program(streams: Streams): Command {
  const root = new Command("levitas")
    .description("Sample curves and play studies from the command line.")
    .showHelpAfterError("(levitas --help lists the commands)")
    .exitOverride()
    .configureOutput({
      writeOut: (text) => streams.print(text.trimEnd()),
      writeErr: (text) => streams.error(text.trimEnd()),
    });
  const command = (name: string) => root.command(name).copyInheritedSettings(root);

  command("sample")
    .description(
      "values of a curve; without --curve, of one curve per line of JSON on standard input",
    )
    .option("--curve <text>", "the curve")
    .option("--at <numbers>", "progress values, separated by commas", readNumbers)
    .option("--count <n>", "that many values, evenly spread from 0 to 1", readCount)
    .action((options: { curve?: string; at?: number[]; count?: number }, self: Command) => {
      if (options.at && options.count) self.error("error: give --at or --count, not both", USAGE);
      if (options.curve !== undefined) sampleOne(options.curve, options, streams);
      else if (options.at || options.count)
        self.error("error: --at and --count need --curve", USAGE);
      else return sampleLines(streams);
    });

  command("check")
    .description("faults of a study, with their paths")
    .argument("<study>", "a study file")
    .action((file: string) => check(file, streams));

  command("pose")
    .description("where everything is, a line of JSON for each time")
    .argument("<study>", "a study file")
    .requiredOption("--at <times>", "times in ms, separated by commas", readNumbers)
    .action((file: string, { at }: { at: number[] }) => pose(file, at, streams));

  command("handoff")
    .description("the study as code")
    .argument("<study>", "a study file")
    .requiredOption("--as <format>", "the format, such as css")
    .option("--out <file>", "a file to write instead of standard output")
    .action((file: string, { as, out }: { as: string; out?: string }, self: Command) =>
      handoff(file, as, out, streams, (message) => self.error(message, USAGE)),
    );
  return root;
}

const USAGE = { exitCode: STATUS.usage, code: "levitas.usage" };

function readNumbers(text: string): number[] {
  return text.split(",").map((part) => {
    const number = Number(part);
    if (part.trim() === "" || !Number.isFinite(number))
      throw new InvalidArgumentError(`${JSON.stringify(part)} is not a number.`);
    return number;
  });
}

function readCount(text: string): number {
  const count = Number(text);
  if (!Number.isInteger(count) || count < 2 || count > 1_000_000)
    throw new InvalidArgumentError("Give a whole number from 2 to 1000000.");
  return count;
}
