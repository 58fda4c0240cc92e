import {
  CHANNELS,
  type ChannelId,
  channelOf,
  type Figure,
  innerTime,
  outerTime,
  type Placed,
  type Placements,
  placeItems,
  presentTime,
  rateOf,
  restValue,
  type SequenceItem,
  type Study,
  spacePathOf,
  type TimeLink,
  type Tween,
  withinTime,
} from "../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../value/index.ts";
import { eventFinder } from "./events.ts";
import { compileFollowers } from "./followers.ts";
import { baseLayer, stackValue, stackVelocity } from "./layers.ts";
import type { DrivenChannel, Layer, Motion } from "./motion.ts";
import { isPlain, layOut, type PlainChannels } from "./plainChannels.ts";
import { STRIDE, slotIn } from "./poses.ts";
import { addShakes, shakenValue, shakesOn } from "./shakenPose.ts";
import { compileShakes } from "./shakes.ts";
import { type CompiledTrack, compileSpacePath, compileTrack, withFoundValues } from "./track.ts";

/** How a study is to be seen. */
export interface CompileOptions {
  /** As people see it who prefer reduced motion: of shakes only the calm share is left. */
  readonly calm?: boolean;
}

/**
 * Turns a study into a motion. Tracks that did not change since an earlier call are taken over, so
 * that an edit of one key costs one track and the assembling of lists. Faults that `checkStudy`
 * reports do not stop it: what is sound plays, ids that name nothing are passed over.
 */
export function compileStudy(study: Study, { calm = false }: CompileOptions = {}): Motion {
  const { indexOf, rest } = readFigures(study.figures);
  const placements = placeItems(study);
  const driven = collectChannels(study, indexOf, placements);
  const { duration, endless } = lengthOf(study, driven, placements);
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
  const tweened = (figureIndex: number, channel: ChannelId, t: number): number => {
    const slot = slotIn(figureIndex, channel);
    const found = drivenAt(slot);
    const still = rest[slot] as number;
    return found ? stackValue(found.layers, t, 0, still) : still;
  };
  const figureIndex = (id: string) => indexOf.get(id) ?? -1;
  const followerOf = new Map<number, (t: number) => number>();
  /** The value without shakes. */
  const steady = (index: number, channel: ChannelId, t: number): number =>
    followerOf.size === 0
      ? tweened(index, channel, t)
      : (followerOf.get(slotIn(index, channel))?.(t) ?? tweened(index, channel, t));
  const steadyVelocity = (index: number, channel: ChannelId, t: number): number => {
    const slot = slotIn(index, channel);
    const follows = followerOf.get(slot);
    if (follows) return slopeOf(follows, t);
    const found = drivenAt(slot);
    return found ? stackVelocity(found.layers, t, 0) : 0;
  };
  const followers = compileFollowers(study, placements, {
    indexOf: figureIndex,
    slot: slotIn,
    value: steady,
    velocity: steadyVelocity,
  });
  for (const { slot, value } of followers) followerOf.set(slot, value);
  const shakes = compileShakes(study, placements, figureIndex, calm);

  return {
    study,
    duration,
    endless,
    slotCount: rest.length,
    driven,
    placements,
    followers,
    shakes,
    events: eventFinder(study, placements),
    figureIndex,
    slot: slotIn,
    drivenAt: (index, channel) => (index < 0 ? undefined : drivenAt(slotIn(index, channel))),
    at(t, out) {
      out.set(rest);
      if (!plain) {
        plain = layOut(driven.filter(isPlain));
        layered = driven.filter((channel) => !isPlain(channel));
      }
      plain.write(t, out);
      for (const channel of layered) write(channel, t, rest, out);
      for (const { slot, value } of followers) out[slot] = value(t);
      if (shakes.length > 0) addShakes(study, shakes, t, out);
      return out;
    },
    velocity(t, out) {
      out.fill(0);
      for (const { layers, slot, channel } of driven) {
        const count = channel.kind === "color" ? 4 : 1;
        for (let c = 0; c < count; c++) out[slot + c] = stackVelocity(layers, t, c);
      }
      for (const { slot, value } of followers) out[slot] = slopeOf(value, t);
      return out;
    },
    valueAt(index, channel, t) {
      return shakesOn(shakes, t)
        ? shakenValue(study, shakes, steady, index, channel, t)
        : steady(index, channel, t);
    },
  };
}

/** Half the width over which the speed of what is computed is measured, ms. */
const SLOPE_STEP = 0.05;

/** Rate of change of something computed, per second, as a central difference. */
function slopeOf(value: (t: number) => number, t: number): number {
  return ((value(t + SLOPE_STEP) - value(t - SLOPE_STEP)) * 1000) / (2 * SLOPE_STEP);
}

/** When everything is over that ends, and whether something does not. */
function lengthOf(
  study: Study,
  driven: readonly DrivenChannel[],
  { root }: Placements,
): { duration: number; endless: boolean } {
  let duration = 0;
  let endless = false;
  for (const { layers } of driven) for (const { end } of layers) duration = Math.max(duration, end);
  for (const marker of study.markers) duration = Math.max(duration, marker.time);
  for (const { item, start, shown, whole, disabled } of root.items) {
    if (disabled) continue;
    endless ||= whole === Number.POSITIVE_INFINITY;
    // Where a plain tween's last key is, is known to the last bit already.
    if (item.type === "tween" && whole === shown && root.stops.length === 0 && isBare(item))
      continue;
    duration = Math.max(duration, presentTime(root.stops, start + shown, true));
  }
  return { duration, endless };
}

function isBare({ stagger, clip, iterations = 1, direction = "normal" }: Tween): boolean {
  return !stagger && !clip && iterations === 1 && direction === "normal";
}

