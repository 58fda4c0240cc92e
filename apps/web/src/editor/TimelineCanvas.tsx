import { type Seam, seamsOf } from "@levitas/core/edit";
import { type Layer, layerPolyline } from "@levitas/core/motion";
import { type ChannelId, channelOf, type Tween } from "@levitas/core/study";
import { type ReactNode, type RefObject, useMemo, useRef } from "react";
import { grabColumns, tapColumns } from "./figures/columnHands.ts";
import { type ColumnTarget, columnPicture, figureColumns } from "./figures/columnPicture.ts";
import { useKeyFinder } from "./keys/useKeyFinder.ts";
import { grabLane, setLaneKey, tapLane } from "./lanes/laneHands.ts";
import { isJoined, type LaneTarget, lanePicture } from "./lanes/lanePicture.ts";
import { useBench } from "./session/BenchContext.ts";
import type { Bench, Frame } from "./session/bench.ts";
import { findLayer } from "./session/findLayer.ts";
import { type LaneBar, laneName, type Row } from "./session/rows.ts";
import type { RowPicture, RowPlace } from "./tracks/marks.ts";
import { TrackCanvas, type TrackFinder, type TrackRows } from "./tracks/TrackCanvas.tsx";

type Target = LaneTarget | ColumnTarget;

/** How many points draw one span. */
const PER_SPAN = 28;
const NOTHING: RowPicture<Target> = { marks: [], hits: [] };
const NO_SEAMS: ReadonlyMap<string, Seam> = new Map();

/** The lanes and the figures' own rows: what is painted on them, and what hands can do there. */
export function TimelineCanvas({
  rows,
  places,
  scroller,
}: {
  rows: readonly Row[];
  places: readonly RowPlace[];
  scroller: RefObject<HTMLElement | null>;
}): ReactNode {
  const bench = useBench();
  const finder = useRef<TrackFinder<Row, Target> | null>(null);
  const of = useMemo(() => timelineRowsOf(bench), [bench]);
  useKeyFinder(finder);
  return (
    <TrackCanvas
      name="The lanes"
      rows={rows}
      places={places}
      scroller={scroller}
      topics={["motion", "axis", "state"]}
      of={of}
      finder={finder}
    />
  );
}

function timelineRowsOf(bench: Bench): TrackRows<Row, Target> {
  const lines = new WeakMap<Layer, Float64Array>();
  const lineOf = (layer: Layer) => {
    let line = lines.get(layer);
    if (!line) {
      line = layerPolyline(layer, PER_SPAN);
      lines.set(layer, line);
    }
    return line;
  };
  const seamsOn = (tween: Tween, channel: ChannelId) => {
    const track = tween.tracks.find((each) => each.channel === channel);
    return track && !isJoined(tween, channel) ? seamsOf(bench.shown, track) : NO_SEAMS;
  };
  let chosen = { keys: bench.selection.keys, set: new Set(bench.selection.keys) };
  /** The chosen keys, to be asked one by one: they may be all of a study. */
  const chosenKeys = (): ReadonlySet<string> => {
    const { keys } = bench.selection;
    if (chosen.keys !== keys) chosen = { keys, set: new Set(keys) };
    return chosen.set;
  };
  /** The keys chosen on a row: others may be chosen without its being painted anew. */
  const chosenOn = (bars: readonly LaneBar[]): string => {
    const set = chosenKeys();
    if (set.size === 0) return "";
    return bars
      .flatMap(({ track }) => track.keys.flatMap(({ id }) => (set.has(id) ? [id] : [])))
      .join();
  };
  const spanOn = (row: Row): string | null => {
    const { figure, span } = bench.selection;
    if (row.kind !== "lane" || figure !== row.figure.id) return null;
    return row.bars.some(({ track }) => track.keys.some(({ id }) => id === span)) ? span : null;
  };
  const shownBars = (row: Row, { motion }: Frame): LaneBar[] =>
    row.bars.flatMap((bar) => {
      const { channel } = bar.track;
      const tween = findLayer(motion, row.figure.id, channelOf(channel), bar.tween.id)?.tween;
      const track = tween?.tracks.find((each) => each.channel === channel);
      return tween && track ? [{ tween, track }] : [];
    });
  return {
    idOf: (row) =>
      row.kind === "figure"
        ? row.figure.id
        : `${laneName(row.figure.id, row.channel.id)} ${row.kind}`,
    dependencies: (row, { motion }, hovered) => {
      if (row.kind !== "lane" && row.kind !== "figure") return [];
      const { view } = bench;
      // A tween's layer is another one when it, its place or its iterations changed.
      const parts = row.bars.flatMap(({ tween, track }) => [
        findLayer(motion, row.figure.id, channelOf(track.channel), tween.id),
        motion.placements.byId.get(tween.id),
      ]);
      return [
        ...parts,
        ...[view.from, view.scale, view.width, hovered, row.figure.hue, row.figure.name],
        ...[chosenOn(row.bars), spanOn(row), motion.study.curves, motion.study.scene.frameRate],
      ];
    },
    picture: (row, frame, isHovered) => {
      const keys = chosenKeys();
      const { view } = bench;
      const toX = (time: number) => view.toX(time);
      const { motion } = frame;
      if (row.kind === "lane")
        return lanePicture({
          ...{ row, motion, keys, isHovered, lineOf, span: spanOn(row), seamsOf: seamsOn },
          view: { toX, width: view.width },
        });
      if (row.kind !== "figure") return NOTHING;
      const { hue, name } = row.figure;
      return columnPicture(figureColumns(motion, row.figure.id, shownBars(row, frame)), {
        ...{ hue, name, isHovered, chosen: keys },
        view: { toX, width: view.width },
      });
    },
    grab: (found, point) => {
      if (!found) return undefined;
      const { row, hit } = found;
      if (row.kind === "figure")
        return grabColumns(bench, row, hit?.target as ColumnTarget | undefined, point);
      if (row.kind !== "lane") return undefined;
      return grabLane(bench, row, hit?.target as LaneTarget | undefined, point);
    },
    tap: (found, point) => {
      if (found?.row.kind === "figure")
        tapColumns(bench, found.row, found.hit?.target as ColumnTarget | undefined, point);
      if (found?.row.kind === "lane") {
        const target = found.hit?.target as LaneTarget | undefined;
        tapLane(bench, found.row, target, point, bench.view.toTime(found.x));
      }
    },
    doubleClick: ({ row, x, hit }) => {
      if (row.kind !== "lane" || hit?.target.on === "key") return;
      setLaneKey(bench, row, bench.view.toTime(x));
    },
  };
}
