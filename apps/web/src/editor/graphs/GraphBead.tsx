import { moveKeys } from "@levitas/core/edit";
import type { ChannelDefinition, Figure, Track, Tween } from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { beginKeyDrag, chooseKey, dragKeys, type KeyDrag } from "../keys/keyDrag.ts";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { findLayer, keyAt } from "../session/findLayer.ts";
import type { GraphView } from "../session/graphView.ts";
import { valueLabel } from "../session/labels.ts";
import { reachedValue } from "./spanGeometry.ts";

/** A key on a graph: dragged in time and in value at once; Shift keeps to one of them. */
export function GraphBead({
  id,
  index,
  tween,
  track,
  figure,
  channel,
  view,
}: {
  id: string;
  index: number;
  tween: Tween;
  track: Track;
  figure: Figure;
  channel: ChannelDefinition;
  view: GraphView;
}): ReactNode {
  const bench = useBench();
  const bead = useRef<SVGRectElement>(null);
  const selected = useBenchState(({ selection }) => selection.keys.includes(id));
  useFrame("The graph bead", ["motion", "axis", "graphs"], ({ motion, study }) => {
    const layer = findLayer(motion, figure.id, channel, tween.id);
    const found = keyAt(study, tween.id, channel.id, index);
    if (!layer || !found) return;
    const x = bench.view.toX(layer.outer(found.key.time));
    const y = view.toY(reachedValue(layer, index));
    writeAttributes(bead.current, { x: (x - 4).toFixed(1), y: (y - 6.5).toFixed(1) });
  });
  const keyTime = () =>
    bench.motion.placements.outer(tween.id, track.keys[index]?.time ?? 0, figure.id);
  const value = track.keys[index]?.value;
  const select = (add: boolean) => chooseKey(bench, { figure, track, index }, add);
  const grid = channel.drag > 0 ? channel.drag : 1;
  const bind = useDragSession<KeyDrag>({
    start: () => {
      const { keys } = bench.selection;
      if (!keys.includes(id) || keys.length < 2) select(false);
      return beginKeyDrag(bench, bench.selection.keys, keyTime());
    },
    move: (drag, { dx, dy, x, y, free, shift }) => {
      if (!drag.gesture.active) return;
      const alongTime = shift && Math.abs(dx) >= Math.abs(dy);
      const alongValue = shift && !alongTime;
      const raw = alongTime ? 0 : -dy * view.perPixel;
      const start = typeof value === "number" ? value : 0;
      // The value lands on the channel's own grid, not its change.
      const by = free || raw === 0 ? raw : Math.round((start + raw) / grid) * grid - start;
      const words = dragKeys(bench, drag, { dx: alongValue ? 0 : dx, free }, by);
      showTip(x, y, `${channel.label} ${valueLabel(channel, start + by)}\n${words}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ shift }, target) => {
      select(shift);
      (target as SVGElement).focus();
    },
  });
  const nudge = (event: KeyboardEvent) => {
    if (event.key === "Enter") select(event.shiftKey);
    const time = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const up = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (time === 0 && up === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const { keys } = bench.selection;
    bench.perform(moveKeys, {
      keyIds: keys.includes(id) ? keys : [id],
      time: (time * by * 1000) / bench.study.scene.frameRate,
      value: up * by * grid,
    });
  };
  const hue = HUE[figure.hue];
  return (
    <rect
      ref={bead}
      {...bind()}
      onKeyDown={nudge}
      role="slider"
      tabIndex={0}
      aria-label={`Key ${index + 1} of ${figure.name} ${channel.label} on the graph`}
      aria-valuenow={typeof value === "number" ? value : 0}
      aria-valuetext={typeof value === "number" ? valueLabel(channel, value) : "as found"}
      data-key={id}
      width={8}
      height={13}
      rx={4}
      className={`cursor-move touch-none stroke-[1.8] ${hue.stroke} ${selected ? hue.fill : "fill-raised"}`}
    />
  );
}
