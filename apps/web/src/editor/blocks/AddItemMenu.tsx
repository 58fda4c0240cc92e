import { addItem } from "@levitas/core/edit";
import type { Cue, Freeze, Shake, Tween } from "@levitas/core/study";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { say } from "../../ui/notices.tsx";
import { frameAtPlayhead, markHere } from "../commands/markHere.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";

/** What is added, without its place. */
type NewItem =
  | Omit<Cue, "id" | "tether">
  | Omit<Freeze, "id" | "tether">
  | Omit<Shake, "id" | "tether">;

/** Adds an item at the playhead, or hanging on the end of the chosen block, and chooses it. */
function add(bench: Bench, item: NewItem): void {
  const id = nanoid(8);
  const [anchor] = bench.selection.items ?? [];
  const tether = anchor
    ? { to: "item" as const, id: anchor, edge: "end" as const, offset: 0 }
    : { to: "start" as const, offset: frameAtPlayhead(bench) };
  bench.perform(addItem, { item: { ...item, id, tether } });
  bench.select({ items: [id] });
  const { placements } = bench.motion;
  say(
    anchor
      ? `Added “${item.name}” at the end of “${placements.byId.get(anchor)?.item.name}”.`
      : `Added “${item.name}” at the playhead.`,
  );
}

/** A zero-length change: the chosen channel of the chosen figures takes a value at a time. */
function changeHere(bench: Bench): void {
  const { selection, motion } = bench;
  const figures = chosenFigures(selection);
  const channel = selection.channel ?? "opacity";
  const [first] = figures;
  if (first === undefined) {
    say("Choose a figure first: the change is for its chosen channel.");
    return;
  }
  const time = frameAtPlayhead(bench);
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const value = poses[motion.slot(motion.figureIndex(first), channel)] ?? 0;
  const id = nanoid(8);
  const tween: Tween = {
    type: "tween",
    id,
    name: `Set ${channel}`,
    tether: { to: "start", offset: time },
    figures,
    tracks: [
      {
        channel,
        keys: [{ id: nanoid(8), time: 0, value: channel === "color" ? "#D98A12" : value }],
      },
    ],
  };
  bench.perform(addItem, { item: tween });
  bench.selectItems([id]);
  say("Added a change without length. Its value is in the lane, and in Details.");
}

/** What can be put into the sequence. */
export function AddItemMenu(): ReactNode {
  const bench = useBench();
  const anchored = useBenchState(({ selection }) => (selection.items?.length ?? 0) > 0);
  const where = anchored ? "at its end" : "at playhead";
  return (
    <Menu
      items={[
        {
          text: "Cue",
          hint: where,
          onSelect: () => add(bench, { type: "cue", name: "Knock", sound: "knock" }),
        },
        {
          text: "Freeze",
          hint: where,
          onSelect: () => add(bench, { type: "freeze", name: "Freeze", frames: 2 }),
        },
        {
          text: "Shake",
          hint: where,
          onSelect: () =>
            add(bench, {
              type: "shake",
              name: "Shake",
              duration: 400,
              frequency: 14,
              amplitude: 6,
              turn: 0.5,
              calm: 0.2,
              seed: 1 + bench.study.sequence.length,
            }),
        },
        { text: "Change without length", hint: "at playhead", onSelect: () => changeHere(bench) },
        { text: "Marker", hint: "N", onSelect: () => markHere(bench) },
      ]}
    >
      <Button look="quiet" size="small">
        <PlusIcon size={13} />
        Add to sequence
      </Button>
    </Menu>
  );
}
