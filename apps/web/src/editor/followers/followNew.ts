import { followerLoop, rangeOf } from "@levitas/core/edit";
import { type ChannelId, channelOf, type Figure, type Follower } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { draftFollower, followingRange } from "./draftFollower.ts";

/** Proposes that a figure's chosen channel follows another figure; nothing is replaced before that is accepted. */
export function followNew(bench: Bench, figure: Figure, beside: readonly string[]): void {
  const { study, motion, selection } = bench;
  const chosen = selection.figure === figure.id ? selection.channel : null;
  const kind = chosen === null ? undefined : channelOf(chosen).kind;
  const channel: ChannelId =
    chosen !== null && (kind === "number" || kind === "angle") ? chosen : "opacity";
  // What is chosen besides it, or else the first that moves.
  const other =
    beside.find((id) => id !== figure.id) ??
    motion.driven.find((each) => each.figureId !== figure.id && each.channel.kind === "number")
      ?.figureId;
  if (other === undefined) {
    say("There is nothing that moves yet for it to follow.");
    return;
  }
  const moved = motion.driven.find(
    (each) =>
      each.figureId === other && (each.channel.kind === "number" || each.channel.kind === "angle"),
  );
  const source = { figure: other, channel: moved?.channel.id ?? ("y" as const) };
  const follower: Follower = {
    id: nanoid(8),
    figure: figure.id,
    channel,
    source,
    of: "value",
    from: rangeOf(study, source, "value"),
    to: followingRange(bench, figure.id, channel),
    clamp: true,
  };
  const loop = followerLoop(study, follower);
  if (loop.length > 0) {
    say(`That would follow itself in a circle: ${loop.join(" → ")}.`, { tone: "fault" });
    return;
  }
  draftFollower(bench, follower);
}
