import type { Response } from "express";
import { FaultsError } from "../faults/faultsError.ts";

/** Says the revision of an answer in its ETag, and hands the answer on. */
export function writeEtag<T extends { readonly revision: number }>(
  response: Response,
  answer: T,
): T {
  response.setHeader("ETag", `"${answer.revision}"`);
  return answer;
}

/** The revision a save was made from. */
export function readIfMatch(header: string | undefined): number {
  if (header === undefined)
    throw FaultsError.one(
      428,
      "no-if-match",
      "The save does not say what it was made from.",
      'Send If-Match with the ETag of what it was made from, such as "3".',
    );
  const found = /^"(\d{1,15})"$/.exec(header.trim());
  if (!found)
    throw FaultsError.one(
      400,
      "wrong-if-match",
      `Found ${JSON.stringify(header.slice(0, 60))} in If-Match.`,
      'Send the ETag as it came, such as "3".',
    );
  return Number(found[1]);
}
