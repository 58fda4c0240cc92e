import type { Draft } from "immer";
import type { Curve } from "../../curve/index.ts";
import { compileStudy } from "../../motion/index.ts";
import {
  arePaired,
  type ChannelId,
  channelOf,
  type Key,
  type Study,
  spacePathOf,
  type Track,
  type Tween,
} from "../../study/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftTweens } from "../history/find.ts";
import { type TrackPlace, trackNear } from "../keys/trackNear.ts";
import { settleKeys } from "../tween.ts";
import {
  type Clipboard,
  type ClipboardKey,
  type ClipboardTrack,
  type Cycles,
  canShift,
  cycleKeys,
} from "./clipboard.ts";

/** Where copied keys are pasted, and how. */
export interface PasteArguments {
  readonly copied: Clipboard;
  /** The figures to paste to. Keys copied from several figures are assigned to them in order. */
  readonly figureIds: readonly string[];
  /** Time of the first pasted key, ms of the study. */
  readonly time: number;
  readonly cycles?: Cycles;
  /** `relative`: values are shifted so that the motion begins where the channel is at that time. */
  readonly values: "absolute" | "relative";
  /** Channels to paste; absent for all. */
  readonly channels?: readonly ChannelId[];
  /** Pastes the keys of a single track to this channel, if it has the same kind of values. */
  readonly onto?: ChannelId;
  readonly name: string;
  readonly newId: () => string;
}

/**
 * Pastes keys. They are added to the track that plays at that time and replace its keys between the first and the last
 * of them. A channel without a tween, or one whose tween moves other figures too, gets a tween of its own.
 */
export const pasteKeys = defineEdit<PasteArguments>("paste keys", (draft, args, study) => {
  const { copied, figureIds, time, values, cycles, newId } = args;
  const motion = compileStudy(study);
  const figureCount = new Set(copied.tracks.map(({ figure }) => figure)).size;
  figureIds.forEach((figureId, place) => {
    if (!study.figures.some((each) => each.id === figureId)) return;
    const index = motion.figureIndex(figureId);
    const own = copied.tracks.filter(
      (track) =>
        (figureCount === 1 || track.figure === place % figureCount) &&
        (!args.channels || args.channels.includes(track.channel)),
    );
    if (own.length === 0 || !suits(own, args.onto)) return;
    const joined = own.filter((track) => track.path).length === 2;
    const pasted = own.map((track): Track => {
      const channel = own.length === 1 && args.onto ? args.onto : track.channel;
      const shifts = values === "relative" && track.mode !== "relative" && canShift(track);
      const run = cycleKeys(track, copied.duration, cycles ?? ONCE, shifts);
      const [first] = run;
      const here = shifts ? motion.valueAt(index, channel, time) : 0;
      const shift = shifts && typeof first?.value === "number" ? here - first.value : 0;
      return {
        channel,
        ...(track.mode ? { mode: track.mode } : {}),
        ...(track.route ? { route: track.route } : {}),
        ...(track.space ? { space: track.space } : {}),
        keys: run.map((key) => toKey(key, shift, newId())),
      };
    });
    // Keys of a path can only be pasted to a path, both tracks of the same one.
    const [pastedX, pastedY] = ["x", "y"].map((axis) =>
      pasted.find(({ channel }) => channel === axis),
    );
    const paired = joined && pastedX && pastedY ? arePaired(pastedX, pastedY) : false;
    const pathNear = trackNear(study, figureId, "x", time)?.tween;
    const samePath = pathNear && trackNear(study, figureId, "y", time)?.tween === pathNear;
    const touched = new Set<string>();
    const tracks = pasted.filter((track) => {
      const place = trackNear(study, figureId, track.channel, time);
      const isPath = place !== undefined && spacePathOf(place.tween) !== undefined;
      const alongPath = track.channel === "x" || track.channel === "y";
      const fits =
        place &&
        place.tween.figures.length === 1 &&
        (place.track.mode ?? "absolute") === (track.mode ?? "absolute") &&
        (!alongPath || (isPath ? paired && samePath : !paired));
      if (fits) {
        pasteOnto(draft, place, track, time);
        touched.add(place.tween.id);
      }
      return !fits;
    });
    for (const tween of draftTweens(draft.sequence))
      if (touched.has(tween.id)) settleKeys(draft, study, tween);
    if (tracks.length === 0) return;
    draft.sequence.push({
      type: "tween",
      id: newId(),
      name: args.name,
      tether: { to: "start", offset: Math.max(time, 0) },
      figures: [figureId],
      tracks,
      ...(paired && tracks.includes(pastedX as Track) ? { path: true } : {}),
    } as Draft<Tween>);
  });
});

/** Whether copied tracks can go onto a channel: only a single one is given another, of the same kind of values. */
function suits(tracks: readonly ClipboardTrack[], onto: ChannelId | undefined): boolean {
  const [track] = tracks;
  if (!onto || !track || tracks.length > 1) return true;
  return channelOf(track.channel).kind === channelOf(onto).kind;
}

/** A key closer than this to a pasted one is replaced by it, ms. */
const NEAR = 0.5;

/** Inserts keys into a track; those between the first and the last of them are replaced. */
function pasteOnto(draft: Draft<Study>, place: TrackPlace, pasted: Track, time: number): void {
  const offset = place.within(Math.max(time, 0));
  const fresh = pasted.keys.map((key) => ({ ...key, time: key.time + offset }));
  const [first, last] = [fresh[0], fresh.at(-1)];
  for (const tween of draftTweens(draft.sequence)) {
    if (tween.id !== place.tween.id) continue;
    const track = tween.tracks.find((each) => each.channel === pasted.channel);
    if (!track || !first || !last) continue;
    const before = track.keys.filter((key) => key.time < first.time - NEAR);
    const after = track.keys.filter((key) => key.time > last.time + NEAR);
    track.keys = [...before, ...(fresh as Draft<Key>[]), ...after];
  }
}

const ONCE: Cycles = { count: 1, direction: "normal" };

function toKey(
  { time, value, curve, in: into, out }: ClipboardKey,
  shift: number,
  id: string,
): Key {
  return {
    id,
    time,
    value: typeof value === "number" ? value + shift : value,
    ...(curve ? { curve: curve as Curve } : {}),
    ...(into ? { in: into } : {}),
    ...(out ? { out } : {}),
  };
}

/** The distinct channels of copied keys, in order. */
export function channelsOfClipboard(copied: Clipboard): ChannelId[] {
  return [...new Set(copied.tracks.map(({ channel }: ClipboardTrack) => channel))];
}
