import { isWithin } from "@levitas/core/edit";
import {
  boxCorners,
  invertMatrix,
  type Matrix,
  mapPoint,
  parentMatrixAt,
} from "@levitas/core/motion";
import type { NewValue, SceneChange } from "./changes.ts";

export interface Place {
  readonly x: number;
  readonly y: number;
}

/** An upright box, px of the scene. */
export interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** A figure that moves with others: its pivot in the scene, and what it needs to be put elsewhere. */
export interface Member {
  readonly id: string;
  /** From the scene into the box of its parent. */
  readonly back: Matrix;
  /** Its pivot, px of the scene. */
  readonly pivot: Place;
  /** From its place to its pivot, px of its parent. */
  readonly arm: Place;
  readonly rotate: number;
  readonly scaleX: number;
  readonly scaleY: number;
}

/** Several figures that are turned and scaled as one, about a common pivot: the middle of the box around them. */
export interface Together {
  readonly change: SceneChange;
  readonly box: Box;
  readonly pivot: Place;
  readonly members: readonly Member[];
}

/** The box around figures as they stand in poses. */
export function boxAround(
  { motion }: Pick<SceneChange, "motion">,
  poses: Float64Array,
  figureIds: readonly string[],
): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const id of figureIds) {
    const index = motion.figureIndex(id);
    if (index < 0) continue;
    for (const [x, y] of boxCorners(motion, poses, index)) {
      box.left = Math.min(box.left, x);
      box.top = Math.min(box.top, y);
      box.right = Math.max(box.right, x);
      box.bottom = Math.max(box.bottom, y);
    }
  }
  return box;
}

/** Begins to turn or scale figures together; those inside another one of them go along with it. */
export function beginTogether(change: SceneChange, figureIds: readonly string[]): Together {
  const { motion, time } = change;
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const box = boxAround(change, poses, figureIds);
  const alone = figureIds.filter(
    (id) => !figureIds.some((other) => other !== id && isWithin(motion.study, id, other)),
  );
  const members = alone.flatMap((id): Member[] => {
    const index = motion.figureIndex(id);
    const into = parentMatrixAt(motion, index, time);
    const back = invertMatrix(into);
    if (!back) return [];
    const read = (channel: Parameters<typeof motion.valueAt>[1]) =>
      motion.valueAt(index, channel, time);
    const arm = {
      x: (read("pivotX") / 100) * Math.max(read("width"), 0),
      y: (read("pivotY") / 100) * Math.max(read("height"), 0),
    };
    const [x, y] = mapPoint(into, read("x") + arm.x, read("y") + arm.y);
    const [rotate, scaleX, scaleY] = [read("rotate"), read("scaleX"), read("scaleY")];
    return [{ id, back, pivot: { x, y }, arm, rotate, scaleX, scaleY }];
  });
  return {
    change,
    box,
    pivot: { x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 },
    members,
  };
}

const tidy = (value: number) => Math.round(value * 1000) / 1000;

/** The values that put a figure's pivot at a point of the scene. */
export function placeValues({ id, back, arm }: Member, pivot: Place): NewValue[] {
  const [x, y] = mapPoint(back, pivot.x, pivot.y);
  return [
    { figureId: id, channel: "x", value: tidy(x - arm.x) },
    { figureId: id, channel: "y", value: tidy(y - arm.y) },
  ];
}

/** The values that turn figures by an angle, degrees clockwise, and scale them by a factor, about their common pivot. */
export function togetherValues(
  { members, pivot }: Together,
  { angle = 0, factor = 1 }: { readonly angle?: number; readonly factor?: number },
): NewValue[] {
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  return members.flatMap((member): NewValue[] => {
    const { id, pivot: own, rotate, scaleX, scaleY } = member;
    const [dx, dy] = [(own.x - pivot.x) * factor, (own.y - pivot.y) * factor];
    const to = { x: pivot.x + dx * cos - dy * sin, y: pivot.y + dx * sin + dy * cos };
    return [
      ...placeValues(member, to),
      ...(angle === 0 ? [] : [{ figureId: id, channel: "rotate" as const, value: rotate + angle }]),
      ...(factor === 1
        ? []
        : [
            { figureId: id, channel: "scaleX" as const, value: tidy(scaleX * factor) },
            { figureId: id, channel: "scaleY" as const, value: tidy(scaleY * factor) },
          ]),
    ];
  });
}

/** The ways in which figures are lined up. */
export type Alignment = "left" | "center" | "right" | "top" | "middle" | "bottom";

/** How far each box has to move to be lined up with the box around all of them, px. */
export function alignMoves(boxes: readonly Box[], how: Alignment): readonly Place[] {
  const left = Math.min(...boxes.map((box) => box.left));
  const right = Math.max(...boxes.map((box) => box.right));
  const top = Math.min(...boxes.map((box) => box.top));
  const bottom = Math.max(...boxes.map((box) => box.bottom));
  return boxes.map((box) => {
    if (how === "left") return { x: left - box.left, y: 0 };
    if (how === "right") return { x: right - box.right, y: 0 };
    if (how === "center") return { x: (left + right - box.left - box.right) / 2, y: 0 };
    if (how === "top") return { x: 0, y: top - box.top };
    if (how === "bottom") return { x: 0, y: bottom - box.bottom };
    return { x: 0, y: (top + bottom - box.top - box.bottom) / 2 };
  });
}

/**
 * How far each box has to move for the gaps between them to be equal, px; the outermost stay. Of fewer than three boxes
 * nothing moves.
 */
export function distributeMoves(boxes: readonly Box[], axis: "x" | "y"): readonly Place[] {
  const [low, high] = axis === "x" ? (["left", "right"] as const) : (["top", "bottom"] as const);
  const order = boxes
    .map((_, i) => i)
    .sort((a, b) => {
      const [one, other] = [boxes[a] as Box, boxes[b] as Box];
      return one[low] + one[high] - other[low] - other[high];
    });
  const moves = boxes.map(() => ({ x: 0, y: 0 }));
  const [first, last] = [boxes[order[0] ?? 0], boxes[order.at(-1) ?? 0]];
  if (order.length < 3 || !first || !last) return moves;
  const sizes = order.map((i) => (boxes[i] as Box)[high] - (boxes[i] as Box)[low]);
  const whole = last[high] - first[low];
  const gap = (whole - sizes.reduce((sum, size) => sum + size, 0)) / (order.length - 1);
  let at = first[low];
  order.forEach((i, place) => {
    const move = moves[i];
    if (move) move[axis] = at - (boxes[i] as Box)[low];
    at += (sizes[place] as number) + gap;
  });
  return moves;
}
