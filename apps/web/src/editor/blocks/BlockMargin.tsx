import { setItems } from "@levitas/core/edit";
import type { SequenceItem, Tween } from "@levitas/core/study";
import { type ReactNode, useState } from "react";
import { HUE } from "../../theme/hues.ts";
import { ChevronIcon } from "../../ui/icons.tsx";
import { NameField } from "../../ui/NameField.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { MARGIN } from "../axis/laneGeometry.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { passWords } from "../words/iterationWords.ts";
import { chooseBlock } from "./blockHands.ts";
import type { BlockRow } from "./blockRows.ts";

/** What an item is, in few words. */
function kindWords(item: SequenceItem): string {
  if (item.type === "tween") return item.figures.length > 1 ? `${item.figures.length} figures` : "";
  if (item.type === "group") return `${item.items.length} parts`;
  if (item.type === "freeze") return `${item.frames} f`;
  return item.type;
}

/** The name of an item in the margin, with a chevron for groups. */
export function BlockMargin({ row }: { row: BlockRow }): ReactNode {
  const bench = useBench();
  const { item, depth, folded } = row;
  const { figures } = useStudy();
  const selected = useBenchState(({ selection }) => selection.items?.includes(item.id) ?? false);
  const [renaming, setRenaming] = useState(false);
  const hue =
    item.type === "tween"
      ? figures.find(({ id }) => id === (item as Tween).figures[0])?.hue
      : undefined;
  const rename = (name: string) => {
    setRenaming(false);
    if (name.trim() !== "" && name !== item.name)
      bench.perform(setItems, { ids: [item.id], set: { name: name.trim() } });
  };
  return (
    <div
      className="pointer-events-auto relative flex shrink-0 items-center gap-1.5 overflow-hidden border-r border-rule bg-paper pr-2"
      style={{ width: MARGIN, paddingLeft: 8 + depth * 14 }}
    >
      {selected ? <span className="absolute inset-y-0 left-0 w-1 bg-spruce" /> : null}
      {item.type === "group" ? (
        <button
          type="button"
          aria-expanded={!folded}
          aria-label={`${folded ? "Open" : "Fold"} ${item.name}`}
          onMouseDown={leaveFocus}
          onClick={() => bench.fold(item.id)}
          className={`flex size-5 shrink-0 items-center justify-center rounded-md text-muted hover:bg-sunk hover:text-ink ${folded ? "-rotate-90" : ""}`}
        >
          <ChevronIcon size={12} />
        </button>
      ) : (
        <span className="flex size-5 shrink-0 items-center justify-center">
          {hue ? <span className={`size-2 rounded-[3px] ${HUE[hue].fill}`} /> : null}
        </span>
      )}
      {renaming ? (
        <NameField
          label="Name of the block"
          name={item.name}
          take={rename}
          cancel={() => setRenaming(false)}
        />
      ) : (
        <button
          type="button"
          title={`${item.name}: click to choose, Shift adds, double-click to rename`}
          // The keyboard stays with the page: Space plays, and does not press this again.
          onMouseDown={leaveFocus}
          onClick={(event) => chooseBlock(bench, item.id, event.shiftKey)}
          onDoubleClick={() => setRenaming(true)}
          className={`min-w-0 flex-1 truncate rounded-md text-left ${selected ? "font-semibold text-spruce" : item.type === "group" ? "font-semibold" : ""}`}
        >
          {item.name}
        </button>
      )}
      <span className="shrink-0 text-[11px] text-muted">
        {passWords(item as Tween).startsWith("endless") ? "endless" : kindWords(item)}
      </span>
    </div>
  );
}
