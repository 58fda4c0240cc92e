import { frameAt } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";
import { numberLabel } from "../../ui/numberLabel.ts";

/** A value of a channel as a label, with its unit. */
export function valueLabel(channel: ChannelDefinition, value: number): string {
  if (channel.kind === "switch") return value >= 0.5 ? "shown" : "hidden";
  const unit = channel.unit === "px" || channel.unit === "%" ? ` ${channel.unit}` : channel.unit;
  return `${numberLabel(value, channel.decimals)}${unit}`;
}

/** What times are counted in. */
export type TimeUnit = "ms" | "s" | "frames";

/** A time as a label in the chosen unit. */
export function timeLabel(time: number, unit: TimeUnit, frameRate: number): string {
  if (unit === "frames") return `f ${frameAt(time, frameRate)}`;
  return unit === "s" ? `${numberLabel(time / 1000, 3)} s` : `${numberLabel(time, 0)} ms`;
}

/** A number of units as ms. */
export function fromUnit(value: number, unit: TimeUnit, frameRate: number): number {
  return unit === "ms" ? value : unit === "s" ? value * 1000 : (value * 1000) / frameRate;
}

/** A time in both units, for the text beside the pointer. */
export function bothTimes(time: number, frameRate: number): string {
  return `${numberLabel(time, 0)} ms, frame ${Math.round((time * frameRate) / 1000)}`;
}
