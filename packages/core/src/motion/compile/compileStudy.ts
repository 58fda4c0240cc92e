import {
  CHANNELS,
  type ChannelId,
  type Figure,
  restValue,
  type Study,
  type Tween,
} from "../../study/index.ts";
import { type Placements, placeItems, presentTime } from "../../timeline/index.ts";
import { readColor, writeShownColor } from "../../value/index.ts";
import { compileFollowers } from "../effects/followers.ts";
import { addShakes, shakenValue } from "../effects/shakenPose.ts";
import { compileShakes } from "../effects/shakes.ts";
import { cueFinder } from "../playback/events.ts";
import { collectChannels } from "./collectChannels.ts";
import { baseLayer, stackValue, stackVelocity } from "./layers.ts";
import type { DrivenChannel, Motion } from "./motion.ts";
import { isPlain, layOut, type PlainChannels } from "./plainChannels.ts";
import { STRIDE, slotIn } from "./poses.ts";

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
  const cues = cueFinder(study, placements);
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
    events: cues.between,
    cueTime: cues.first,
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
      for (const channel of layered) write(channel, t, rest, out, channel.slot);
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
      return shakes.length > 0
        ? shakenValue(study, shakes, steady, index, channel, t)
        : steady(index, channel, t);
    },
    colorAt(index, t, out) {
      const slot = slotIn(index, "color");
      for (let c = 0; c < 4; c++) out[c] = rest[slot + c] as number;
      const found = drivenAt(slot);
      if (found) write(found, t, rest, out, 0);
      return out;
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

/** Writes the shown value of one driven channel to a place in `out`; where nothing shows, a color is left as it stands. */
function write(
  driven: DrivenChannel,
  t: number,
  rest: Float64Array,
  out: Float64Array,
  place: number,
): void {
  const { layers, slot, channel } = driven;
  if (channel.kind !== "color") {
    out[place] = stackValue(layers, t, 0, rest[slot] as number);
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
    place,
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
