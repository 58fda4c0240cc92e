import { addKey } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";

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
