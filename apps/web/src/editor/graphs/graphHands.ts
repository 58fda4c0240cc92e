import { addKey, type Change, seamsOf, setTangent, squash, type Tangent } from "@levitas/core/edit";
import { layerValue, nearestFrame } from "@levitas/core/motion";
import { type ChannelDefinition, curveOfKey, type Figure, type Study } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { showTip } from "../../ui/dragTip.tsx";
import { say } from "../../ui/notices.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { DragPoint } from "../../ui/useDragSession.ts";
import { boxHand, tapGround } from "../keys/keyBox.ts";
import { beginKeyDrag, chooseKey, dragKeys } from "../keys/keyDrag.ts";
import type { Bench } from "../session/bench.ts";
import { findLayer, tweenById } from "../session/findLayer.ts";
import type { GraphView } from "../session/graphView.ts";
import { gestureHand, type Hand } from "../session/hand.ts";
import type { LaneBar } from "../session/rows.ts";
import { valueLabel } from "../words/labels.ts";
import type { GraphTarget, Side } from "./graphPicture.ts";
import { spanTangents } from "./spanGeometry.ts";

/** What a drag on a graph does; on its ground it draws a box that chooses keys. */
export function grabGraph(
  bench: Bench,
  figure: Figure,
  values: GraphView,
  target: GraphTarget | undefined,
  point: DragPoint,
): Hand | undefined {
  if (!target || target.on === "line") return boxHand(bench, point);
  if (target.on === "key") return keyHand(bench, figure, values, target);
  return tangentHand(bench, figure, values, target);
}

/** What a click on a graph does. */
export function tapGraph(
  bench: Bench,
  figure: Figure,
  target: GraphTarget | undefined,
  point: DragPoint,
  time: number,
): void {
  if (!target) tapGround(bench, point);
  if (!target) return;
  const { bar, channel } = target;
  const { tween, track } = bar;
  if (target.on === "key") chooseKey(bench, { figure, track, index: target.index }, point.shift);
  if (target.on !== "line") return;
  const local = bench.motion.placements.within(tween.id, time, figure.id);
  const key = track.keys.slice(0, -1).findLast((each) => each.time <= local) ?? track.keys[0];
  bench.select({
    figure: figure.id,
    channel: channel.id,
    span: track.keys.length > 1 ? (key?.id ?? null) : null,
    keys: [],
  });
}

/** Sets a key where a line is double-clicked, with the value the tween has there. */
export function setGraphKey(
  bench: Bench,
  figure: Figure,
  { bar: { tween }, channel }: GraphTarget,
  at: number,
): void {
  const { motion, study } = bench;
  const layer = findLayer(motion, figure.id, channel, tween.id);
  if (!layer) return;
  const time = Math.max(nearestFrame(at, study.scene.frameRate), 0);
  const keyId = nanoid(8);
  bench.perform(
    addKey,
    {
      figureId: figure.id,
      channel: channel.id,
      time,
      value: layerValue(layer, time, 0),
      keyId,
      tweenId: nanoid(8),
    },
    { ...bench.selection, figure: figure.id, channel: channel.id, keys: [keyId] },
  );
  say(`Set a key at ${Math.round(time)} ms.`);
}

/** The steps a channel's values are moved by. */
export const stepOf = ({ drag }: ChannelDefinition): number => (drag > 0 ? drag : 1);

/** A key on a graph is dragged in time and in value at once; Shift keeps to one of them. */
function keyHand(
  bench: Bench,
  figure: Figure,
  values: GraphView,
  { bar: { tween, track }, channel, index }: Extract<GraphTarget, { on: "key" }>,
): Hand {
  const key = track.keys[index];
  const { keys } = bench.selection;
  if (!key || !keys.includes(key.id) || keys.length < 2)
    chooseKey(bench, { figure, track, index }, false);
  const from = bench.motion.placements.outer(tween.id, key?.time ?? 0, figure.id);
  const drag = beginKeyDrag(bench, bench.selection.keys, from);
  const start = typeof key?.value === "number" ? key.value : 0;
  const grid = stepOf(channel);
  return {
    move: ({ dx, dy, x, y, free, shift }) => {
      if (!drag.gesture.active) return;
      const alongTime = shift && Math.abs(dx) >= Math.abs(dy);
      const raw = alongTime ? 0 : -dy * values.perPixel;
      // The value lands on the channel's own grid, not its change.
      const by = free || raw === 0 ? raw : Math.round((start + raw) / grid) * grid - start;
      const words = dragKeys(bench, drag, { dx: shift && !alongTime ? 0 : dx, free }, by);
      showTip(x, y, `${channel.label} ${valueLabel(channel, start + by)}\n${words}`);
    },
    end: (cancelled) => (cancelled ? drag.gesture.cancel() : drag.gesture.commit()),
  };
}

