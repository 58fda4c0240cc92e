import { type Figure, restValue } from "../../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../../value/index.ts";
import { baseLayer, stackValue } from "./layers.ts";
import type { DrivenChannel, Layer } from "./motion.ts";
import { type CompiledTrack, withFoundValues } from "./track.ts";

/**
 * A channel with its layers in order of rank, and with the values that are taken as found in place of the keys that
 * take them.
 *
 * @param layers those of all tweens that drive the channel, in the order of the sequence, found values still open
 */
export function settleStack(
  channel: DrivenChannel,
  layers: readonly Layer[],
  figure: Figure,
): DrivenChannel {
  const sorted = layers.slice();
  // Nearly always they are in order, and to see that costs less than to sort.
  if (sorted.some(({ rank }, i) => i > 0 && (sorted[i - 1] as Layer).rank > rank))
    sorted.sort((a, b) => a.rank - b.rank);
  for (let i = 0; i < sorted.length; i++) {
    const layer = sorted[i] as Layer;
    if (!layer.track.hasFoundValues) continue;
    const track = findValues(channel, figure, sorted.slice(0, i), layer);
    sorted[i] = { ...layer, track, open: layer };
  }
  return { ...channel, layers: sorted };
}

/** What the channel has beneath a layer when that starts, put in place of its found values. */
function findValues(
  { channel }: DrivenChannel,
  figure: Figure,
  beneath: readonly Layer[],
  layer: Layer,
): CompiledTrack {
  const rest = restValue(figure, channel.id);
  if (channel.kind !== "color")
    return withFoundValues(layer.track, [stackValue(beneath, layer.start, 0, Number(rest))]);
  let color = String(rest);
  const base = baseLayer(beneath, layer.start);
  if (base) {
    const shown = new Float64Array(4);
    const part = (c: number) => stackValue(beneath, layer.start, c, 0);
    writeShownColor(part(0), part(1), part(2), part(3), base.track.space, shown, 0);
    color = printShownColor(shown, 0);
  }
  return withFoundValues(layer.track, readColor(color, layer.track.space) ?? [0, 0, 0, 1]);
}
