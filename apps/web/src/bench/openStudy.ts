import { replaceStudy } from "@levitas/core/edit";
import { createStudy, readStoredStudy, type StoredStudy } from "../api/studies.ts";
import { sayFaults } from "../studies/sayFaults.ts";
import { say, sayFault } from "../ui/notices.tsx";
import { Autosave } from "./model/autosave.ts";
import { Bench } from "./model/bench.ts";
import { type Draft, dropDraft, keepDraft, leftDrafts } from "./model/drafts.ts";

/** A study as it was found: on the server, and what the browser kept of it. */
export interface FoundStudy {
  readonly stored: StoredStudy;
  readonly drafts: readonly (Draft & { readonly forget: () => void })[];
}

/** Reads a study and the unsaved work on it. */
export async function findStudy(id: string, signal: AbortSignal): Promise<FoundStudy> {
  const [stored, drafts] = await Promise.all([readStoredStudy(id, signal), leftDrafts(id)]);
  return { stored, drafts };
}

/** A study on the bench with what keeps it saved. */
export interface OpenStudy {
  readonly bench: Bench;
  readonly autosave: Autosave;
  /** Resolves when what was done is saved, or cannot be. */
  readonly close: () => Promise<void>;
}

/**
 * Opens a study. Work that never reached the server comes back: on top of what the server has, or,
 * if that has changed since, as a choice. Further left-over work becomes studies of its own.
 */
export function openStudy({ stored, drafts }: FoundStudy): OpenStudy {
  const bench = new Bench(stored.document);
  const autosave = new Autosave(stored, { keep: keepDraft, drop: dropDraft });
  const stop = bench.store.subscribe(({ history }) => autosave.change(history.study));
  if (stored.faults) sayFaults(stored.document.name, stored.faults);
  // Only where something was left: a large study takes a while to write out.
  const there = drafts.length > 0 ? JSON.stringify(stored.document) : "";
  const [newest, ...others] = drafts.filter((draft) => {
    const known = JSON.stringify(draft.study) === there;
    if (known) draft.forget();
    return !known;
  });
  if (newest) {
    if (newest.madeFrom !== stored.revision) autosave.conflictWith(stored);
    const label = "bring back unsaved work";
    bench.perform(replaceStudy, { study: newest.study, label });
    newest.forget();
    say("Brought back work that had not been saved.");
  }
  for (const draft of others) {
    const name = `${draft.study.name} (recovered)`.slice(0, 200);
    createStudy({ document: { ...draft.study, name } }).then(draft.forget, sayFault);
  }
  return {
    bench,
    autosave,
    close: () => {
      // A drag still going on ends as if released, and is saved with the rest.
      bench.dispose();
      stop();
      return autosave.dispose();
    },
  };
}
