import { keepPose } from "@levitas/core/edit";
import { invertMatrix, type Motion, mapPoint, poseMatrix } from "@levitas/core/motion";
import type { Pose } from "@levitas/core/study";
import type { RefObject } from "react";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";
import { figureAt } from "../stage/figureAt.ts";
import { useLive } from "./LiveContext.ts";

interface PoseDrag {
  readonly gesture: Gesture;
  readonly pose: Pose;
  readonly figure: string;
  readonly from: { readonly x: number; readonly y: number };
  /** Where the figure was, px of what it stands in. */
  readonly at: { readonly x: number; readonly y: number };
  readonly within: (x: number, y: number) => readonly [number, number];
}

/** Dragging figures of the scene while a pose is worked on: their places in it. */
export function usePoseDrag(frame: RefObject<HTMLDivElement | null>) {
  const bench = useBench();
  const session = useLive();
  const placeOf = (x: number, y: number) => {
    const box = frame.current?.getBoundingClientRect();
    return bench.camera.toScene(x - (box?.left ?? 0), y - (box?.top ?? 0));
  };
  return useDragSession<PoseDrag>({
    start: ({ x, y, dx, dy }) => {
      const id = session.store.getState().pose;
      const pose = bench.study.live?.poses.find((each) => each.id === id);
      const hit = figureAt(x - dx, y - dy);
      if (!pose || !hit) return undefined;
      const { live, time } = session.current;
      const poses = live.at(time, new Float64Array(live.motion.slotCount));
      const index = live.motion.figureIndex(hit);
      const read = (channel: "x" | "y") => poses[live.motion.slot(index, channel)] as number;
      const within = insideOf(live.motion, poses, index);
      const from = placeOf(x - dx, y - dy);
      const at = { x: read("x"), y: read("y") };
      return { gesture: bench.begin(), pose, figure: hit, from, at, within };
    },
    move: ({ gesture, pose, figure, from, at, within }, point) => {
      if (!gesture.active) return;
      const now = placeOf(point.x, point.y);
      const [x0, y0] = within(from.x, from.y);
      const [x1, y1] = within(now.x, now.y);
      const round = (value: number) => Math.round(value * 10) / 10;
      const [x, y] = [round(at.x + x1 - x0), round(at.y + y1 - y0)];
      const values = { ...pose.values, [figure]: { ...pose.values[figure], x, y } };
      gesture.update((study) => keepPose(study, { ...pose, values }));
      session.invalidate();
      showTip(point.x, point.y, `x ${numberLabel(x, 1)} px, y ${numberLabel(y, 1)} px`);
    },
    end: ({ gesture }, cancelled) => {
      if (cancelled) gesture.cancel();
      else gesture.commit();
    },
  });
}

/** Places of the scene in what a figure stands in. */
function insideOf(motion: Motion, poses: Float64Array, index: number) {
  const parent = motion.study.figures[index]?.parent ?? null;
  const inverse =
    parent === null
      ? undefined
      : invertMatrix(poseMatrix(motion, poses, motion.figureIndex(parent)));
  return (x: number, y: number): readonly [number, number] =>
    inverse ? mapPoint(inverse, x, y) : [x, y];
}
