import { type Figure, restValue } from "../../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../../value/index.ts";
import { baseLayer, stackValue } from "./layers.ts";
import type { DrivenChannel, Layer } from "./motion.ts";
import { type CompiledTrack, withFoundValues } from "./track.ts";

/**
 * A channel with its layers in order of rank, and with the values that are taken as found in place of the keys that
 * take them.
 *
 * @param layers those of all tweens that drive the channel, in the order of the sequence, found values still open; the list
 *   becomes the channel's own
 */
export function settleStack(
  channel: DrivenChannel,
  layers: Layer[],
  figure: Figure,
): DrivenChannel {
  sortByRank(layers);
  for (let i = 0; i < layers.length; i++) {
    const layer = layers[i] as Layer;
    if (!layer.track.hasFoundValues) continue;
    const track = findValues(channel, figure, layers.slice(0, i), layer);
    layers[i] = { ...layer, track, open: layer };
  }
  const { figureId, figureIndex, slot } = channel;
  return { figureId, figureIndex, channel: channel.channel, slot, layers };
}

/** Puts layers in order of rank, equal ones as they are. Few layers, mostly in order already, cost less this way. */
function sortByRank(layers: Layer[]): void {
  if (layers.length > 50) layers.sort((a, b) => a.rank - b.rank);
  else
    for (let i = 1; i < layers.length; i++) {
      const layer = layers[i] as Layer;
      let to = i;
      for (; to > 0 && (layers[to - 1] as Layer).rank > layer.rank; to--)
        layers[to] = layers[to - 1] as Layer;
      layers[to] = layer;
    }
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
