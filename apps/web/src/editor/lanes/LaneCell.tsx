import { moveKeys, seamsOf, stretchTween } from "@levitas/core/edit";
import { outerOf } from "@levitas/core/motion";
import { type Key, tweenLength } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense } from "react";
import { ROW } from "../axis/laneGeometry.ts";
import { chooseKey } from "../keys/keyDrag.ts";
import { useBench } from "../session/BenchContext.ts";
import { findLayer } from "../session/findLayer.ts";
import { type Nudge, type Stop, TrackCursor } from "../tracks/TrackCursor.tsx";
import { valueLabel } from "../words/labels.ts";
import { GRIP_AWAY, isJoined, keysOf, type LaneOf, seamWords } from "./lanePicture.ts";

const OverlapMarks = lazy(async () => ({
  default: (await import("./OverlapMarks.tsx")).OverlapMarks,
}));

/** The time axis of one channel, over the canvas it is painted on: where the keyboard is, and where tweens contend. */
export function LaneCell({ row }: { row: LaneOf }): ReactNode {
  const bench = useBench();
  const { figure, channel, bars } = row;
  /** The keys of the lane with the ends of its tweens, as they are now. */
  const stops = (): Stop[] => {
    const { motion, selection } = bench;
    const found: Stop[] = [];
    for (const bar of bars) {
      const layer = findLayer(motion, figure.id, channel, bar.tween.id);
      if (!layer) continue;
      const { tween } = layer;
      const keys = keysOf(layer, channel.id);
      const track = tween.tracks.find((each) => each.channel === channel.id);
      const seams = track && !isJoined(tween, channel.id) ? seamsOf(bench.shown, track) : undefined;
      const length = `${tween.name}, ${Math.round(tweenLength(tween))} ms long`;
      const end = (edge: "start" | "end", time: number, aside: number): Stop => ({
        ...{ id: `${tween.id} ${edge}`, time, aside },
        words: `${edge === "start" ? "Start" : "End"} of ${length}: move it to stretch the tween`,
      });
      if (keys.length > 1) found.push(end("start", layer.start, -GRIP_AWAY));
      keys.forEach((key, i) => {
        const time = outerOf(layer, key.time);
        const isChosen = selection.keys.includes(key.id) ? ", chosen" : "";
        const seam = seams?.get(key.id);
        const jump = seam ? `, the speed jumps here, ${seamWords(channel, seam)}` : "";
        const words = `Key ${i + 1} of ${keys.length}, ${Math.round(time)} ms, ${valueWords(key)}`;
        found.push({ id: key.id, time, words: `${words}${isChosen}${jump}` });
      });
      if (keys.length > 1) found.push(end("end", layer.end, GRIP_AWAY));
    }
    return found;
  };
  const valueWords = ({ value }: Key) =>
    typeof value === "number"
      ? valueLabel(channel, value)
      : typeof value === "string"
        ? value
        : "as found";
  const choose = ({ id }: Stop, add: boolean) => {
    for (const { track } of bars) {
      const index = track.keys.findIndex((key) => key.id === id);
      if (index >= 0) chooseKey(bench, { figure, track, index }, add);
    }
  };
  const move = ({ id, time }: Stop, { time: by }: Nudge) => {
    const end = bars.find(({ tween }) => id === `${tween.id} start` || id === `${tween.id} end`);
    const { keys } = bench.selection;
    if (end) {
      const edge = id.endsWith(" end") ? "end" : "start";
      bench.perform(stretchTween, { tweenId: end.tween.id, edge, time: time + by });
    } else bench.perform(moveKeys, { keyIds: keys.includes(id) ? keys : [id], time: by });
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: what it groups is painted, not a part of a form
    <div
      role="group"
      aria-label={`${figure.name} ${channel.label}`}
      className="relative min-w-0 flex-1"
    >
      <TrackCursor
        label={`Keys of ${figure.name} ${channel.label}`}
        height={ROW.lane}
        stops={stops}
        choose={choose}
        move={move}
      />
      {bars.length > 1 ? (
        <Suspense fallback={null}>
          <OverlapMarks figure={figure} channel={channel} />
        </Suspense>
      ) : null}
    </div>
  );
}
