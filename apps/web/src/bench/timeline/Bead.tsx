import { type Change, moveKey } from "@levitas/core/edit";
import type { ChannelDefinition, Figure, Study, Track, Tween } from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { bothTimes } from "../labels.ts";
import { useBench, useBenchState, useFrame } from "../model/BenchContext.ts";
import type { Gesture } from "../model/gesture.ts";
import { HUE } from "./hues.ts";
import { BAR } from "./laneGeometry.ts";
import { snapTargets, snapTime } from "./snapTime.ts";

interface Session {
  readonly gesture: Gesture;
  readonly from: number;
  readonly targets: readonly number[];
}

/** One key on its lane: a small upright capsule that is dragged in time. */
export function Bead({
  id,
  index,
  tween,
  track,
  figure,
  channel,
  move,
}: {
  id: string;
  index: number;
  tween: Tween;
  track: Track;
  figure: Figure;
  channel: ChannelDefinition;
  move: (study: Study, time: number) => Change;
}): ReactNode {
  const bench = useBench();
  const group = useRef<SVGGElement>(null);
  const selected = useBenchState(({ selection }) => selection.keys.includes(id));
  useFrame(({ motion, study }) => {
    const now = study.sequence.find((item) => item.id === tween.id);
    if (now?.type !== "tween" || !group.current) return;
    const key = now.tracks.find((each) => each.channel === track.channel)?.keys[index];
    if (!key) return;
    const time = (motion.startOf.get(tween.id) ?? 0) + key.time;
    writeAttributes(group.current, { transform: `translate(${bench.view.toX(time)} 0)` });
  });
  const keyTime = () => (bench.motion.startOf.get(tween.id) ?? 0) + (track.keys[index]?.time ?? 0);
  const select = (add: boolean) => {
    const { keys } = bench.selection;
    const toggled = keys.includes(id) ? keys.filter((each) => each !== id) : [...keys, id];
    const isLast = index === track.keys.length - 1;
    const spanKey = isLast ? track.keys[index - 1] : track.keys[index];
    bench.select({
      figure: figure.id,
      channel: channel.id,
      span: spanKey?.id ?? null,
      keys: add ? toggled : [id],
    });
  };
  const bind = useDragSession<Session>({
    start: () => {
      select(false);
      return {
        gesture: bench.begin(),
        from: keyTime(),
        targets: snapTargets(bench.study, { key: id }),
      };
    },
    move: ({ gesture, from, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const snapped = snapTime(from + dx / scale, targets, { scale, frameRate, free });
      gesture.update((study) => move(study, snapped.time));
      showTip(x, y, `${bothTimes(Math.max(snapped.time, 0), frameRate)} ${snapped.to}`.trim());
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ shift }, target) => {
      select(shift);
      (target as SVGElement).focus();
    },
  });
  const nudge = (event: KeyboardEvent) => {
    if (event.key === "Enter") select(event.shiftKey);
    const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const frame = 1000 / bench.study.scene.frameRate;
    const by = event.shiftKey ? 10 * frame : event.altKey ? 1 : frame;
    bench.perform(moveKey, { keyId: id, time: keyTime() + way * by });
  };
  const hue = HUE[figure.hue];
  const time = Math.round(keyTime());
  return (
    <g
      ref={group}
      {...bind()}
      onKeyDown={nudge}
      onMouseDown={leaveFocus}
      role="slider"
      tabIndex={0}
      aria-label={`Key ${index + 1} of ${figure.name} ${channel.label}`}
      aria-valuenow={time}
      aria-valuetext={`${time} ms`}
      data-key={id}
      className="cursor-ew-resize touch-none"
    >
      <rect x={-7} y={0} width={14} height={32} className="fill-transparent" />
      <rect
        x={-3.5}
        y={BAR.top + 1}
        width={7}
        height={BAR.bottom - BAR.top - 2}
        rx={3.5}
        className={`stroke-[1.8] ${hue.stroke} ${selected ? hue.fill : "fill-raised"}`}
      />
    </g>
  );
}
