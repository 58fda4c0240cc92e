import { replaceStudy } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { useStore } from "zustand";
import { createStudy } from "../api/studies.ts";
import { Button } from "../ui/Button.tsx";
import { say, sayFault } from "../ui/notices.tsx";
import type { Autosave } from "./model/autosave.ts";
import { useBench } from "./model/BenchContext.ts";

/** Two states of one study met: the person keeps either, or both. Nothing is lost meanwhile. */
export function ConflictBar({ autosave }: { autosave: Autosave }): ReactNode {
  const bench = useBench();
  const navigate = useNavigate();
  const state = useStore(autosave.state);
  if (state.kind !== "conflict") return null;
  const takeTheirs = () => {
    const theirs = autosave.keepTheirs();
    if (theirs)
      bench.perform(replaceStudy, { study: theirs, label: "take the state saved elsewhere" });
  };
  const keepBoth = async () => {
    const mine = bench.study;
    const copy = await createStudy({
      document: { ...mine, name: `${mine.name} (mine)`.slice(0, 200) },
    });
    takeTheirs();
    await navigate(`/studies/${copy.id}`);
    say(`Yours is here, as “${copy.document.name}”. The other keeps its name.`);
  };
  return (
    <div
      role="alert"
      className="flex shrink-0 items-center gap-3 border-b border-marigold bg-marigold-pale px-4 py-2"
    >
      <p className="mr-auto">
        <strong className="font-semibold">This study was saved elsewhere</strong> while you worked
        on it here, in another tab or by someone else. Your work is kept in this browser until you
        choose.
      </p>
      <Button onClick={() => autosave.keepMine()}>Keep mine</Button>
      <Button onClick={takeTheirs}>Keep theirs</Button>
      <Button look="main" onClick={() => keepBoth().catch(sayFault)}>
        Keep both
      </Button>
    </div>
  );
}
