import { renameFigure } from "@levitas/core/edit";
import { lazy, type ReactNode, Suspense } from "react";
import { HUE } from "../../theme/hues.ts";
import { IconButton } from "../../ui/Button.tsx";
import { MoreIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { NameField } from "../../ui/NameField.tsx";
import { MARGIN } from "../axis/laneGeometry.ts";
import { FollowPanel } from "../followers/FollowPanel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import type { Bench } from "../session/bench.ts";
import { inTree, type Row } from "../session/rows.ts";
import { chosenFigures } from "../session/selection.ts";
import { ChannelPicker } from "./ChannelPicker.tsx";
import { ColumnCell } from "./ColumnCell.tsx";
import { DressPanel } from "./DressPanel.tsx";
import { useReorder } from "./useReorder.ts";

const FigureMenu = lazy(async () => ({ default: (await import("./FigureMenu.tsx")).FigureMenu }));

/** The figures from the one that is worked on to another one, in the order of their rows, with what is chosen. */
function rowsBetween({ study, selection }: Bench, to: string): readonly string[] {
  const all = inTree(study.figures).map(({ id }) => id);
  const [from, until] = [all.indexOf(selection.figure ?? to), all.indexOf(to)];
  const between = all.slice(Math.min(from, until), Math.max(from, until) + 1);
  // The one that is worked on stays the first of them: the next Shift-click goes from there again.
  return [...new Set([selection.figure ?? to, ...between])];
}

/** The line that names a figure, over the lanes of its channels. */
export function FigureRow({ row }: { row: Extract<Row, { kind: "figure" }> }): ReactNode {
  const bench = useBench();
  const { figure, depth } = row;
  const selected = useBenchState(({ selection }) => chosenFigures(selection).includes(figure.id));
  const renaming = useBenchState((state) => state.renaming === figure.id);
  const setRenaming = (on: boolean) => bench.store.setState({ renaming: on ? figure.id : null });
  const rename = (name: string) => {
    setRenaming(false);
    if (name.trim() !== "" && name !== figure.name)
      bench.perform(renameFigure, { figureId: figure.id, name: name.trim() });
  };
  const dressing = useBenchState((state) => state.dressing === figure.id);
  const chosen = useBenchState((state) => state.selection);
  const beside = chosenFigures(chosen).filter((id) => id !== figure.id);
  const bind = useReorder(figure);
  return (
    <>
      <div
        className="group pointer-events-auto flex shrink-0 items-center gap-2 border-r border-rule bg-paper pr-1"
        style={{ width: MARGIN, paddingLeft: 12 + depth * 14 }}
      >
        <span
          {...bind()}
          title="Drag up or down: figures further down are in front"
          className={`size-3.5 shrink-0 cursor-ns-resize touch-none rounded-[4px] ${HUE[figure.hue].fill}`}
        />
        {renaming ? (
          <NameField
            label="Name of the figure"
            name={figure.name}
            take={rename}
            cancel={() => setRenaming(false)}
          />
        ) : (
          <button
            type="button"
            onClick={(event) => {
              const add = event.ctrlKey || event.metaKey;
              const [first = null, ...more] = event.shiftKey
                ? rowsBetween(bench, figure.id)
                : add
                  ? selected
                    ? beside
                    : [figure.id, ...beside]
                  : [figure.id];
              bench.select({ figure: first, channel: null, span: null, keys: [], more });
            }}
            onDoubleClick={() => setRenaming(true)}
            title="Click to select, with Shift up to here, with Ctrl one more; double-click to rename"
            className={`min-w-0 flex-1 truncate rounded-md text-left ${selected ? "font-semibold text-spruce" : "font-medium"}`}
          >
            {figure.name}
          </button>
        )}
        <ChannelPicker figure={figure} />
        <FollowPanel figure={figure} />
        <DressPanel
          figure={figure}
          open={dressing}
          setOpen={(open) => bench.store.setState({ dressing: open ? figure.id : null })}
        />
        <Menu
          list={
            <Suspense fallback={null}>
              <FigureMenu figure={figure} />
            </Suspense>
          }
        >
          <IconButton label={`More for ${figure.name}`} size="small" tone="muted">
            <MoreIcon size={13} />
          </IconButton>
        </Menu>
      </div>
      <ColumnCell row={row} />
    </>
  );
}
