import { addKey } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { lazy, type ReactNode, Suspense } from "react";
import { say } from "../../ui/notices.tsx";
import { ROW } from "../axis/laneGeometry.ts";
import { useKeyBox } from "../keys/useKeyBox.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Row } from "../session/rows.ts";
import { spanInto } from "../session/spanInto.ts";
import { TrackBar } from "./TrackBar.tsx";

const OverlapMarks = lazy(async () => ({
  default: (await import("./OverlapMarks.tsx")).OverlapMarks,
}));

/** The time axis of one channel. A double-click sets a key there. */
export function LaneTrack({ row }: { row: Extract<Row, { kind: "lane" | "graph" }> }): ReactNode {
  const bench = useBench();
  const { figure, channel, bars } = row;
  const box = useKeyBox();
  const setKey = (x: number) => {
    const { motion, study } = bench;
    const time = Math.max(nearestFrame(bench.view.toTime(x), study.scene.frameRate), 0);
    const poses = motion.at(time, new Float64Array(motion.slotCount));
    const slot = motion.slot(motion.figureIndex(figure.id), channel.id);
    const value = channel.kind === "color" ? printHexColor(poses, slot) : (poses[slot] as number);
    const keyId = nanoid(8);
    bench.perform(
      addKey,
      {
        figureId: figure.id,
        channel: channel.id,
        time,
        value,
        keyId,
        tweenId: nanoid(8),
      },
      { figure: figure.id, channel: channel.id, span: bench.selection.span, keys: [keyId] },
    );
    bench.select({ span: spanInto(bench.study, keyId)?.span ?? null });
    say(`Set a key at ${Math.round(time)} ms.`);
  };
  return (
    // The keyboard's way to set a key is K at the playhead.
    // biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own
    <svg
      className="min-w-0 flex-1 touch-none"
      height={ROW.lane}
      role="group"
      aria-label={`${figure.name} ${channel.label}`}
      onDoubleClick={(event) =>
        setKey(event.clientX - event.currentTarget.getBoundingClientRect().left)
      }
    >
      <rect {...box} width="100%" height={ROW.lane} className="fill-transparent" />
      {bars.map((bar) => (
        <TrackBar key={bar.tween.id} bar={bar} figure={figure} channel={channel} />
      ))}
      {bars.length > 1 ? (
        <Suspense fallback={null}>
          <OverlapMarks figure={figure} channel={channel} />
        </Suspense>
      ) : null}
    </svg>
  );
}
