import { seamsOf, setTangent, squash, type Tangent } from "@levitas/core/edit";
import {
  type ChannelDefinition,
  curveOfKey,
  type Figure,
  type Study,
  type Tween,
} from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import { findLayer, keyAt, tweenById } from "../session/findLayer.ts";
import type { Gesture } from "../session/gesture.ts";
import type { GraphView } from "../session/graphView.ts";
import { reachedValue, spanTangents } from "./spanGeometry.ts";

interface Session {
  readonly gesture: Gesture;
  readonly start: Tangent;
  /** The tangent on the other side of the key, where the speed is the same: it turns along. */
  readonly other: Tangent | null;
}

/**
 * A handle of a span on a graph, in real units. Pulling it makes the span a cubic-bezier of its own; where
 * the motion went smoothly through the key the other side turns along, unless Alt is held.
 */
export function TangentHandle({
  side,
  index,
  tween,
  figure,
  channel,
  view,
}: {
  side: "in" | "out";
  /** The key at which the span begins. */
  index: number;
  tween: Tween;
  figure: Figure;
  channel: ChannelDefinition;
  view: GraphView;
}): ReactNode {
  const bench = useBench();
  const arm = useRef<SVGLineElement>(null);
  const knob = useRef<SVGCircleElement>(null);
  /** The key the handle belongs to. */
  const at = side === "out" ? index : index + 1;
  const keyId = tween.tracks.find((each) => each.channel === channel.id)?.keys[at]?.id ?? "";
  useFrame("The tangent handle", ["motion", "axis", "graphs"], ({ motion, study }) => {
    const layer = findLayer(motion, figure.id, channel, tween.id);
    const found = keyAt(study, tween.id, channel.id, at);
    const tangents = layer && spanTangents(layer, index, study);
    if (!layer || !found || !tangents) return;
    const { time, value } = tangents[side];
    const key = { time: layer.outer(found.key.time), value: reachedValue(layer, at) };
    const x = bench.view.toX(key.time + time).toFixed(1);
    const y = view.toY(key.value + value).toFixed(1);
    writeAttributes(knob.current, { cx: x, cy: y });
    writeAttributes(arm.current, {
      x1: bench.view.toX(key.time).toFixed(1),
      y1: view.toY(key.value).toFixed(1),
      x2: x,
      y2: y,
    });
  });
  const tangentNow = (study: Study, of: number, which: "in" | "out"): Tangent | undefined => {
    const layer = findLayer(bench.motion, figure.id, channel, tween.id);
    return layer && spanTangents(layer, of, study)?.[which];
  };
  /** The other side's tangent, if the speed goes through the key as it is. */
  const partner = (): Tangent | null => {
    const { study } = bench;
    const track = tweenById(study, tween.id)?.tracks.find((each) => each.channel === channel.id);
    const beside = side === "out" ? index - 1 : index + 1;
    const key = track?.keys[beside];
    if (!track || !key || !track.keys[beside + 1] || seamsOf(study, track).has(keyId)) return null;
    if (curveOfKey(study, key).kind === "steps") return null;
    return tangentNow(study, beside, side === "out" ? "in" : "out") ?? null;
  };
  const apply = (study: Study, to: Tangent, other: Tangent | null) => {
    const change = setTangent(study, { keyId, side, to });
    if (!other || Math.abs(to.time) < 1e-6) return change;
    const speed = to.value / to.time;
    const opposite = { time: other.time, value: speed * other.time };
    const which = side === "out" ? "in" : "out";
    return squash(change, setTangent(change.after, { keyId, side: which, to: opposite }));
  };
  const describe = ({ time, value }: Tangent) =>
    Math.abs(time) < 1e-6
      ? "straight up"
      : `${numberLabel((value / time) * 1000, 1)} ${channel.unit}/s`;
  const bind = useDragSession<Session>({
    start: () => {
      const start = tangentNow(bench.study, index, side);
      return start && { gesture: bench.begin(), start, other: partner() };
    },
    move: ({ gesture, start, other }, { dx, dy, x, y, alt, free }) => {
      if (!gesture.active) return;
      const raw = {
        time: start.time + dx / bench.view.scale,
        value: start.value - dy * view.perPixel,
      };
      // Flat is near at hand.
      const flat = !free && Math.abs(raw.value / view.perPixel) < 5;
      const limited = side === "out" ? Math.max(raw.time, 0) : Math.min(raw.time, 0);
      const to = { time: limited, value: flat ? 0 : raw.value };
      gesture.update((study) => apply(study, to, alt ? null : other));
      showTip(x, y, `${side === "out" ? "leaves" : "arrives"} at ${describe(to)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const nudge = (event: KeyboardEvent) => {
    const right = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const up = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    const start = tangentNow(bench.study, index, side);
    if ((right === 0 && up === 0) || !start) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : 1;
    const to = {
      time: start.time + (right * by) / bench.view.scale,
      value: start.value + up * by * view.perPixel,
    };
    const other = partner();
    bench.perform((study) => apply(study, to, event.altKey ? null : other), null);
  };
  return (
    <>
      <line ref={arm} className="pointer-events-none stroke-spruce" strokeWidth={1.2} />
      <circle
        ref={knob}
        {...bind()}
        onKeyDown={nudge}
        role="slider"
        tabIndex={0}
        aria-label={`Tangent ${side === "out" ? "after" : "before"} key ${at + 1} of ${figure.name} ${channel.label}`}
        aria-valuenow={0}
        aria-valuetext="arrows pull it"
        data-tangent={`${keyId} ${side}`}
        r={5}
        strokeWidth={1.6}
        className="cursor-move touch-none fill-raised stroke-spruce"
      >
        <title>Tangent: pull it to set the speed (Alt: this side alone)</title>
      </circle>
    </>
  );
}
