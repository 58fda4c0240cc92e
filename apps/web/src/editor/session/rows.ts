import {
  CHANNELS,
  type ChannelDefinition,
  type ChannelId,
  channelOf,
  eachTween,
  type Figure,
  type Follower,
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
      readonly bars: readonly LaneBar[];
    }
  | {
      readonly kind: "lane" | "graph";
      readonly figure: Figure;
      readonly channel: ChannelDefinition;
      readonly bars: readonly LaneBar[];
      readonly unfolded: boolean;
    }
  | {
      readonly kind: "follower";
      readonly figure: Figure;
      readonly channel: ChannelDefinition;
      readonly follower: Follower;
      readonly bars: readonly LaneBar[];
    };

/** The name of a lane, for what is remembered of it. */
export function laneName(figureId: string, channel: ChannelId): string {
  return `${figureId} ${channel}`;
}

/**
 * The lines of a study's timeline: each figure, then a lane for each of its channels that moves, and
 * under a lane that is unfolded its graph.
 */
export function timelineRows(study: Study, unfolded: ReadonlySet<string> = new Set()): Row[] {
  const bars = new Map<string, Map<string, LaneBar[]>>();
  for (const tween of eachTween(study.sequence))
    for (const figure of tween.figures)
      for (const track of tween.tracks) {
        let channels = bars.get(figure);
        if (!channels) {
          channels = new Map();
          bars.set(figure, channels);
        }
        const list = channels.get(track.channel);
        if (list) list.push({ tween, track });
        else channels.set(track.channel, [{ tween, track }]);
      }
  // What follows has one line: its keys stand still, and show again when it stops following.
  for (const { figure, channel } of study.followers) bars.get(figure)?.delete(channel);
  const parentOf = new Map(study.figures.map((figure) => [figure.id, figure.parent]));
  return inTree(study.figures).flatMap((figure): Row[] => {
    const own = bars.get(figure.id);
    const lanes = CHANNELS.flatMap((channel): Row[] => {
      const found = own?.get(channel.id);
      if (!found) return [];
      const open = unfolded.has(laneName(figure.id, channel.id));
      const lane: Row = { kind: "lane", figure, channel, bars: found, unfolded: open };
      return open ? [lane, { ...lane, kind: "graph" }] : [lane];
    });
    const all = own ? [...own.values()].flat() : [];
    const depth = depthOf(figure, parentOf);
    const moving = lanes.filter(({ kind }) => kind === "lane").length;
    const followers = study.followers
      .filter((follower) => follower.figure === figure.id)
      .map(
        (follower): Row => ({
          kind: "follower",
          figure,
          channel: channelOf(follower.channel),
          follower,
          bars: [],
        }),
      );
    return [{ kind: "figure", figure, depth, lanes: moving, bars: all }, ...lanes, ...followers];
  });
}

/** Figures with what stands in each right after it; among those of one parent in the order of the study. */
export function inTree(figures: readonly Figure[]): readonly Figure[] {
  if (figures.every(({ parent }) => parent === null)) return figures;
  const inside = new Map<string | null, Figure[]>();
  const known = new Set(figures.map(({ id }) => id));
  for (const figure of figures) {
    const parent = figure.parent !== null && known.has(figure.parent) ? figure.parent : null;
    inside.set(parent, [...(inside.get(parent) ?? []), figure]);
  }
  const ordered = new Set<Figure>();
  const add = (parent: string | null): void => {
    for (const figure of inside.get(parent) ?? []) {
      if (ordered.has(figure)) continue;
      ordered.add(figure);
      add(figure.id);
    }
  };
  add(null);
  // A circle of parents is a fault of the study, not a reason to leave its figures out.
  return [...ordered, ...figures.filter((figure) => !ordered.has(figure))];
}

/** Whether two lines show the same: the study changes with every edit, most of its lines do not. */
export function sameRow({ row: a }: { row: Row }, { row: b }: { row: Row }): boolean {
  if (a.figure !== b.figure || a.bars.length !== b.bars.length) return false;
  if (!a.bars.every((bar, i) => bar.tween === b.bars[i]?.tween && bar.track === b.bars[i]?.track))
    return false;
  if (a.kind === "figure") return b.kind === "figure" && a.depth === b.depth && a.lanes === b.lanes;
  if (a.kind === "follower") return b.kind === "follower" && a.follower === b.follower;
  return (
    (b.kind === "lane" || b.kind === "graph") &&
    a.kind === b.kind &&
    a.channel === b.channel &&
    a.unfolded === b.unfolded
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
