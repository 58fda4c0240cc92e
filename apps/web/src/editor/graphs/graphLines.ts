import { greatestSpeed, type Motion, stretchSpeeds } from "@levitas/core/motion";
import { findLayer } from "../session/findLayer.ts";
import type { Row } from "../session/rows.ts";
import type { GraphLine } from "./graphPicture.ts";
import { lineOf } from "./layerLine.ts";

export type LaneOf = Extract<Row, { kind: "lane" | "graph" }>;

/** What a graph shows: its own channel, those that were added, and the others faintly. */
export interface Shown {
  readonly row: LaneOf;
  readonly lanes: readonly LaneOf[];
  readonly faint: readonly LaneOf[];
}

/** The lines of a graph in a state of the motion, its own first. */
export function linesOf(motion: Motion, { lanes, row }: Shown): GraphLine[] {
  return lanes.flatMap((lane) =>
    lane.bars.flatMap((bar) => {
      const layer = findLayer(motion, row.figure.id, lane.channel, bar.tween.id);
      const isOwn = lane === row;
      return layer ? [{ bar, channel: lane.channel, layer, points: lineOf(layer), isOwn }] : [];
    }),
  );
}

/** The speeds of a lane: times and speeds in turn, and the highest. */
export function speedsOf(motion: Motion, { figure, channel, bars }: LaneOf) {
  const layers = bars.flatMap((bar) => findLayer(motion, figure.id, channel, bar.tween.id) ?? []);
  const points = stretchSpeeds(layers, 36);
  return { points, most: greatestSpeed(layers, points) };
}
