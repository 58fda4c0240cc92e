import type { Draft } from "immer";
import { splitCurve } from "../../fit/index.ts";
import type { Overlap } from "../../motion/index.ts";
import { compileStudy, stackBeneath } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  curveOfKey,
  findTween,
  type Key,
  restValue,
  type SpaceTracks,
  type Study,
  spacePathOf,
  type Tween,
} from "../../study/index.ts";
import { placeItems } from "../../timeline/index.ts";
import { type Change, defineEdit, squash } from "../history/change.ts";
import { draftItem, draftTrack } from "../history/find.ts";
import { trimTween } from "../sequence/blocks.ts";
import { moveItems } from "../sequence/items.ts";
import { insertPair } from "../spatialPath/spacePoints.ts";
import { setKeyCurve, settleKeys } from "../tween.ts";

/** The ways to resolve an overlap. */
export type Mend = "trim" | "shift" | "add";

/** The ways that can resolve an overlap; colors and switches cannot be added. */
export function mendsOf({ channel }: Overlap): Mend[] {
  const { kind } = channelOf(channel);
  return kind === "number" || kind === "angle" ? ["trim", "shift", "add"] : ["trim", "shift"];
}

/**
 * Resolves an overlap: `trim` ends the earlier tween where the later one starts, `shift` starts the later one where
 * the earlier one ends, `add` makes the later one relative to the earlier one's value when it starts.
 */
export function mendOverlap(study: Study, { overlap, by }: { overlap: Overlap; by: Mend }): Change {
  if (by === "shift") {
    const start = placeItems(study).outer(overlap.winner, 0, overlap.figureId);
    const first = layersOf(study, overlap).find(({ tween }) => tween.id === overlap.winner);
    const lead = (first?.start ?? start) - start;
    const loserEnd = layersOf(study, overlap).find(({ tween }) => tween.id === overlap.loser)?.end;
    const shift = Math.max(loserEnd ?? overlap.to, overlap.to) - start - lead;
    const moved = moveItems(study, { ids: [overlap.winner], by: shift });
    // An earlier tween that hangs on the later one, through a key of it say, stays where it is.
    const went = startOf(moved.after, overlap.loser) - startOf(study, overlap.loser);
    const back = moveItems(moved.after, { ids: [overlap.loser], by: -went });
    return { ...squash(moved, back), label: "shift the later tween" };
  }
  if (by === "add") return addInstead(study, overlap);
  const tween = findTween(study, overlap.loser);
  // Within a clip the last value is held to the clip's end, whatever keys are left: the clip itself ends earlier.
  const isWhole = tween && (tween.clip || (tween.tracks.length === 1 && !tween.stagger));
  if (!isWhole) return trimTrack(study, overlap);
  const { within, outer } = placeItems(study);
  // In a stagger the figure that is covered begins later than the tween.
  const time = outer(overlap.loser, within(overlap.loser, overlap.from, overlap.figureId));
  return trimTween(study, { tweenId: overlap.loser, edge: "end", time });
}

const startOf = (study: Study, id: string): number => placeItems(study).startOf(id);

/** The layers of the channel that both tweens drive. */
function layersOf(study: Study, { figureId, channel }: Overlap) {
  const figure = study.figures.findIndex(({ id }) => id === figureId);
  return compileStudy(study).drivenAt(figure, channel)?.layers ?? [];
}

/** Makes the later track relative to the value below it when it starts. */
const addInstead = defineEdit<Overlap>("add instead of replace", (draft, overlap, study) => {
  const tween = findTween(study, overlap.winner);
  // Both tracks of a path have the same mode.
  const along = tween?.path && (overlap.channel === "x" || overlap.channel === "y");
  changeMode(draft, study, overlap.winner, along ? ["x", "y"] : [overlap.channel], "relative");
});

/**
 * Switches a tween between relative values, added to what each figure has when it starts, and absolute ones. The first
 * figure keeps its motion. Colors and switches are never relative.
 */
