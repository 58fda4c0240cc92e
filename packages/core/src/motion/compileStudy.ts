import type { Fault } from "../fault/index.ts";
import {
  CHANNELS,
  type ChannelId,
  channelOf,
  eachTween,
  type Figure,
  resolveStarts,
  restValue,
  type SequenceItem,
  type Study,
  spacePathOf,
  type Tween,
} from "../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../value/index.ts";
import { baseLayer, stackValue, stackVelocity, topLayer } from "./layers.ts";
import type { DrivenChannel, Layer, Motion } from "./motion.ts";
import { isPlain, layOut, type PlainChannels } from "./plainChannels.ts";
import { STRIDE, slotIn } from "./poses.ts";
import { type CompiledTrack, compileSpacePath, compileTrack, withFoundValues } from "./track.ts";

/**
 * Turns a study into a motion. Tracks that did not change since an earlier call are taken over, so
 * that an edit of one key costs one track and the assembling of lists. Faults that `checkStudy`
 * reports do not stop it: what is sound plays, ids that name nothing are passed over.
 */
export function compileStudy(study: Study): Motion {
  const { indexOf, rest } = readFigures(study.figures);
  const { startOf } = resolveStarts(study);
  const driven = collectChannels(study, indexOf, startOf);
  let duration = 0;
  for (const { layers } of driven)
    for (const layer of layers) duration = Math.max(duration, layer.end);
  for (const marker of study.markers) duration = Math.max(duration, marker.time);
  // Made when first asked: a motion that is only compiled needs neither.
  let bySlot: (DrivenChannel | undefined)[] | undefined;
  const drivenAt = (slot: number): DrivenChannel | undefined => {
    if (!bySlot) {
      bySlot = new Array(rest.length);
      for (const channel of driven) bySlot[channel.slot] = channel;
    }
    return bySlot[slot];
  };
  let plain: PlainChannels | undefined;
  let layered: readonly DrivenChannel[] = [];

  return {
    study,
    duration,
    slotCount: rest.length,
    driven,
    unplayed: findUnplayed(study),
    startOf,
    figureIndex: (id) => indexOf.get(id) ?? -1,
    slot: slotIn,
    drivenAt: (figureIndex, channel) =>
      figureIndex < 0 ? undefined : drivenAt(slotIn(figureIndex, channel)),
    at(t, out) {
      out.set(rest);
      if (!plain) {
        plain = layOut(driven.filter(isPlain));
        layered = driven.filter((channel) => !isPlain(channel));
      }
      plain.write(t, out);
      for (const channel of layered) write(channel, t, rest, out);
      return out;
    },
    velocity(t, out) {
      out.fill(0);
      for (const { layers, slot, channel } of driven) {
        const count = channel.kind === "color" ? 4 : 1;
        for (let c = 0; c < count; c++) out[slot + c] = stackVelocity(layers, t, c);
      }
      return out;
    },
    valueAt(figureIndex, channel, t) {
      const slot = slotIn(figureIndex, channel);
      const found = drivenAt(slot);
      const still = rest[slot] as number;
      return found ? stackValue(found.layers, t, 0, still) : still;
    },
  };
}

/** Writes the shown value of one driven channel. */
function write(driven: DrivenChannel, t: number, rest: Float64Array, out: Float64Array): void {
  const { layers, slot, channel } = driven;
  if (channel.kind !== "color") {
    out[slot] = stackValue(layers, t, 0, rest[slot] as number);
    return;
  }
  const base = baseLayer(layers, t, topLayer(layers, t));
  // Without a layer the rest colour stands there already.
  if (!base) return;
  writeShownColor(
    stackValue(layers, t, 0, 0),
    stackValue(layers, t, 1, 0),
    stackValue(layers, t, 2, 0),
    stackValue(layers, t, 3, 0),
    base.track.space,
    out,
    slot,
  );
}

interface Figures {
  readonly indexOf: ReadonlyMap<string, number>;
  readonly rest: Float64Array;
}

/** What is known of figures that did not change. */
const knownFigures = new WeakMap<readonly Figure[], Figures>();

function readFigures(figures: readonly Figure[]): Figures {
  let known = knownFigures.get(figures);
  if (!known) {
    known = {
      indexOf: new Map(figures.map((figure, i) => [figure.id, i])),
      rest: restPose(figures),
    };
    knownFigures.set(figures, known);
  }
  return known;
}

/** The values of figures that nothing drives. */
function restPose(figures: readonly Figure[]): Float64Array {
  const rest = new Float64Array(figures.length * STRIDE);
  figures.forEach((figure, i) => {
    for (const channel of CHANNELS) {
      const slot = slotIn(i, channel.id);
      const value = restValue(figure, channel.id);
      if (channel.kind !== "color") rest[slot] = Number(value);
      else {
        const [r, g, b, alpha] = readColor(String(value), "srgb") ?? [0, 0, 0, 1];
        writeShownColor(r, g, b, alpha, "srgb", rest, slot);
      }
    }
  });
  return rest;
}

/** The layers of a tween that did not change, for the start and the shared curves they were made with. */
interface KnownLayers {
  readonly origin: number;
  readonly shared: Study["curves"];
  readonly layers: readonly Layer[];
}

const knownLayers = new WeakMap<Tween, KnownLayers>();

