import { addKey, moveTween, stretchTween } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { tweenLength } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { showTip } from "../../ui/dragTip.tsx";
import { say } from "../../ui/notices.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { DragPoint } from "../../ui/useDragSession.ts";
import { runCommand } from "../commands/command.ts";
import { commandOf } from "../commands/commands.ts";
import { snapTargets, snapTime } from "../geometry/snapTime.ts";
import { boxHand, tapGround } from "../keys/keyBox.ts";
import { beginKeyDrag, chooseKey, dragKeys } from "../keys/keyDrag.ts";
import type { Bench } from "../session/bench.ts";
import { gestureHand, type Hand } from "../session/hand.ts";
import type { LaneBar } from "../session/rows.ts";
import { spanInto } from "../session/spanInto.ts";
import { bothTimes } from "../words/labels.ts";
import type { LaneOf, LaneTarget } from "./lanePicture.ts";

/** What a drag on a lane does; on its ground it draws a box that chooses keys. */
export function grabLane(
  bench: Bench,
  row: LaneOf,
  target: LaneTarget | undefined,
  point: DragPoint,
): Hand | undefined {
  if (!target) return boxHand(bench, point);
  if (target.on === "key") return keyHand(bench, row, target.bar, target.index);
  if (target.on === "bar") return barHand(bench, target.bar);
  return target.on === "grip" ? gripHand(bench, target.bar, target.edge) : undefined;
}

/** What a click on a lane does. */
export function tapLane(
  bench: Bench,
  row: LaneOf,
  target: LaneTarget | undefined,
  point: DragPoint,
  time: number,
): void {
  const { figure, channel } = row;
  if (!target) tapGround(bench, point);
  else if (target.on === "key")
    chooseKey(bench, { figure, track: target.bar.track, index: target.index }, point.shift);
  else if (target.on === "seam") {
    bench.select({ figure: figure.id, channel: channel.id, keys: [target.id] });
    runCommand(commandOf("match"), bench);
  } else if (target.on === "bar") {
    const { tween, track } = target.bar;
    const local = bench.motion.placements.within(tween.id, time, figure.id);
    const span =
      track.keys.slice(0, -1).findLast((key) => key.time <= local) ??
      (track.keys.length > 1 ? track.keys[0] : undefined);
    bench.select({ figure: figure.id, channel: channel.id, span: span?.id ?? null, keys: [] });
  }
}

/** Sets a key where a lane is double-clicked; the keyboard's way is K at the playhead. */
export function setLaneKey(bench: Bench, { figure, channel }: LaneOf, at: number): void {
  const { motion, study } = bench;
  const time = Math.max(nearestFrame(at, study.scene.frameRate), 0);
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const slot = motion.slot(motion.figureIndex(figure.id), channel.id);
  const value = channel.kind === "color" ? printHexColor(poses, slot) : (poses[slot] as number);
  const keyId = nanoid(8);
  bench.perform(
    addKey,
    { figureId: figure.id, channel: channel.id, time, value, keyId, tweenId: nanoid(8) },
    { figure: figure.id, channel: channel.id, span: bench.selection.span, keys: [keyId] },
  );
  bench.select({ span: spanInto(bench.study, keyId)?.span ?? null });
  say(`Set a key at ${Math.round(time)} ms.`);
}

function keyHand(bench: Bench, { figure }: LaneOf, { tween, track }: LaneBar, index: number): Hand {
  const key = track.keys[index];
  const { keys } = bench.selection;
  // One of several chosen keys takes the others along.
  if (!key || !keys.includes(key.id) || keys.length < 2)
    chooseKey(bench, { figure, track, index }, false);
  const from = bench.motion.placements.outer(tween.id, key?.time ?? 0, figure.id);
  const drag = beginKeyDrag(bench, bench.selection.keys, from);
  return {
    move: (point) => {
      if (drag.gesture.active) showTip(point.x, point.y, dragKeys(bench, drag, point));
    },
    end: (cancelled) => (cancelled ? drag.gesture.cancel() : drag.gesture.commit()),
  };
}

function barHand(bench: Bench, { tween }: LaneBar): Hand {
  const start = bench.motion.placements.startOf(tween.id);
  const targets = snapTargets(bench.study, { tween: tween.id });
  return gestureHand(bench, (gesture, { dx, x, y, free }) => {
    const { frameRate } = bench.study.scene;
    const { scale } = bench.view;
    const wanted = Math.max(start + dx / scale, 0);
    const { time, to } = snapTime(wanted, targets, { scale, frameRate, free });
    gesture.update((study) => moveTween(study, { tweenId: tween.id, start: time }));
    showTip(x, y, `${tween.name}: starts ${bothTimes(time, frameRate)} ${to}`.trim());
  });
}

/** Stretches a whole tween by one of its ends, all keys in proportion. */
function gripHand(bench: Bench, { tween }: LaneBar, edge: "start" | "end"): Hand {
  const start = bench.motion.placements.startOf(tween.id);
  const length = tweenLength(tween);
  const targets = snapTargets(bench.study, { tween: tween.id });
  return gestureHand(bench, (gesture, { dx, x, y, free }) => {
    const { frameRate } = bench.study.scene;
    const { scale } = bench.view;
    const from = edge === "end" ? start + length : start;
    const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
    gesture.update((study) => stretchTween(study, { tweenId: tween.id, edge, time }));
    const now = Math.max(edge === "end" ? time - start : start + length - Math.max(time, 0), 0);
    const words = `${tween.name}: ${bothTimes(now, frameRate)} long`;
    showTip(x, y, `${words}\n× ${numberLabel(now / length, 2)}`);
  });
}