export const setTweenMode = defineEdit<{ tweenId: string; mode: "absolute" | "relative" }>(
  "change how values are meant",
  (draft, { tweenId, mode }, study) => {
    const channels = findTween(study, tweenId)?.tracks.map(({ channel }) => channel) ?? [];
    changeMode(draft, study, tweenId, channels, mode);
  },
);

function changeMode(
  draft: Draft<Study>,
  study: Study,
  tweenId: string,
  channels: readonly ChannelId[],
  mode: "absolute" | "relative",
): void {
  const motion = compileStudy(study);
  const figureId = findTween(study, tweenId)?.figures[0] ?? "";
  const index = motion.figureIndex(figureId);
  const figure = study.figures[index];
  for (const channel of channels) {
    const { kind } = channelOf(channel);
    const track = draftTrack(draft, tweenId, channel);
    const layers = motion.drivenAt(index, channel)?.layers ?? [];
    const at = layers.findIndex(({ tween }) => tween.id === tweenId);
    if (!figure || !track || at < 0 || (kind !== "number" && kind !== "angle")) continue;
    if ((track.mode ?? "absolute") === mode) continue;
    const base = stackBeneath(layers, at, Number(restValue(figure, channel)));
    const by = mode === "relative" ? -base : base;
    track.mode = mode;
    if (track.route) track.route = "none";
    for (const key of track.keys) {
      if (typeof key.value === "number") key.value += by;
      else key.value = mode === "relative" ? 0 : base;
    }
  }
}

/** Ends one track of a tween where another begins; its other tracks are unchanged. */
const trimTrack = defineEdit<Overlap>("trim tween", (draft, overlap, study) => {
  const { loser, channel, from, figureId } = overlap;
  const track = draftTrack(draft, loser, channel);
  if (!track) return;
  const at = placeItems(study).within(loser, from, figureId);
  const source = findTween(study, loser);
  const target = draftItem(draft, loser);
  const path = source && spacePathOf(source);
  if (path && target?.type === "tween" && (channel === "x" || channel === "y")) {
    trimPath(study, path, target, at);
    settleKeys(draft, study, target);
    return;
  }
  const after = track.keys.findIndex(({ time }) => time > at);
  if (after <= 0) return;
  const [before, next] = [track.keys[after - 1], track.keys[after]] as [Draft<Key>, Draft<Key>];
  const p = (at - before.time) / (next.time - before.time);
  const numbers = typeof before.value === "number" && typeof next.value === "number";
  const layer = layersOf(study, overlap).find(({ tween }) => tween.id === loser);
  const span = layer?.track.curves[after - 1];
  if (p > 1e-6 && p < 1 - 1e-6 && numbers && layer && span) {
    const parts = splitCurve(curveOfKey(study, before as Key), p);
    const [low, high] = [layer.track.values[after - 1], layer.track.values[after]] as [
      number,
      number,
    ];
    if (parts) setKeyCurve(before, parts[0]);
    track.keys.splice(after, track.keys.length - after, {
      ...next,
      time: at,
      value: low + (high - low) * span.value(p),
    });
  } else track.keys.splice(p > 1e-6 ? after + 1 : after);
});

/**
 * Ends both tracks of a path through space at a time of its keys: a pair of keys is inserted there and later ones are
 * deleted.
 */
function trimPath(study: Study, path: SpaceTracks, tween: Draft<Tween>, at: number): void {
  const after = path.x.keys.findIndex(({ time }) => time > at);
  const [nextX, nextY] = [path.x.keys[after], path.y.keys[after]];
  if (after <= 0 || !nextX || !nextY) return;
  const isThere = Math.abs((path.x.keys[after - 1]?.time ?? 0) - at) < 1e-6;
  // The pair takes the ids of the pair it replaces.
  if (!isThere) insertPair(study, tween, { time: at, xId: nextX.id, yId: nextY.id, channel: "x" });
  for (const track of tween.tracks)
    if (track.channel === "x" || track.channel === "y")
      track.keys.splice(isThere ? after : after + 1);
}
