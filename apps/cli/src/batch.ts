import type { Fault } from "@levitas/core/fault";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";

/** A refusal as it is printed: what, and where in the text if that is known. */
export interface Refusal {
  readonly error: { readonly message: string; readonly at: number | null };
}

/** A refusal in words. */
export function refuse(message: string, at: number | null = null): Refusal {
  return { error: { message, at } };
}

/** The first of some faults as a refusal. */
export function refuseFault([fault]: readonly Fault[]): Refusal {
  return refuse(`${fault?.message} ${fault?.cure}`, fault?.at ?? null);
}

/** Answers each line of JSON with a line of JSON. A bad line does not stop the rest; it costs status 1. */
export async function answerLines(
  streams: Streams,
  answer: (request: Readonly<Record<string, unknown>>) => object | Refusal,
): Promise<void> {
  let faults = 0;
  let number = 0;
  for await (const line of streams.lines()) {
    number++;
    if (line.trim() === "") continue;
    const request = readRequest(line);
    const answered = "error" in request ? (request as Refusal) : answer(request);
    if ("error" in answered && isRefusal(answered)) {
      faults++;
      streams.error(`line ${number}: ${answered.error.message}`);
    }
    streams.print(JSON.stringify(answered));
  }
  if (faults > 0) throw new InputFault([`${faults} of ${number} lines at fault`]);
}

function isRefusal(answer: object): answer is Refusal {
  return "error" in answer && typeof answer.error === "object";
}

function readRequest(line: string): Readonly<Record<string, unknown>> | Refusal {
  try {
    const request: unknown = JSON.parse(line);
    if (typeof request === "object" && request !== null && !Array.isArray(request)) {
      const { error: _, ...rest } = request as Record<string, unknown>;
      return rest;
    }
    return refuse('Give an object, such as {"curve": "ease"}.');
  } catch (error) {
    if (!(error instanceof SyntaxError)) throw error;
    return refuse(`The line is not JSON: ${error.message}.`);
  }
}
