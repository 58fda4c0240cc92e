import { CHANNELS, type ChannelDefinition, type Figure } from "@levitas/core/study";
import { type ReactNode, useState } from "react";
import { Combobox } from "../../ui/Combobox.tsx";
import type { TypedAhead } from "../../ui/useTypedAhead.ts";
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
  /** Answers what was typed before the field was there. */
  readonly typedAhead: () => TypedAhead;
  readonly close: () => void;
}): ReactNode {
  const bench = useBench();
  const [typed, setTyped] = useState("");
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
    <Combobox
      label={`Search the channels of ${figure.name}`}
      listLabel="Channels"
      placeholder="Search channels"
      typed={typed}
      onType={setTyped}
      ahead={typedAhead}
      options={found.map((channel) => ({
        id: channel.id,
        text: channel.label,
        note: moves(channel) ? "moves" : channel.unit || channel.kind,
      }))}
      take={(id) => take(found.find((channel) => channel.id === id))}
      empty="No channel is called that."
    />
  );
}
