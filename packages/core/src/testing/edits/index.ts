import type { Change } from "../../edit/index.ts";
import type { Study } from "../../study/index.ts";
import { FIGURE_EDITS } from "./figureEdits.ts";
import { type EditKind, givenOf, type Tried } from "./given.ts";
import { KEY_EDITS } from "./keyEdits.ts";
import { LIVE_EDITS } from "./liveEdits.ts";
import { SEQUENCE_EDITS } from "./sequenceEdits.ts";

export type { Law, Tried } from "./given.ts";

/** Every kind of edit, by the name of the function that makes it, with what is special after a colon. */
export const EDIT_KINDS: Readonly<Record<string, EditKind>> = {
  ...KEY_EDITS,
  ...FIGURE_EDITS,
  ...SEQUENCE_EDITS,
  ...LIVE_EDITS,
};
const NAMES = Object.keys(EDIT_KINDS);

/** One random edit of a kind, and the law it has to keep; undefined where the study has nothing for it. */
export function tryEdit(
  kind: string,
  study: Study,
  random: () => number,
  newId: () => string,
): Tried | undefined {
  const made = EDIT_KINDS[kind]?.(givenOf(study, random, newId));
  return made && "change" in made ? made : made && { change: made };
}

/** One random thing a person might do, out of some kinds. */
export function anyEdit(
  study: Study,
  random: () => number,
  newId: () => string,
  kinds: readonly string[] = NAMES,
): Change | undefined {
  const kind = kinds[Math.floor(random() * kinds.length)] ?? "";
  const change = tryEdit(kind, study, random, newId)?.change;
  // What was prepared first does not follow on the study.
  return change?.before === study ? change : undefined;
}