/** Writes the shown value of one driven channel. */
function write(driven: DrivenChannel, t: number, rest: Float64Array, out: Float64Array): void {
  const { layers, slot, channel } = driven;
  if (channel.kind !== "color") {
    out[slot] = stackValue(layers, t, 0, rest[slot] as number);
    return;
  }
  const base = baseLayer(layers, t);
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

/** The layers of a tween that starts at a time of the study and plays once from there. */
function layersOf(tween: Tween, origin: number, shared: Study["curves"]): readonly Layer[] {
  const known = knownLayers.get(tween);
  if (known && known.origin === origin && known.shared === shared) return known.layers;
  const layers = compiledTracks(tween, shared).map((track) => plainLayer(tween, track, origin));
  knownLayers.set(tween, { origin, shared, layers });
  return layers;
}

/** The tracks of a tween that have keys, made ready. */
function compiledTracks(tween: Tween, shared: Study["curves"]): CompiledTrack[] {
  const path = spacePathOf(tween);
  const [alongX, alongY] = path ? compileSpacePath(path, shared) : [];
  return tween.tracks
    .filter(({ keys }) => keys.length > 0)
    .map((track) => {
      const joined = track === path?.x ? alongX : track === path?.y ? alongY : undefined;
      return joined ?? compileTrack(track, shared);
    });
}

function plainLayer(tween: Tween, track: CompiledTrack, origin: number): Layer {
  const start = origin + (track.times[0] as number);
  return {
    tween,
    track,
    origin,
    start,
    end: origin + (track.times.at(-1) as number),
    relative: isRelative(track),
    fill: tween.fill ?? "forwards",
    rank: rankOf(start),
    outer: (within) => origin + within,
    within: (t) => t - origin,
  };
}

/** Roundings must not decide who wins: ranks lie on a grid of a millionth of a ms. */
function rankOf(time: number): number {
  return Math.round(time * 1e6) / 1e6;
}

function isRelative({ track, components }: CompiledTrack): boolean {
  return track.mode === "relative" && components === 1;
}

/** The layer of a tween that groups, stops or its own passes stand before. */
function timedLayer(
  { item, passes, level, start }: Placed,
  track: CompiledTrack,
  way: readonly TimeLink[],
  offset: number,
): Layer {
  const tween = item as Tween;
  const { from, to } = tween.clip ?? { from: 0, to: Number.POSITIVE_INFINITY };
  const repeats = passes !== undefined;
  const first = Math.max(repeats ? from : (track.times[0] as number), from);
  const last = Math.min(Math.max(track.times.at(-1) as number, from), to);
  const inner = way.at(-1) as Extract<TimeLink, { kind: "play" }>;
  const links = passes
    ? [
        ...way.slice(0, -1),
        { ...inner, origin: inner.origin + from, passes },
        { kind: "play" as const, origin: -from, rate: 1 },
      ]
    : way;
  // Where it would stand if nothing ran backwards, repeated or stopped: who wins does not hang on these.
  let rank = start + offset - from + (repeats ? from : (track.times[0] as number));
  for (let group = level.group; group; group = group.level.group)
    rank = group.start + rank / rateOf(group.item as Extract<SequenceItem, { type: "group" }>);
  return {
    tween,
    track,
    origin: outerTime(way, 0),
    start: outerTime(way, first),
    end: outerTime(way, last),
    relative: isRelative(track),
    fill: tween.fill ?? "forwards",
    rank: rankOf(rank),
    time: {
      links,
      repeats,
      first: firstTime(passes) + from,
      from: first > to ? Number.POSITIVE_INFINITY : first,
      to: last,
      limit: to,
    },
    outer: (within) => outerTime(way, within),
    within: (t) => withinTime(way, t),
  };
}

/** The time within with which passes begin. */
function firstTime(passes: Placed["passes"]): number {
  return passes
    ? innerTime([{ kind: "play", origin: 0, rate: 1, passes }], 0)
    : Number.NEGATIVE_INFINITY;
}

/** When a tween starts that plays once, straight from there; undefined where more stands between. */
function plainOrigin({ passes, item }: Placed, way: readonly TimeLink[]): number | undefined {
  const [only] = way;
  const { clip } = item as Tween;
  return !passes && !clip && way.length === 1 && only?.kind === "play" && only.rate === 1
    ? only.origin
    : undefined;
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
  return tween.figures.flatMap((id, place): DrivenChannel[] => {
    const figureIndex = indexOf.get(id);
    if (figureIndex === undefined) return [];
    const figure = figures[figureIndex] as Figure;
    return layersFor(id, place).map((layer) => {
      const channel = channelOf(layer.track.track.channel);
      const slot = slotIn(figureIndex, channel.id);
      return settled({ figure, figureIndex, channel, slot, layers: [layer] }, [layer]);
    });
  });
}

/**
 * A channel with layers in order of their rank, and the values settled that are taken as found. `open` are the
 * layers as the tweens have them, kept for when others come to lie beneath them.
 */
function settled(channel: DrivenChannel, open: readonly Layer[]): DrivenChannel {
  const layers = [...open].sort((a, b) => a.rank - b.rank);
  let found = false;
  layers.forEach((layer, i) => {
    if (!layer.track.hasFound) return;
    found = true;
    layers[i] = { ...layer, track: settleFound(channel, layers.slice(0, i), layer) };
  });
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
function collectChannels(
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
      if (stack) stack.push(...layersIn(channel));
      else
        stacks.set(channel.slot, [
          ...layersIn(driven[place - 1] as DrivenChannel),
          ...layersIn(channel),
        ]);
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
