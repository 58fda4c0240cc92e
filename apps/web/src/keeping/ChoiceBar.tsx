import { type ReactNode, useState } from "react";
import { useStore } from "zustand";
import { Button } from "../ui/Button.tsx";
import { sayFault } from "../ui/notices.tsx";
import type { Keeper } from "./keeper.ts";

/**
 * What a person chooses when the work here cannot simply be saved: two states of one document met, or the document
 * was deleted elsewhere. Nothing is lost until the choice is made.
 */
export function ChoiceBar<T>({
  keeper,
  word,
  nameOf,
  takeTheirs,
  keepBoth,
  keepAsNew,
  throwAway,
}: {
  keeper: Keeper<T>;
  /** What the document is: "study", "curve". */
  word: string;
  nameOf: (content: T) => string;
  /** Shows the other state here, after the keeper has taken it. */
  takeTheirs: (theirs: T) => void;
  /** Keeps the work here as a document of its own; `settle` then takes the other state. */
  keepBoth: (settle: () => void) => Promise<void>;
  /** Keeps the work here as a new document, once the one it belongs to is gone. */
  keepAsNew: () => Promise<void>;
  /** Leaves the page of a document that is gone. */
  throwAway: () => void;
}): ReactNode {
  const state = useStore(keeper.state);
  const [busy, setBusy] = useState(false);
  if (state.kind !== "conflict" && state.kind !== "gone") return null;
  const settle = () => {
    const theirs = keeper.keepTheirs();
    if (theirs !== undefined) takeTheirs(theirs);
  };
  const once = (work: () => Promise<void>) => () => {
    setBusy(true);
    work()
      .catch(sayFault)
      .finally(() => setBusy(false));
  };
  return (
    <div
      role="alert"
      className="flex shrink-0 items-center gap-3 border-b border-marigold bg-marigold-pale px-4 py-2"
    >
      {state.kind === "gone" ? (
        <>
          <p className="mr-auto">
            <strong className="font-semibold">This {word} was deleted elsewhere.</strong> Your work
            on it is kept in this browser until you choose.
          </p>
          <Button disabled={busy} onClick={throwAway}>
            Throw away
          </Button>
          <Button look="main" disabled={busy} onClick={once(keepAsNew)}>
            Keep as new {word}
          </Button>
        </>
      ) : (
        <>
          <p className="mr-auto">
            <strong className="font-semibold">
              This {word} was saved elsewhere as “{nameOf(state.current.content)}”
            </strong>{" "}
            while you worked on it here, in another tab or by someone else. Your work is kept in
            this browser until you choose.
          </p>
          <Button disabled={busy} onClick={() => keeper.keepMine()}>
            Keep mine
          </Button>
          <Button disabled={busy} onClick={settle}>
            Keep theirs
          </Button>
          <Button look="main" disabled={busy} onClick={once(() => keepBoth(settle))}>
            Keep both
          </Button>
        </>
      )}
    </div>
  );
}
