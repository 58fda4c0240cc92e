import { frameAt } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";
import { roundTo } from "@levitas/core/value";

/** A true minus; the hyphen of code is too short beside figures. */
function withMinus(text: string): string {
  return text.replace("-", "−");
}

/** A number as a label, with as many decimals as asked for. */
export function numberLabel(value: number, decimals: number): string {
  return withMinus(roundTo(value, decimals).toFixed(decimals));
}

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
