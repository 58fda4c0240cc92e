import { compileCurve, parseCurve } from "@levitas/core/curve";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";

/** How many values are given when nothing is said: every tenth. */
const DEFAULT_COUNT = 11;

/** `levitas sample --curve TEXT`: a JSON array of values. */
export function sampleOne(
  text: string,
  { at, count }: { at?: readonly number[]; count?: number },
  streams: Streams,
): void {
  const curve = parseCurve(text);
  if (!curve.ok) throw InputFault.of("curve", curve.faults);
  const { value } = compileCurve(curve.value);
  const places = at ?? evenly(count ?? DEFAULT_COUNT);
  streams.print(JSON.stringify(places.map((p) => value(p))));
}

/** `levitas sample < lines`: a line of JSON for each line of JSON. A bad line does not stop the rest. */
export async function sampleLines(streams: Streams): Promise<void> {
  let faults = 0;
  let number = 0;
  for await (const line of streams.lines()) {
    number++;
    if (line.trim() === "") continue;
    const answer = sampleLine(line);
    if ("error" in answer) {
      faults++;
      streams.error(`line ${number}: ${answer.error.message}`);
    }
    streams.print(JSON.stringify(answer));
  }
  if (faults > 0) throw new InputFault([`${faults} of ${number} lines at fault`]);
}

type Answer = { values: number[] } | { error: { message: string; at: number | null } };

function sampleLine(line: string): Answer {
  let request: unknown;
  try {
    request = JSON.parse(line);
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return fail(`The line is not JSON: ${error.message}.`);
  }
  if (typeof request !== "object" || request === null)
    return fail('Give an object: {"curve": TEXT, "at": [..]}.');
  const { curve: text, at = evenly(DEFAULT_COUNT) } = request as { curve?: unknown; at?: unknown };
  if (typeof text !== "string") return fail('"curve" is not a text.');
  if (!Array.isArray(at) || !at.every((p) => typeof p === "number"))
    return fail('"at" is not a list of numbers.');
  const curve = parseCurve(text);
  if (!curve.ok) {
    const [fault] = curve.faults;
    return fail(`${fault?.message} ${fault?.cure}`, fault?.at);
  }
  const { value } = compileCurve(curve.value);
  return { values: at.map((p: number) => value(p)) };
}

function fail(message: string, at: number | null = null): Answer {
  return { error: { message, at } };
}

function evenly(count: number): number[] {
  return Array.from({ length: count }, (_, i) => i / (count - 1));
}
