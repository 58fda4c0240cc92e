import { CHANNELS, type ChannelDefinition, type Figure } from "@levitas/core/study";
import { type ReactNode, useEffect, useState } from "react";
import { animateChannel } from "../commands/animateChannel.ts";
import { useBench } from "../session/BenchContext.ts";

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

/** The channels of a figure, and what is typed to find one. */
export function ChannelSearch({
  figure,
  typedAhead,
  close,
}: {
  readonly figure: Figure;
  /** What was typed before the field was there; a line feed at its end stands for Enter. */
  readonly typedAhead: string;
  readonly close: () => void;
}): ReactNode {
  const bench = useBench();
  const [typed, setTyped] = useState(typedAhead.replaceAll("\n", ""));
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
  useEffect(() => {
    if (typedAhead.endsWith("\n")) take(found[0]);
    // Once, with the first list.
  }, []);
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
