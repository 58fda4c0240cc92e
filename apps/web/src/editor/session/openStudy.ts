import { type History, replaceStudy } from "@levitas/core/edit";
import type { Study } from "@levitas/core/study";
import { type StoredStudy, saveStudy } from "../../api/studies.ts";
import { closeKeeper } from "../../keeping/closing.ts";
import { dropDraft, keepDraft } from "../../keeping/drafts.ts";
import type { Found } from "../../keeping/findKept.ts";
import { Keeper } from "../../keeping/keeper.ts";
import { say } from "../../ui/notices.tsx";
import { forgetStored, readStored, store } from "../../ui/storage.ts";
import { Bench } from "./bench.ts";
import { type HeldCurves, heldAfter, type Selection } from "./selection.ts";

export type StudyKeeper = Keeper<Study>;
export type FoundStudy = Found<StoredStudy, Study>;

/** A study on the bench with what keeps it saved. */
export interface OpenStudy {
  readonly bench: Bench;
  readonly keeper: StudyKeeper;
  /** Resolves when what was done is saved, or cannot be. */
  readonly close: () => Promise<void>;
}

/**
 * Opens a study. Work that never reached the server comes back: on top of what the server has, or,
 * if that has changed since, as a choice. Further left-over work becomes studies of its own.
 */
export function openStudy({ stored, drafts }: FoundStudy): OpenStudy {
  const { id, revision, document } = stored;
  const past = pasts.get(id);
  const bench = new Bench(document, past && isSameStudy(past.study, document) ? past : undefined);
  const keeper: StudyKeeper = new Keeper(
    { revision, content: document },
    {
      save: async (study, madeFrom) => {
        const result = await saveStudy(id, study, madeFrom);
        if (result.kind === "saved") return result;
        const { current } = result;
        return {
          kind: "stale",
          current: { revision: current.revision, content: current.document },
        };
      },
      isSame: isSameStudy,
      keepDraft: (draft) => keepDraft("study", id, draft),
      dropDraft: () => dropDraft("study", id),
    },
  );
  const { faults } = stored;
  if (faults)
    void import("../../ui/sayFaults.ts").then(({ sayFaults }) => sayFaults(document.name, faults));
  const [first, ...others] = drafts.filter((draft) => {
    const isKnown = isSameStudy(draft.content, document);
    if (isKnown) draft.forget();
    return !isKnown;
  });
  if (first) {
    first.takeOver();
    keeper.resume(first, { revision, content: document });
    bench.perform(replaceStudy, { study: first.content, label: "bring back unsaved work" });
    say("Brought back work that had not been saved.");
  }
  // After `resume`: what was brought back is no new change.
  keeper.change(bench.study);
  const heldAt = `levitas-held-${id}`;
  const held = readStored("session", heldAt);
  if (held) bench.select({ held: readHeld(held, bench.study) });
  const stop = bench.store.subscribe(({ history, selection }, before) => {
    keeper.change(history.study);
    if (selection.held === before.selection.held) return;
    const isAny = Object.keys(selection.held ?? {}).length > 0;
    if (isAny) store("session", heldAt, JSON.stringify(selection.held));
    else forgetStored("session", heldAt);
  });
  if (others.length > 0)
    void import("./recoverDrafts.ts").then(({ recoverDrafts }) => recoverDrafts(others));
  return {
    bench,
    keeper,
    close: () => {
      // A drag still going on ends as if released, and is saved with the rest.
      bench.dispose();
      stop();
      keepPast(id, bench.store.getState().history);
      return closeKeeper("study", id, keeper);
    },
  };
}

/** Paths that ran back in time when this tab left the study, as far as what they belong to is there. */
function readHeld(text: string, study: Study): HeldCurves {
  try {
    const held = JSON.parse(text) as HeldCurves;
    return heldAfter(held, study, study);
  } catch {
    return {};
  }
}

function isSameStudy(a: Study, b: Study): boolean {
  return a === b || JSON.stringify(a) === JSON.stringify(b);
}

/** What was done to studies that were open in this tab, for when they are opened again: the last of them. */
const pasts = new Map<string, History<Selection>>();
const MOST_PASTS = 12;

function keepPast(id: string, history: History<Selection>): void {
  pasts.delete(id);
  pasts.set(id, history);
  const [oldest] = pasts.keys();
  if (pasts.size > MOST_PASTS && oldest !== undefined) pasts.delete(oldest);
}