function layersOf(tween: Tween, origin: number, shared: Study["curves"]): readonly Layer[] {
  const known = knownLayers.get(tween);
  if (known && known.origin === origin && known.shared === shared) return known.layers;
  const path = spacePathOf(tween);
  const [alongX, alongY] = path ? compileSpacePath(path, shared) : [];
  const layers = tween.tracks
    .filter((track) => track.keys.length > 0)
    .map((track): Layer => {
      const joined = track === path?.x ? alongX : track === path?.y ? alongY : undefined;
      const compiled = joined ?? compileTrack(track, shared);
      return {
        tween,
        track: compiled,
        origin,
        start: origin + (compiled.times[0] as number),
        end: origin + (compiled.times.at(-1) as number),
        relative: track.mode === "relative" && compiled.components === 1,
        fill: tween.fill ?? "forwards",
      };
    });
  knownLayers.set(tween, { origin, shared, layers });
  return layers;
}

/** The channels a tween drives by itself, for the layers and the figures they were made with. */
interface KnownChannels {
  readonly layers: readonly Layer[];
  readonly figures: readonly Figure[];
  readonly channels: readonly DrivenChannel[];
}

const knownChannels = new WeakMap<Tween, KnownChannels>();

/** Each channel a tween drives, as if nothing else drove it. */
function channelsOf(
  tween: Tween,
  layers: readonly Layer[],
  figures: readonly Figure[],
  indexOf: ReadonlyMap<string, number>,
): readonly DrivenChannel[] {
  const known = knownChannels.get(tween);
  if (known && known.layers === layers && known.figures === figures) return known.channels;
  const channels = tween.figures.flatMap((id): DrivenChannel[] => {
    const figureIndex = indexOf.get(id);
    if (figureIndex === undefined) return [];
    const figure = figures[figureIndex] as Figure;
    return layers.map((layer) => {
      const channel = channelOf(layer.track.track.channel);
      const slot = slotIn(figureIndex, channel.id);
      return settled({ figure, figureIndex, channel, slot, layers: [layer] });
    });
  });
  knownChannels.set(tween, { layers, figures, channels });
  return channels;
}

/** A channel with its layers in order of their starts, and the values settled that are taken as found. */
function settled(channel: DrivenChannel): DrivenChannel {
  const layers = [...channel.layers].sort((a, b) => a.start - b.start);
  layers.forEach((layer, i) => {
    if (layer.track.hasFound)
      layers[i] = { ...layer, track: settleFound(channel, layers.slice(0, i), layer) };
  });
  return { ...channel, layers };
}

/**
 * Every channel that something drives, in the order in which it is first met. Nearly all are driven by one
 * tween alone and are taken as they were made for it: an edit of one key makes one tween's anew.
 */
function collectChannels(
  study: Study,
  indexOf: ReadonlyMap<string, number>,
  startOf: ReadonlyMap<string, number>,
): DrivenChannel[] {
  const { figures, curves } = study;
  const driven: DrivenChannel[] = [];
  /** Where the channel of a slot stands in `driven`, from 1; 0 for none. */
  const places = new Int32Array(figures.length * STRIDE);
  const stacks = new Map<number, Layer[]>();
  for (const item of study.sequence) {
    if (item.type !== "tween" || item.disabled) continue;
    const layers = layersOf(item, startOf.get(item.id) ?? 0, curves);
    const own = channelsOf(item, layers, figures, indexOf);
    for (let i = 0; i < own.length; i++) {
      const channel = own[i] as DrivenChannel;
      const place = places[channel.slot] as number;
      if (place === 0) {
        places[channel.slot] = driven.push(channel);
        continue;
      }
      // The layers as they were before values were found: others may lie beneath them now.
      const layer = layers[i % layers.length] as Layer;
      const stack = stacks.get(channel.slot);
      if (stack) stack.push(layer);
      else stacks.set(channel.slot, [unsettled(driven[place - 1] as DrivenChannel), layer]);
    }
  }
  for (const [slot, layers] of stacks) {
    const place = (places[slot] as number) - 1;
    driven[place] = settled({ ...(driven[place] as DrivenChannel), layers });
  }
  return driven;
}

/** The layer of a channel that one tween drives, with its found values open again. */
function unsettled({ layers }: DrivenChannel): Layer {
  const layer = layers[0] as Layer;
  const kept = knownLayers.get(layer.tween)?.layers;
  return kept?.find((each) => each.track.track === layer.track.track) ?? layer;
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
  const base = baseLayer(beneath, layer.start, topLayer(beneath, layer.start));
  if (base) {
    const shown = new Float64Array(4);
    const part = (c: number) => stackValue(beneath, layer.start, c, 0);
    writeShownColor(part(0), part(1), part(2), part(3), base.track.space, shown, 0);
    color = printShownColor(shown, 0);
  }
  return withFoundValues(layer.track, readColor(color, layer.track.space) ?? [0, 0, 0, 1]);
}

/** What stands in the document and is not played yet. */
function findUnplayed(study: Study): Fault[] {
  const faults: Fault[] = [];
  const note = (path: string, what: string) =>
    faults.push({
      code: "not-played",
      path,
      message: `${what} are kept in the study and not played by this version.`,
      cure: "Use a newer version to see them.",
    });
  study.sequence.forEach((item: SequenceItem, i) => {
    const path = `sequence[${i}]`;
    if (item.type === "group") note(path, "Groups");
    if (item.type === "freeze") note(path, "Freezes");
    if (item.type === "shake") note(path, "Shakes");
    if (item.type === "cue") note(path, "Cues");
  });
  for (const tween of eachTween(study.sequence)) {
    if (tween.stagger) note(`tween ${tween.id}`, "Staggers");
    const once = (tween.iterations ?? 1) === 1 && (tween.direction ?? "normal") === "normal";
    if (!once) note(`tween ${tween.id}`, "Repeats");
  }
  if (study.followers.length > 0) note("followers", "Followers");
  return faults;
}
