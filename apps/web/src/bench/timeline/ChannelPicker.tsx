import { addKey } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { CHANNELS, type ChannelDefinition, type Figure } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { Popover } from "radix-ui";
import { type ReactNode, useState } from "react";
import { IconButton } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useBenchState } from "../model/BenchContext.ts";
import type { Bench } from "../model/bench.ts";

/** Other words people look for. */
const ALSO: Readonly<Partial<Record<ChannelDefinition["id"], string>>> = {
  x: "position left right move",
  y: "position up down move",
  scaleX: "stretch squash wide size",
  scaleY: "stretch squash tall size",
  rotate: "angle turn spin z",
  turnX: "3d depth flip over rotate",
  turnY: "3d depth flip over rotate",
  skew: "slant lean",
  opacity: "fade alpha transparent",
  visible: "show hide switch",
  color: "fill tint flash",
  blur: "soft filter",
  corner: "radius round",
  pivotX: "origin anchor",
  pivotY: "origin anchor",
};

/** Sets the first key of a channel at the playhead. */
export function animateChannel(bench: Bench, figureId: string, channel: ChannelDefinition): void {
  const { motion, study } = bench;
  const time = nearestFrame(bench.clock.time, study.scene.frameRate);
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const slot = motion.slot(motion.figureIndex(figureId), channel.id);
  const value = channel.kind === "color" ? printHexColor(poses, slot) : (poses[slot] as number);
  const keyId = nanoid(8);
  bench.perform(
    addKey,
    { figureId, channel: channel.id, time, value, keyId, tweenId: nanoid(8) },
    { figure: figureId, channel: channel.id, span: null, keys: [keyId] },
  );
  say(`Set the first key at ${Math.round(time)} ms. Go on in time and change the value.`);
}

/** A searchable list of the channels a figure can still get; `A` opens it for the chosen figure. */
export function ChannelPicker({ figure }: { figure: Figure }): ReactNode {
  const bench = useBench();
  const open = useBenchState((state) => state.pickingFor === figure.id);
  const setOpen = (next: boolean) => bench.store.setState({ pickingFor: next ? figure.id : null });
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <IconButton label={`Animate a channel of ${figure.name}`} size="small" tone="muted">
          <PlusIcon size={13} />
        </IconButton>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Channels to add"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          className="z-50 flex max-h-96 w-56 flex-col gap-1 rounded-lg border border-edge/50 bg-raised p-1.5"
        >
          <ChannelSearch figure={figure} close={() => setOpen(false)} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function ChannelSearch({ figure, close }: { figure: Figure; close: () => void }): ReactNode {
  const bench = useBench();
  const [typed, setTyped] = useState("");
  const [at, setAt] = useState(0);
  const moves = (channel: ChannelDefinition) =>
    bench.motion.drivenAt(bench.motion.figureIndex(figure.id), channel.id) !== undefined;
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = CHANNELS.filter((channel) =>
    words.every((word) => `${channel.label} ${ALSO[channel.id] ?? ""}`.includes(word)),
  );
  const take = (channel: ChannelDefinition | undefined) => {
    if (!channel) return;
    close();
    if (moves(channel)) bench.select({ figure: figure.id, channel: channel.id, span: null });
    else animateChannel(bench, figure.id, channel);
  };
  return (
    <>
      <input
        aria-label={`Search the channels of ${figure.name}`}
        placeholder="Search channels"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Escape") event.stopPropagation();
          const way = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
          if (way !== 0) {
            event.preventDefault();
            setAt((now) => (now + way + found.length) % Math.max(found.length, 1));
          }
          if (event.key === "Enter") take(found[at]);
        }}
        className="h-7 rounded-md border border-edge/40 bg-paper px-2 text-[13px] focus:border-spruce"
      />
      <ul className="min-h-0 overflow-y-auto" aria-label="Channels">
        {found.map((channel, i) => (
          <li key={channel.id}>
            <button
              type="button"
              onClick={() => take(channel)}
              onPointerEnter={() => setAt(i)}
              className={`flex w-full items-baseline justify-between rounded-md px-2 py-1 text-left text-[13px] ${i === at ? "bg-spruce-pale" : ""}`}
            >
              {channel.label}
              <span className="text-[11px] text-muted">
                {moves(channel) ? "moves" : channel.unit || channel.kind}
              </span>
            </button>
          </li>
        ))}
        {found.length === 0 ? (
          <li className="px-2 py-1.5 text-[12.5px] text-muted">No channel is called that.</li>
        ) : null}
      </ul>
    </>
  );
}
