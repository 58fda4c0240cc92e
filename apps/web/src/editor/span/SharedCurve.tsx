import {
  deleteShared,
  keepShared,
  renameShared,
  spansFollowing,
  takeOwnCopy,
} from "@levitas/core/edit";
import type { SharedCurve as Shared } from "@levitas/core/study";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import type { Bench } from "../session/bench.ts";

/** Makes the curve of a span a shared one, which other spans can follow. */
export function shareCurve(bench: Bench, keyId: string, name: string): void {
  bench.perform(keepShared, { keyId, curveId: nanoid(8), name });
}

/** The shared curve that a span follows: its name, how many spans a change of it changes, and the ways out. */
export function SharedCurve({ keyId, shared }: { keyId: string; shared: Shared }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const count = spansFollowing(study, shared.id);
  return (
    <div className="flex flex-col gap-1 rounded-lg border border-plum/60 p-1.5">
      <TextField
        label="Name of the shared curve"
        value={shared.name}
        most={80}
        needed
        leaves
        take={(name) => bench.perform(renameShared, { curveId: shared.id, name })}
        className="min-w-0 rounded-md border border-transparent bg-transparent text-[12.5px] font-semibold hover:border-rule"
      />
      <p className="text-[11.5px] leading-snug text-plum" data-testid="shared-count">
        {count === 1 ? "Shared, on this span only" : `Changes ${count} spans at once`}
      </p>
      <div className="flex flex-wrap gap-1">
        <Button size="tiny" onClick={() => bench.perform(takeOwnCopy, { keyId })}>
          Take own copy
        </Button>
        <Button
          size="tiny"
          title="Every span keeps the curve as its own"
          onClick={() => bench.perform(deleteShared, { curveId: shared.id })}
        >
          Unshare
        </Button>
      </div>
    </div>
  );
}
