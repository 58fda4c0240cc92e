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
} from "../study/index.ts";
import { printShownColor, readColor, writeShownColor } from "../value/index.ts";
import { baseLayer, stackValue, stackVelocity, topLayer } from "./layers.ts";
import type { DrivenChannel, Layer, Motion } from "./motion.ts";
import { STRIDE, slotIn } from "./poses.ts";
import { type CompiledTrack, compileTrack, withFoundValues } from "./track.ts";

/**
 * Turns a study into a motion. Tracks that did not change since an earlier call are taken over, so
 * that an edit of one key costs one track and the assembling of lists. Faults that `checkStudy`
 * reports do not stop it: what is sound plays, ids that name nothing are passed over.
 */
export function compileStudy(study: Study): Motion {
  const indexOf = new Map(study.figures.map((figure, i) => [figure.id, i]));
  const { startOf } = resolveStarts(study);
  const rest = restPose(study.figures);
  const driven = collectChannels(study, indexOf, startOf);
  let duration = 0;
  for (const { layers } of driven)
    for (const layer of layers) duration = Math.max(duration, layer.end);
  for (const marker of study.markers) duration = Math.max(duration, marker.time);
  const bySlot = new Map(driven.map((channel) => [channel.slot, channel]));

  return {
    study,
    duration,
    slotCount: rest.length,
    driven,
    unplayed: findUnplayed(study),
    startOf,
    figureIndex: (id) => indexOf.get(id) ?? -1,
    slot: slotIn,
    at(t, out) {
      out.set(rest);
      for (const channel of driven) write(channel, t, rest, out);
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
      const found = bySlot.get(slot);
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

/** Sorts every track to the channels it drives and settles the values that are taken as found. */
function collectChannels(
  study: Study,
  indexOf: ReadonlyMap<string, number>,
  startOf: ReadonlyMap<string, number>,
): DrivenChannel[] {
  const bySlot = new Map<number, { driven: DrivenChannel; layers: Layer[] }>();
  for (const item of study.sequence) {
    if (item.type !== "tween" || item.disabled) continue;
    const origin = startOf.get(item.id) ?? 0;
    for (const track of item.tracks) {
      if (track.keys.length === 0) continue;
      const compiled = compileTrack(track, study.curves);
      const layer: Layer = {
        tween: item,
        track: compiled,
        origin,
        start: origin + (compiled.times[0] as number),
        end: origin + (compiled.times.at(-1) as number),
        relative: track.mode === "relative" && compiled.components === 1,
        fill: item.fill ?? "forwards",
      };
      for (const id of item.figures) {
        const figureIndex = indexOf.get(id);
        if (figureIndex === undefined) continue;
        const slot = slotIn(figureIndex, track.channel);
        let entry = bySlot.get(slot);
        if (!entry) {
          const layers: Layer[] = [];
          const figure = study.figures[figureIndex] as Figure;
          const channel = channelOf(track.channel);
          entry = { driven: { figure, figureIndex, channel, slot, layers }, layers };
          bySlot.set(slot, entry);
        }
        entry.layers.push(layer);
      }
    }
  }
  for (const { driven, layers } of bySlot.values()) {
    layers.sort((a, b) => a.start - b.start);
    layers.forEach((layer, i) => {
      if (layer.track.hasFound)
        layers[i] = { ...layer, track: settleFound(driven, layers.slice(0, i), layer) };
    });
  }
  return [...bySlot.values()].map(({ driven }) => driven);
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
