import {
  CHANNELS,
  type ChannelDefinition,
  eachTween,
  type Figure,
  type Study,
  type Track,
  type Tween,
} from "@levitas/core/study";

/** One track of one tween as a bar in a lane. */
export interface LaneBar {
  readonly tween: Tween;
  readonly track: Track;
}

/** One line of the timeline. */
export type Row =
  | {
      readonly kind: "figure";
      readonly figure: Figure;
      readonly depth: number;
      readonly lanes: number;
    }
  | {
      readonly kind: "lane";
      readonly figure: Figure;
      readonly channel: ChannelDefinition;
      readonly bars: readonly LaneBar[];
    };

/** The lines of a study's timeline: each figure, then a lane for each of its channels that moves. */
export function timelineRows(study: Study): Row[] {
  const bars = new Map<string, Map<string, LaneBar[]>>();
  for (const tween of eachTween(study.sequence))
    for (const figure of tween.figures)
      for (const track of tween.tracks) {
        const channels = bars.get(figure) ?? new Map<string, LaneBar[]>();
        bars.set(figure, channels);
        channels.set(track.channel, [...(channels.get(track.channel) ?? []), { tween, track }]);
      }
  const parentOf = new Map(study.figures.map((figure) => [figure.id, figure.parent]));
  return study.figures.flatMap((figure): Row[] => {
    const own = bars.get(figure.id);
    const lanes = CHANNELS.flatMap((channel): Row[] => {
      const found = own?.get(channel.id);
      return found ? [{ kind: "lane", figure, channel, bars: found }] : [];
    });
    const depth = depthOf(figure, parentOf);
    return [{ kind: "figure", figure, depth, lanes: lanes.length }, ...lanes];
  });
}

/** Whether two lines show the same: the study changes with every edit, most of its lines do not. */
export function sameRow({ row: a }: { row: Row }, { row: b }: { row: Row }): boolean {
  if (a.figure !== b.figure) return false;
  if (a.kind === "figure") return b.kind === "figure" && a.depth === b.depth && a.lanes === b.lanes;
  return (
    b.kind === "lane" &&
    a.channel === b.channel &&
    a.bars.length === b.bars.length &&
    a.bars.every((bar, i) => bar.tween === b.bars[i]?.tween && bar.track === b.bars[i]?.track)
  );
}

function depthOf(figure: Figure, parentOf: ReadonlyMap<string, string | null>): number {
  let depth = 0;
  let parent = figure.parent;
  // A circle of parents is a fault of the study, not a reason to hang.
  while (parent != null && depth < 8) {
    depth++;
    parent = parentOf.get(parent) ?? null;
  }
  return depth;
}
