import { moveItems } from "@levitas/core/edit";
import { findItem, type Group, type SequenceItem, type Tween } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { OverflowBar } from "../../ui/OverflowBar.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { CommandButton } from "../commands/CommandButton.tsx";
import { loadBlockCommands } from "../commands/command.ts";
import { TypedField } from "../keys/TypedField.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { passWords } from "../words/iterationWords.ts";
import { tetherWords } from "./blockRows.ts";

const Details = lazy(async () => ({ default: (await import("./DetailsForm.tsx")).DetailsForm }));
const TetherForm = lazy(async () => ({ default: (await import("./TetherForm.tsx")).TetherForm }));
const RepeatForm = lazy(async () => ({ default: (await import("./RepeatForm.tsx")).RepeatForm }));

/** At the foot of the sequence: what the chosen blocks are, and all that can be done with them. */
export function BlockBar(): ReactNode {
  const bench = useBench();
  useEffect(loadBlockCommands, []);
  const study = useStudy();
  const ids = useBenchState(({ selection }) => selection.items) ?? [];
  const items = ids.flatMap((id) => findItem(study, id) ?? []);
  const [first] = items;
  if (!first)
    return (
      <section
        aria-label="Chosen blocks"
        className="flex h-10 shrink-0 items-center border-t border-rule bg-paper px-3 text-[12px] text-muted"
      >
        Click a block to choose it; drag its middle to move it, its ends to trim it, the dot at its
        start to tether it to another.
      </section>
    );
  const { placements } = bench.motion;
  const placed = placements.byId.get(first.id);
  const start = placements.startOf(first.id);
  const repeats = first.type === "tween" || first.type === "group";
  const off = first.disabled === true;
  return (
    <OverflowBar label="Chosen blocks">
      <TypedField
        key={`start ${ids.join()}`}
        label="Start of the chosen blocks"
        disabled={false}
        text={numberLabel(start, 0)}
        hint="ms"
        read={(typed, quantity) =>
          quantity.time(typed, { unit: "ms", frameRate: study.scene.frameRate, from: start })
        }
        accept={(time) => bench.perform(moveItems, { ids, by: time - start })}
      />
      {items.length === 1 ? (
        <BarPopover
          label={`Tethered to ${tetherWords(first.tether, placements, study.markers, placed?.level.group !== null)}`}
          name="What it is tethered to"
        >
          <TetherForm item={first} />
        </BarPopover>
      ) : null}
      {repeats ? (
        <BarPopover label={passWords(first as Group) || "Once"} name="Repeats">
          <RepeatForm items={items as readonly (Tween | Group)[]} />
        </BarPopover>
      ) : null}
      {items.length === 1 ? (
        <BarPopover label="Details…" name={`Details of ${first.name}`} wide>
          <Details item={first} />
        </BarPopover>
      ) : null}
      <Actions items={items} off={off} />
    </OverflowBar>
  );
}

function Actions({ items, off }: { items: readonly SequenceItem[]; off: boolean }): ReactNode {
  const [first] = items;
  const isGroup = items.length === 1 && first?.type === "group";
  const areTweens = items.every(({ type }) => type === "tween");
  return (
    <>
      {items.length === 1 && areTweens ? <CommandButton id="split" text="Split" /> : null}
      {items.length > 1 && areTweens ? <CommandButton id="join" text="Join" /> : null}
      {items.some(({ tether }) => tether.to !== "start") ? (
        <CommandButton id="cut-tethers" text="Cut tethers" />
      ) : null}
      {items.length === 1 ? <CommandButton id="order-up" text="↑" /> : null}
      {items.length === 1 ? <CommandButton id="order-down" text="↓" /> : null}
      <CommandButton id="repeat" text="Duplicate" />
      <BarPopover label="Copy as…" name="Copy as text">
        <CommandButton id="copy-css" text="CSS" />
        <CommandButton id="copy-function" text="Functions" />
        <CommandButton id="copy-frames" text="Frames" />
      </BarPopover>
      <CommandButton id="disable" text={off ? "Enable" : "Disable"} />
      {isGroup ? (
        <CommandButton id="dissolve" text="Dissolve" />
      ) : (
        <CommandButton id="group" text="Group" />
      )}
      <CommandButton id="delete" text="Delete" />
    </>
  );
}

/** A button of the bar that opens a form. */
export function BarPopover({
  label,
  name,
  wide = false,
  children,
}: {
  label: string;
  name: string;
  wide?: boolean;
  children: ReactNode;
}): ReactNode {
  const [open, setOpen] = useState(false);
  return (
    <Panel
      name={name}
      trigger={
        <Button size="tiny" title={name} aria-label={label} className="max-w-52 overflow-hidden">
          <span className="truncate">{label}</span>
        </Button>
      }
      open={open}
      onOpenChange={setOpen}
      place={{ side: "top" }}
      className={`gap-2.5 p-3 ${wide ? "w-76" : "w-64"}`}
    >
      <h2 className="font-semibold">{name}</h2>
      <Suspense fallback={null}>{children}</Suspense>
    </Panel>
  );
}
