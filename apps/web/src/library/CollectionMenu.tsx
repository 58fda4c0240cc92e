import { faultText } from "@levitas/core/fault";
import { type ReactNode, useRef } from "react";
import type { StoredCurve } from "../api/curves.ts";
import { withWorker } from "../curve-editor/worker/curveWorker.ts";
import { Button } from "../ui/Button.tsx";
import { ChevronIcon } from "../ui/icons.tsx";
import { Menu } from "../ui/Menu.tsx";
import { say, sayFault } from "../ui/notices.tsx";
import { saveFile } from "../ui/saveFile.ts";
import { useCurveActions } from "./useCurves.ts";

/** Brings a collection of curves in and out as a file. */
export function CollectionMenu({ own }: { own: readonly StoredCurve[] }): ReactNode {
  const file = useRef<HTMLInputElement>(null);
  const { createAll } = useCurveActions();
  const take = async (chosen: File) => {
    const { readCollection } = await import("@levitas/core/format");
    const read = readCollection(await chosen.text());
    const faults = read.ok ? read.value.faults : read.faults;
    const [first] = faults;
    const trouble = first ? ` ${faults.length} could not be read, first ${faultText(first)}` : "";
    if (!read.ok) return say(`${chosen.name}:${trouble}`, { tone: "fault" });
    const { curves } = read.value;
    createAll.mutate(curves, {
      onSuccess: () =>
        say(`Took ${curves.length} curve${curves.length === 1 ? "" : "s"}.${trouble}`, {
          tone: first ? "fault" : "said",
        }),
    });
  };
  const exportTokens = async () => {
    // A cubic-bezier has to be found for every curve; that is done aside.
    const text = await withWorker((worker) => worker.tokens(own.map(plain)));
    saveFile("levitas-curves.tokens.json", text);
  };
  const exportPlain = async () => {
    const { writePlain } = await import("@levitas/core/format");
    saveFile("levitas-curves.json", writePlain(own));
  };
  const empty = own.length === 0;
  return (
    <>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        className="hidden"
        aria-label="Curves file"
        onChange={(event) => {
          const [chosen] = event.target.files ?? [];
          if (chosen) take(chosen).catch(sayFault);
          event.target.value = "";
        }}
      />
      <Menu
        align="end"
        items={[
          { text: "Import curves…", hint: "JSON", onSelect: () => file.current?.click() },
          {
            text: "Export as design tokens",
            disabled: empty,
            onSelect: () => exportTokens().catch(sayFault),
          },
          {
            text: "Export as notations",
            disabled: empty,
            onSelect: () => exportPlain().catch(sayFault),
          },
        ]}
      >
        <Button>
          Collection
          <ChevronIcon size={12} />
        </Button>
      </Menu>
    </>
  );
}

/** Only what is said about the curve goes to the worker. */
const plain = ({ name, curve, tags, notes, duration }: StoredCurve) => ({
  name,
  curve,
  tags,
  notes,
  duration,
});
