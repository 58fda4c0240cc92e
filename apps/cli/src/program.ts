import { MOST_ROWS } from "@levitas/core/format";
import { Command, CommanderError, InvalidArgumentError, Option } from "commander";
import { answerLines } from "./batch.ts";
import { type BringArguments, bring } from "./bring.ts";
import { check } from "./check.ts";
import { convertLine, convertOne, TARGETS } from "./convert.ts";
import { type HandoffArguments, handoff } from "./handoff.ts";
import { InputFault } from "./inputFault.ts";
import { type LiveArguments, live } from "./live.ts";
import { pose } from "./pose.ts";
import { readingsLine, readingsOne } from "./readings.ts";
import { sampleLine, sampleOne } from "./sample.ts";
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
      else return answerLines(streams, sampleLine);
    });

  command("readings")
    .description(
      "what a curve does, as JSON; without --curve, of one curve per line of JSON on standard input",
    )
    .option("--curve <text>", "the curve")
    .option("--duration <ms>", "its duration, so that times are in ms", readPositive)
    .option("--band <percent>", "how near the target counts as settled", readPositive)
    .action((options: { curve?: string; duration?: number; band?: number }, self: Command) => {
      if (options.curve !== undefined) readingsOne(options.curve, options, streams);
      else if (options.duration || options.band)
        self.error("error: --duration and --band need --curve", USAGE);
      else return answerLines(streams, readingsLine);
    });

  command("convert")
    .description(
      "a curve in another form; without --curve, one curve per line of JSON on standard input",
    )
    .option("--curve <text>", "the curve")
    .addOption(new Option("--to <form>", "the form").choices(TARGETS))
    .option("--tolerance <percent>", "greatest difference, percent of the way (0.5)", readPositive)
    .option("--count <n>", "rows of a table", readCount)
    .option("--no-overshoot", "keep a cubic-bezier between its ends")
    .option("--untangle", "mend a path that runs back in time")
    .option("--json", "the text with its error, as JSON")
    .action((options: ConvertOptions, self: Command) => {
      const { curve, to, ...rest } = options;
      if (curve === undefined && to === undefined) return answerLines(streams, convertLine);
      if (curve === undefined || to === undefined)
        self.error("error: --curve and --to go together", USAGE);
      convertOne(curve, to, rest, streams);
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
    .description("the study in a format that runs elsewhere")
    .argument("<study>", "a study file")
    .requiredOption("--as <format>", "the format, such as css")
    .option("--set <name=value...>", "an option of the format, such as rate=24")
    .option("--figures <names...>", "only these figures")
    .option("--selectors <name=selector...>", "the selector of a figure in place of its class")
    .option("--out <file>", "a file to write instead of standard output")
    .option("--proof", "compare what leaves with the motion, where that needs no browser")
    .action((file: string, wanted: HandoffArguments, self: Command) =>
      handoff(file, wanted, streams, (message) => self.error(message, USAGE)),
    );

  command("live")
    .description("poses along a take of presses, a line of JSON for each time")
    .argument("<study>", "a study file")
    .requiredOption("--take <take>", "a file with a take, or the name of one of the study's")
    .option("--at <times>", "times in ms, separated by commas", readNumbers)
    .option("--rate <number>", "poses a second", Number)
    .option("--log", "what happened, in place of poses")
    .action((file: string, wanted: LiveArguments) => live(file, wanted, streams));

  command("bring")
    .description("a study from CSS, Web Animations, an SVG that moves, a table of frames or tokens")
    .argument("<file>", "what is brought in")
    .option("--onto <study>", "a study file it is added to")
    .option("--out <file>", "a file to write instead of standard output")
    .action((file: string, wanted: BringArguments) => bring(file, wanted, streams));
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

interface ConvertOptions {
  curve?: string;
  to?: string;
  tolerance?: number;
  count?: number;
  overshoot?: boolean;
  untangle?: boolean;
  json?: boolean;
}

function readPositive(text: string): number {
  const number = Number(text);
  if (text.trim() === "" || !(number > 0) || !Number.isFinite(number))
    throw new InvalidArgumentError("Give a number above 0.");
  return number;
}

function readCount(text: string): number {
  const count = Number(text);
  if (!Number.isInteger(count) || count < 2 || count > MOST_ROWS)
    throw new InvalidArgumentError(`Give a whole number from 2 to ${MOST_ROWS}.`);
  return count;
}
