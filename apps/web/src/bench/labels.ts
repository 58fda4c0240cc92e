import { frameAt } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";
import { numberLabel } from "../ui/numberLabel.ts";

/** A value of a channel as a label, with its unit. */
export function valueLabel(channel: ChannelDefinition, value: number): string {
  const unit = channel.unit === "px" ? " px" : channel.unit;
  return `${numberLabel(value, channel.decimals)}${unit}`;
}

/** A time as a label in the chosen unit. */
export function timeLabel(time: number, unit: "ms" | "frames", frameRate: number): string {
  return unit === "ms" ? `${numberLabel(time, 0)} ms` : `f ${frameAt(time, frameRate)}`;
}

/** A time in both units, for the text beside the pointer. */
export function bothTimes(time: number, frameRate: number): string {
  return `${numberLabel(time, 0)} ms, frame ${Math.round((time * frameRate) / 1000)}`;
}
