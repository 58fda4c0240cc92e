import {
  type ChannelId,
  channelOf,
  type Figure,
  restValue,
  type Study,
  type Tween,
} from "../../study/index.ts";
import type { Placed, Placements } from "../../timeline/index.ts";
import { printShownColor, readColor, writeShownColor } from "../../value/index.ts";
import { baseLayer, stackValue } from "./layers.ts";
import type { DrivenChannel, Layer } from "./motion.ts";
import { STRIDE, slotIn } from "./poses.ts";
import { type CompiledTrack, withFoundValues } from "./track.ts";
import { compiledTracks, layersOf, plainLayer, plainOrigin, timedLayer } from "./tweenLayers.ts";

/** The channels a tween drives by itself, for the layers and the figures they were made with. */
interface KnownChannels {
  readonly layers: readonly Layer[];
  readonly figures: readonly Figure[];
  readonly channels: readonly DrivenChannel[];
}

const knownChannels = new WeakMap<Tween, KnownChannels>();

/** Each channel a tween drives, as if nothing else drove it. */
function channelsOf(
  placed: Placed,
  study: Study,
  indexOf: ReadonlyMap<string, number>,
  placements: Placements,
): readonly DrivenChannel[] {
  const tween = placed.item as Tween;
  const { figures, curves } = study;
  const way = placements.linksTo(placed);
  const origin = plainOrigin(placed, way);
  if (origin !== undefined && placed.offsets.length === 0 && !hasStops(placed)) {
    const layers = layersOf(tween, origin, curves);
    const known = knownChannels.get(tween);
    if (known && known.layers === layers && known.figures === figures) return known.channels;
    const channels = spread(tween, figures, indexOf, () => layers);
    knownChannels.set(tween, { layers, figures, channels });
    return channels;
  }
  const tracks = compiledTracks(tween, curves);
  return spread(tween, figures, indexOf, (id, i) => {
    const own = placements.linksTo(placed, id, i);
    const start = plainOrigin(placed, own);
    return tracks.map((track) =>
      start === undefined
        ? timedLayer(placed, track, own, placed.offsets[i] ?? 0)
        : plainLayer(tween, track, start),
    );
  });
}

/** Whether stops may be felt differently by the figures of an item. */
function hasStops({ level }: Placed): boolean {
  for (let at = level; ; at = at.group.level) {
    if (at.stops.length > 0) return true;
    if (!at.group) return false;
  }
}

function spread(
  tween: Tween,
  figures: readonly Figure[],
  indexOf: ReadonlyMap<string, number>,
  layersFor: (figureId: string, place: number) => readonly Layer[],
): DrivenChannel[] {
  const channels: DrivenChannel[] = [];
  for (let place = 0; place < tween.figures.length; place++) {
    const id = tween.figures[place] as string;
    const figureIndex = indexOf.get(id);
    if (figureIndex === undefined) continue;
    const figure = figures[figureIndex] as Figure;
    for (const layer of layersFor(id, place)) {
      const channel = channelOf(layer.track.track.channel);
      const slot = slotIn(figureIndex, channel.id);
      const alone: DrivenChannel = { figure, figureIndex, channel, slot, layers: [layer] };
      channels.push(layer.track.hasFound ? settled(alone, [layer]) : alone);
    }
  }
  return channels;
}

/**
 * A channel with layers in order of their rank, and the values settled that are taken as found. `open` are the
 * layers as the tweens have them, kept for when others come to lie beneath them.
 */
function settled(channel: DrivenChannel, open: readonly Layer[]): DrivenChannel {
  const layers = open.length < 2 ? [...open] : [...open].sort((a, b) => a.rank - b.rank);
  let found = false;
  for (let i = 0; i < layers.length; i++) {
    const layer = layers[i] as Layer;
    if (!layer.track.hasFound) continue;
    found = true;
    layers[i] = { ...layer, track: settleFound(channel, layers.slice(0, i), layer) };
  }
  const made = { ...channel, layers };
  if (found) openLayers.set(made, open);
  return made;
}

/** Layers with their found values open, of channels where some were settled. */
const openLayers = new WeakMap<DrivenChannel, readonly Layer[]>();

/**
 * Every channel that something drives, in the order in which it is first met. Nearly all are driven by one
 * tween alone and are taken as they were made for it: an edit of one key makes one tween's anew.
 */
export function collectChannels(
  study: Study,
  indexOf: ReadonlyMap<string, number>,
  placements: Placements,
): DrivenChannel[] {
  const driven: DrivenChannel[] = [];
  /** Where the channel of a slot stands in `driven`, from 1; 0 for none. */
  const places = new Int32Array(study.figures.length * STRIDE);
  const stacks = new Map<number, Layer[]>();
  const layersIn = (channel: DrivenChannel) => openLayers.get(channel) ?? channel.layers;
  for (const placed of placements.byId.values()) {
    if (placed.item.type !== "tween" || placed.disabled) continue;
    const own = channelsOf(placed, study, indexOf, placements);
    for (const channel of own) {
      const place = places[channel.slot] as number;
      if (place === 0) {
        places[channel.slot] = driven.push(channel);
        continue;
      }
      // The layers as they were before values were found: others may lie beneath them now.
      const stack = stacks.get(channel.slot);
      const more = layersIn(channel);
      if (stack) for (const layer of more) stack.push(layer);
      else stacks.set(channel.slot, [...layersIn(driven[place - 1] as DrivenChannel), ...more]);
    }
  }
  for (const [slot, layers] of stacks) {
    const place = (places[slot] as number) - 1;
    driven[place] = stacked(driven[place] as DrivenChannel, layers);
  }
  return driven;
}

/** Channels of several layers by the first of them: an edit leaves most stacks as they were. */
const knownStacks = new WeakMap<Layer, { open: readonly Layer[]; channel: DrivenChannel }>();

function stacked(channel: DrivenChannel, open: readonly Layer[]): DrivenChannel {
  const [first] = open;
  const known = first && knownStacks.get(first);
  if (
    known &&
    known.channel.slot === channel.slot &&
    known.channel.figure === channel.figure &&
    known.open.length === open.length &&
    known.open.every((layer, i) => layer === open[i])
  )
    return known.channel;
  const made = settled(channel, open);
  if (first) knownStacks.set(first, { open, channel: made });
  return made;
}

/** What the channel has beneath a layer when it starts, put in place of its found values. */
function settleFound(
  { channel, figure }: DrivenChannel,
  beneath: readonly Layer[],
  layer: Layer,
): CompiledTrack {
  const rest = restValue(figure, channel.id as ChannelId);
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