interface TangentAt {
  readonly bar: LaneBar;
  readonly channel: ChannelDefinition;
  /** The key at which the span begins. */
  readonly index: number;
  readonly side: Side;
}

/** A tangent as it is in a state of the study, in real units. */
export function tangentNow(
  bench: Bench,
  figure: Figure,
  { bar, channel, index, side }: TangentAt,
  study: Study = bench.study,
): Tangent | undefined {
  const layer = findLayer(bench.motion, figure.id, channel, bar.tween.id);
  return layer && spanTangents(layer, index, study)?.[side];
}

/** A speed as a tangent has it, in words. */
export function tangentWords({ unit }: ChannelDefinition, { time, value }: Tangent): string {
  return Math.abs(time) < 1e-6
    ? "straight up"
    : `${numberLabel((value / time) * 1000, 1)} ${unit}/s`;
}

/**
 * Sets a tangent, which makes its span a cubic-bezier of its own; where the motion went smoothly through the key the
 * other side turns along, unless `isAlone`.
 */
export function tangentEdit(
  bench: Bench,
  figure: Figure,
  at: TangentAt,
): (study: Study, to: Tangent, isAlone: boolean) => Change {
  const { bar, index, side } = at;
  const keyId = bar.track.keys[side === "out" ? index : index + 1]?.id ?? "";
  const other = partnerOf(bench, figure, at, keyId);
  return (study, to, isAlone) => {
    const change = setTangent(study, { keyId, side, to });
    if (!other || isAlone || Math.abs(to.time) < 1e-6) return change;
    const speed = to.value / to.time;
    const opposite = { time: other.time, value: speed * other.time };
    const which = side === "out" ? "in" : "out";
    return squash(change, setTangent(change.after, { keyId, side: which, to: opposite }));
  };
}

/** The tangent on the other side of a key, if the speed goes through the key as it is. */
function partnerOf(
  bench: Bench,
  figure: Figure,
  at: TangentAt,
  keyId: string,
): Tangent | undefined {
  const { bar, channel, index, side } = at;
  const { study } = bench;
  const track = tweenById(study, bar.tween.id)?.tracks.find((each) => each.channel === channel.id);
  const beside = side === "out" ? index - 1 : index + 1;
  const key = track?.keys[beside];
  if (!track || !key || !track.keys[beside + 1] || seamsOf(study, track).has(keyId))
    return undefined;
  if (curveOfKey(study, key).kind === "steps") return undefined;
  return tangentNow(bench, figure, {
    ...at,
    index: beside,
    side: side === "out" ? "in" : "out",
  });
}

function tangentHand(
  bench: Bench,
  figure: Figure,
  values: GraphView,
  target: Extract<GraphTarget, { on: "tangent" }>,
): Hand | undefined {
  const { side, channel } = target;
  const start = tangentNow(bench, figure, target);
  if (!start) return undefined;
  const edit = tangentEdit(bench, figure, target);
  return gestureHand(bench, (gesture, { dx, dy, x, y, alt, free }) => {
    const raw = {
      time: start.time + dx / bench.view.scale,
      value: start.value - dy * values.perPixel,
    };
    // Flat is near at hand.
    const isFlat = !free && Math.abs(raw.value / values.perPixel) < 5;
    const limited = side === "out" ? Math.max(raw.time, 0) : Math.min(raw.time, 0);
    const to = { time: limited, value: isFlat ? 0 : raw.value };
    gesture.update((study) => edit(study, to, alt));
    showTip(x, y, `${side === "out" ? "leaves" : "arrives"} at ${tangentWords(channel, to)}`);
  });
}
