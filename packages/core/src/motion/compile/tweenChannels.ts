import { channelOf, type Figure, type Tween } from "../../study/index.ts";
import { type Placed, type Placements, presentTime, type TimeLink } from "../../timeline/index.ts";
import type { CurveSource } from "./curveSource.ts";
import type { FigureTable } from "./figureTable.ts";
import type { DrivenChannel, Layer } from "./motion.ts";
import { slotIn } from "./poses.ts";
import { settleStack } from "./stack.ts";
import type { CompiledTrack } from "./track.ts";
import {
  type CompiledTracks,
  compiledTracks,
  plainLayer,
  plainOrigin,
  timedLayer,
} from "./tweenLayers.ts";

/** What one tween drives, as if nothing else drove it. */
export interface TweenChannels extends CompiledTracks {
  readonly placed: Placed;
  readonly channels: readonly DrivenChannel[];
  /** When the last of its keys is, ms of the study; 0 for none. */
  readonly end: number;
  /** One of its tracks follows a shared curve. */
  readonly usesShared: boolean;
  /** One of its tracks takes values as they are found, which may be those of a figure at rest. */
  readonly hasFound: boolean;
}

/** The parts of the study that a tween is compiled with. */
export interface TweenContext {
  readonly figures: FigureTable;
  readonly curves: CurveSource;
  readonly placements: Placements;
}

/** Compiles what a tween drives; `before` as for `compiledTracks`. */
export function compileTween(
  placed: Placed,
  around: TweenContext,
  before?: CompiledTracks,
): TweenChannels {
  const tween = placed.item as Tween;
  const tracks = compiledTracks(tween, around.curves, before);
  const channels = placed.disabled ? [] : spread(tween, around, layersFor(placed, tracks, around));
  let end = 0;
  for (const { layers } of channels) for (const layer of layers) end = Math.max(end, layer.end);
  return {
    tween,
    placed,
    tracks,
    channels,
    end,
    usesShared: tracks.some(({ usesShared }) => usesShared),
    hasFound: tracks.some(({ hasFoundValues: hasFound }) => hasFound),
  };
}

/** The layers of a tween for one of its figures: the same for all where no stagger or freeze tells them apart. */
function layersFor(
  placed: Placed,
  tracks: readonly CompiledTrack[],
  { placements }: TweenContext,
): (figureId: string, place: number) => readonly Layer[] {
  const tween = placed.item as Tween;
  if (placed.offsets.length === 0 && !hasFreezes(placed)) {
    const layers = isAtTop(placed)
      ? tracks.map((track) => plainLayer(tween, track, placed.start))
      : layersOnWay(placed, tracks, placements.linksTo(placed), 0);
    return () => layers;
  }
  return (id, i) =>
    layersOnWay(placed, tracks, placements.linksTo(placed, id, i), placed.offsets[i] ?? 0);
}

/** Whether the links to a tween are its start alone; freezes aside. Nearly all are, and need no way to be looked for. */
function isAtTop({ level, iterations, item }: Placed): boolean {
  return !level.group && !iterations && !(item as Tween).clip;
}

function layersOnWay(
  placed: Placed,
  tracks: readonly CompiledTrack[],
  way: readonly TimeLink[],
  offset: number,
): readonly Layer[] {
  const origin = plainOrigin(placed, way);
  return tracks.map((track) =>
    origin === undefined
      ? timedLayer(placed, track, way, offset)
      : plainLayer(placed.item as Tween, track, origin),
  );
}

/** Whether there are freezes around an item, which its figures may feel differently. */
function hasFreezes({ level }: Placed): boolean {
  for (let at = level; ; at = at.group.level) {
    if (at.freezes.length > 0) return true;
    if (!at.group) return false;
  }
}

function spread(
  tween: Tween,
  { figures }: TweenContext,
  layersOf: (figureId: string, place: number) => readonly Layer[],
): DrivenChannel[] {
  const channels: DrivenChannel[] = [];
  for (let place = 0; place < tween.figures.length; place++) {
    const figureId = tween.figures[place] as string;
    const figureIndex = figures.indexOf(figureId);
    if (figureIndex < 0) continue;
    for (const layer of layersOf(figureId, place)) {
      const channel = channelOf(layer.track.track.channel);
      const slot = slotIn(figureIndex, channel.id);
      const alone: DrivenChannel = { figureId, figureIndex, channel, slot, layers: [layer] };
      channels.push(
        layer.track.hasFoundValues
          ? settleStack(alone, [layer], figures.list[figureIndex] as Figure)
          : alone,
      );
    }
  }
  return channels;
}

/** When an item at the top of the sequence is over, ms of the study; 0 for others, and for those that are not played. */
export function itemEnd({
  item,
  level,
  start,
  shown,
  whole,
  iterations,
  disabled,
}: Placed): number {
  if (disabled || level.group) return 0;
  // Where the last key of a plain tween is, is known to the last bit already.
  if (item.type === "tween" && whole === shown && level.freezes.length === 0)
    if (!item.stagger && !item.clip && !iterations) return 0;
  return presentTime(level.freezes, start + shown, true);
}
