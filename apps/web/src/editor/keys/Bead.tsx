import { moveKeys } from "@levitas/core/edit";
import type { ChannelDefinition, Figure, Track, Tween } from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { BAR } from "../axis/laneGeometry.ts";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { keyAt } from "../session/findLayer.ts";
import { beginKeyDrag, chooseKey, dragKeys, type KeyDrag } from "./keyDrag.ts";

/** One key on its lane: a small upright capsule that is dragged in time. */
export function Bead({
  id,
  index,
  tween,
  track,
  figure,
  channel,
}: {
  id: string;
  index: number;
  tween: Tween;
  track: Track;
  figure: Figure;
  channel: ChannelDefinition;
}): ReactNode {
  const bench = useBench();
  const group = useRef<SVGGElement>(null);
  const selected = useBenchState(({ selection }) => selection.keys.includes(id));
  useFrame("The bead", ["motion", "axis"], ({ motion, study }) => {
    const found = keyAt(study, tween.id, track.channel, index);
    if (!found || !group.current) return;
    const time = motion.placements.outer(tween.id, found.key.time, figure.id);
    // By coordinates: a transform for each bead would be a layer for each.
    const x = bench.view.toX(time);
    writeAttributes(group.current.children[0], { x: (x - 7).toFixed(1) });
    writeAttributes(group.current.children[1], { x: (x - 3.5).toFixed(1) });
    // What lies outside of the part that is played is kept, and faint.
    const { clip } = tween;
    const away = clip && (found.key.time < clip.from - 0.01 || found.key.time > clip.to + 0.01);
    writeAttributes(group.current, { opacity: away ? 0.35 : 1 });
  });
  const keyTime = () =>
    bench.motion.placements.outer(tween.id, track.keys[index]?.time ?? 0, figure.id);
  const select = (add: boolean) => chooseKey(bench, { figure, track, index }, add);
  const bind = useDragSession<KeyDrag>({
    start: () => {
      const { keys } = bench.selection;
      // One of several chosen keys takes the others along.
      if (!keys.includes(id) || keys.length < 2) select(false);
      return beginKeyDrag(bench, bench.selection.keys, keyTime());
    },
    move: (drag, point) => {
      if (drag.gesture.active) showTip(point.x, point.y, dragKeys(bench, drag, point));
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
    const { keys } = bench.selection;
    const keyIds = keys.includes(id) && keys.length > 1 ? keys : [id];
    bench.perform(moveKeys, { keyIds, time: way * by });
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
      <rect y={0} width={14} height={32} className="fill-transparent" />
      <rect
        y={BAR.top + 1}
        width={7}
        height={BAR.bottom - BAR.top - 2}
        rx={3.5}
        className={`stroke-[1.8] ${hue.stroke} ${selected ? hue.fill : "fill-raised"}`}
      />
    </g>
  );
}
