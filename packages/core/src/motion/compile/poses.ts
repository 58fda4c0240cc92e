import { CHANNELS, type ChannelId } from "../../study/index.ts";

/** Offset of each channel within a figure's stretch of a pose buffer. */
const OFFSETS: Readonly<Record<string, number>> = (() => {
  const offsets: Record<string, number> = {};
  let next = 0;
  for (const channel of CHANNELS) {
    offsets[channel.id] = next;
    next += channel.kind === "color" ? 4 : 1;
  }
  return offsets;
})();

/** How many numbers one figure takes in a pose buffer. */
export const STRIDE = CHANNELS.reduce((sum, c) => sum + (c.kind === "color" ? 4 : 1), 0);

/** Where a channel of the figure with this index stands in a pose buffer. */
export function slotIn(figureIndex: number, channel: ChannelId): number {
  return figureIndex * STRIDE + (OFFSETS[channel] as number);
}
