import { type ReactNode, type RefObject, useMemo, useRef } from "react";
import { ROW } from "../axis/laneGeometry.ts";
import { useKeyFinder } from "../keys/useKeyFinder.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Bench, Frame } from "../session/bench.ts";
import { findLayer } from "../session/findLayer.ts";
import type { GraphView } from "../session/graphView.ts";
import { laneName } from "../session/rows.ts";
import { TrackCanvas, type TrackFinder, type TrackRows } from "../tracks/TrackCanvas.tsx";
import { grabGraph, setGraphKey, tapGraph } from "./graphHands.ts";
import { linesOf, type Shown, speedsOf } from "./graphLines.ts";
import { type FaintLine, type GraphTarget, graphPicture } from "./graphPicture.ts";
import { lineOf } from "./layerLine.ts";

const PLACES = [{ top: 0, height: ROW.graph }];

/** The graph as it is painted, and what hands do on it. */
export function GraphCanvas({
  shown,
  view,
  track,
}: {
  shown: Shown;
  view: GraphView;
  track: RefObject<HTMLDivElement | null>;
}): ReactNode {
  const bench = useBench();
  const finder = useRef<TrackFinder<Shown, GraphTarget> | null>(null);
  const of = useMemo(() => graphRowsOf(bench, view), [bench, view]);
  const rows = useMemo(() => [shown], [shown]);
  useKeyFinder(finder);
  return (
    <TrackCanvas
      name="The graph"
      rows={rows}
      places={PLACES}
      scroller={track}
      topics={["motion", "axis", "graphs", "state"]}
      of={of}
      finder={finder}
      piece={ROW.graph}
      left="0"
    />
  );
}

function graphRowsOf(bench: Bench, view: GraphView): TrackRows<Shown, GraphTarget> {
  const faintOf = ({ faint, row }: Shown, { motion }: Frame): FaintLine[] =>
    faint.flatMap(({ bars: [bar], channel }) => {
      const layer = bar && findLayer(motion, row.figure.id, channel, bar.tween.id);
      return layer ? [{ label: channel.label, end: layer.end, points: lineOf(layer) }] : [];
    });
  return {
    idOf: ({ row }) => laneName(row.figure.id, row.channel.id),
    dependencies: (shown, frame) => [
      ...linesOf(frame.motion, shown).map(({ layer }) => layer),
      ...faintOf(shown, frame).map(({ points }) => points),
      ...[bench.view.from, bench.view.scale, bench.view.width, view.version],
      ...[bench.selection.span, bench.selection.keys, shown, frame.motion.study.curves],
    ],
    picture: (shown, frame) =>
      graphPicture({
        lines: linesOf(frame.motion, shown),
        faint: faintOf(shown, frame),
        speeds: speedsOf(frame.motion, shown.row),
        hue: shown.row.figure.hue,
        view: { toX: (time) => bench.view.toX(time), width: bench.view.width },
        values: view,
        study: frame.motion.study,
        span: bench.selection.span,
        keys: new Set(bench.selection.keys),
      }),
    grab: (found, point) =>
      found && grabGraph(bench, found.row.row.figure, view, found.hit?.target, point),
    tap: (found, point) => {
      if (!found) return;
      const time = bench.view.toTime(found.x);
      tapGraph(bench, found.row.row.figure, found.hit?.target, point, time);
    },
    doubleClick: ({ row: { row }, hit, x }) => {
      if (hit?.target.on === "line")
        setGraphKey(bench, row.figure, hit.target, bench.view.toTime(x));
    },
  };
}
