import { isWithin } from "@levitas/core/edit";
import {
  boxCorners,
  invertMatrix,
  type Matrix,
  type Motion,
  mapPoint,
  nearestFrame,
  parentMatrixAt,
} from "@levitas/core/motion";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { DragPoint } from "../../ui/useDragSession.ts";
import { type SnapLine, snapLines, snapPlaces } from "../geometry/snapPlaces.ts";
import type { Bench } from "../session/bench.ts";
import { beginSceneChange, type NewValue, type SceneChange } from "../session/changes.ts";
import { chosenFigures } from "../session/selection.ts";

/** How near, in px of the screen, something must be to be snapped to. */
const REACH = 6;

interface Place {
  readonly x: number;
  readonly y: number;
}

/** Lines that a drag has snapped to, for drawing; null where there is none. */
export interface SnappedTo {
  readonly x: SnapLine | null;
  readonly y: SnapLine | null;
}

/** A drag of chosen figures over the scene. */
export interface MoveDrag {
  readonly change: SceneChange;
  /** What the drag shows at the pointer. */
  readonly move: (from: Place, point: DragPoint) => { text: string; snapped: SnappedTo };
  /** Moves by px of the scene, without snapping. */
  readonly nudge: (by: Place) => void;
}

/** A figure that is dragged: where it was, and the way from the scene into the box it stands in. */
interface Dragged {
  readonly id: string;
  readonly back: Matrix;
  readonly x: number;
  readonly y: number;
}

/** Begins to move the chosen figures; those inside another chosen one go along with it. */
export function beginMove(bench: Bench): MoveDrag | undefined {
  const chosen = chosenFigures(bench.selection);
  const { study } = bench;
  const alone = chosen.filter(
    (id) => !chosen.some((other) => other !== id && isWithin(study, id, other)),
  );
  // Looked at before anything begins: what is scaled to nothing cannot be dragged.
  const { motion } = bench;
  const time = nearestFrame(bench.clock.time, study.scene.frameRate);
  const dragged = alone.flatMap((id): Dragged[] => {
    const index = motion.figureIndex(id);
    const back = invertMatrix(parentMatrixAt(motion, index, time));
    return back
      ? [{ id, back, x: motion.valueAt(index, "x", time), y: motion.valueAt(index, "y", time) }]
      : [];
  });
  const [first] = dragged;
  if (!first) return undefined;
  const change = beginSceneChange(bench);
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const box = boxOf(motion, poses, motion.figureIndex(first.id));
  const lines = { x: snapLines(study.scene, "x"), y: snapLines(study.scene, "y") };
  return {
    change,
    nudge: (by) =>
      change.update(
        dragged.flatMap(({ id, back, x, y }): NewValue[] => {
          const [ax, ay] = mapPoint(back, 0, 0);
          const [bx, byY] = mapPoint(back, by.x, by.y);
          const [nx, ny] = [x + bx - ax, y + byY - ay];
          return [
            ...(Math.abs(nx - x) > 1e-9
              ? [{ figureId: id, channel: "x" as const, value: nx }]
              : []),
            ...(Math.abs(ny - y) > 1e-9
              ? [{ figureId: id, channel: "y" as const, value: ny }]
              : []),
          ];
        }),
      ),
    move: (from, { dx, dy, free, shift }) => {
      const { scale } = bench.camera;
      const by = { x: dx / scale, y: dy / scale };
      // Shift keeps to the axis that was gone along further.
      if (shift && Math.abs(by.x) >= Math.abs(by.y)) by.y = 0;
      else if (shift) by.x = 0;
      const { grid } = bench.store.getState();
      const options = { reach: REACH / scale, grid };
      const snap = (axis: "x" | "y", places: readonly number[]) =>
        free || (shift && by[axis] === 0)
          ? { by: 0, line: null }
          : snapPlaces(
              places.map((place) => place + by[axis]),
              lines[axis],
              options,
            );
      const [sx, sy] = [snap("x", box.x), snap("y", box.y)];
      by.x += sx.by;
      by.y += sy.by;
      const values: NewValue[] = [];
      let text = "";
      for (const { id, back, x, y } of dragged) {
        const [ax, ay] = mapPoint(back, from.x, from.y);
        const [bx, byY] = mapPoint(back, from.x + by.x, from.y + by.y);
        // Whole px unless snapping is off; a snapped place keeps its fraction.
        const round = (value: number, snapped: boolean) =>
          free || snapped ? value : Math.round(value);
        const nx = round(x + bx - ax, sx.line !== null);
        const ny = round(y + byY - ay, sy.line !== null);
        if (nx !== x || by.x !== 0) values.push({ figureId: id, channel: "x", value: nx });
        if (ny !== y || by.y !== 0) values.push({ figureId: id, channel: "y", value: ny });
        if (text === "") text = `x ${numberLabel(nx, 1)}  y ${numberLabel(ny, 1)}`;
      }
      change.update(values);
      const to = [sx.line?.to, sy.line?.to].filter((word) => word !== undefined);
      return {
        text: to.length > 0 ? `${text}\nto ${[...new Set(to)].join(" and ")}` : text,
        snapped: { x: sx.line, y: sy.line },
      };
    },
  };
}

/** The places of a figure's box that are aligned: left, middle, right; top, middle, bottom. */
function boxOf(motion: Motion, poses: Float64Array, index: number) {
  const corners = boxCorners(motion, poses, index);
  const [xs, ys] = [corners.map(([x]) => x), corners.map(([, y]) => y)];
  const three = (list: number[]) => {
    const [low, high] = [Math.min(...list), Math.max(...list)];
    return [low, (low + high) / 2, high];
  };
  return { x: three(xs), y: three(ys) };
}

/** A handle at the box of a figure: which way it pulls. */
export interface BoxHandle {
  readonly id: string;
  /** Place on the box, as shares of its size. */
  readonly u: number;
  readonly v: number;
  readonly name: string;
}

export const BOX_HANDLES: readonly BoxHandle[] = [
  { id: "nw", u: 0, v: 0, name: "top left" },
  { id: "ne", u: 1, v: 0, name: "top right" },
  { id: "se", u: 1, v: 1, name: "bottom right" },
  { id: "sw", u: 0, v: 1, name: "bottom left" },
  { id: "e", u: 1, v: 0.5, name: "right side" },
  { id: "s", u: 0.5, v: 1, name: "bottom" },
];

/** How a figure stands in its parent at a time: the way back into it, its pivot there, how it is turned and scaled. */
function standing(change: SceneChange, figureId: string) {
  const { motion, time } = change;
  const index = motion.figureIndex(figureId);
  const read = (channel: Parameters<Motion["valueAt"]>[1]) => motion.valueAt(index, channel, time);
  const back = invertMatrix(parentMatrixAt(motion, index, time));
  const width = Math.max(read("width"), 0);
  const height = Math.max(read("height"), 0);
  const px = (read("pivotX") / 100) * width;
  const py = (read("pivotY") / 100) * height;
  return { read, back, width, height, px, py, pivot: { x: read("x") + px, y: read("y") + py } };
}

/** Scales a figure by a handle of its box; answers what to show at the pointer. */
export function scaleBy(
  change: SceneChange,
  figureId: string,
  handle: BoxHandle,
  to: Place,
  { shift, free }: Pick<DragPoint, "shift" | "free">,
): string {
  const { read, back, width, height, px, py, pivot } = standing(change, figureId);
  if (!back) return "";
  const [x, y] = mapPoint(back, to.x, to.y);
  const angle = (-read("rotate") * Math.PI) / 180;
  const [dx, dy] = [x - pivot.x, y - pivot.y];
  // Where the pointer is from the pivot, in the figure's own axes.
  const own = {
    x: dx * Math.cos(angle) - dy * Math.sin(angle),
    y: dx * Math.sin(angle) + dy * Math.cos(angle),
  };
  const arm = { x: handle.u * width - px, y: handle.v * height - py };
  const grid = (value: number) => (free ? value : Math.round(value * 100) / 100);
  const scaled = (axis: "x" | "y", now: number) =>
    Math.abs(arm[axis]) > 1e-6 ? own[axis] / arm[axis] : now;
  let sx = handle.u === 0.5 ? read("scaleX") : scaled("x", read("scaleX"));
  let sy = handle.v === 0.5 ? read("scaleY") : scaled("y", read("scaleY"));
  if (shift && handle.u !== 0.5 && handle.v !== 0.5) {
    const factor = Math.max(
      Math.abs(sx / (read("scaleX") || 1)),
      Math.abs(sy / (read("scaleY") || 1)),
    );
    sx = read("scaleX") * factor;
    sy = read("scaleY") * factor;
  }
  const values: NewValue[] = [];
  if (handle.u !== 0.5) values.push({ figureId, channel: "scaleX", value: grid(sx) });
  if (handle.v !== 0.5) values.push({ figureId, channel: "scaleY", value: grid(sy) });
  change.update(values);
  return values
    .map(
      ({ channel, value }) =>
        `${channel === "scaleX" ? "scale x" : "scale y"} ${numberLabel(value, 2)}`,
    )
    .join("  ");
}

/** A turn under way: the angle of the pointer it began at, and how far it has come. */
export interface TurnDrag {
  readonly start: number;
  last: number;
  turned: number;
}

/** The angle of a place of the scene about a figure's pivot, degrees in its parent. */
export function angleAbout(change: SceneChange, figureId: string, to: Place): number {
  const { back, pivot } = standing(change, figureId);
  if (!back) return 0;
  const [x, y] = mapPoint(back, to.x, to.y);
  return (Math.atan2(y - pivot.y, x - pivot.x) * 180) / Math.PI;
}

/** Turns a figure after the pointer, over whole turns too; Shift goes in steps of 15°. */
export function turnBy(
  change: SceneChange,
  figureId: string,
  drag: TurnDrag,
  to: Place,
  { shift, free }: Pick<DragPoint, "shift" | "free">,
): string {
  const angle = angleAbout(change, figureId, to);
  // The short way from one movement to the next: a pointer does not leap half a turn.
  drag.turned += ((angle - drag.last + 540) % 360) - 180;
  drag.last = angle;
  const step = shift ? 15 : free ? 0.1 : 1;
  const value = Math.round((drag.start + drag.turned) / step) * step;
  change.update([{ figureId, channel: "rotate", value }]);
  return `rotate ${numberLabel(value, 1)}°`;
}

/** Where a dragged pivot comes to lie, as shares of the box, and how the figure has to be shifted to stay. */
export function pivotBy(
  change: SceneChange,
  figureId: string,
  to: Place,
  free: boolean,
): { pivot: Place; by: Place; text: string } | undefined {
  const { read, back, width, height, px, py, pivot } = standing(change, figureId);
  if (!back || width <= 0 || height <= 0) return undefined;
  const [x, y] = mapPoint(back, to.x, to.y);
  const angle = (read("rotate") * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [dx, dy] = [x - pivot.x, y - pivot.y];
  const [sx, sy] = [read("scaleX") || 1, read("scaleY") || 1];
  const own = { x: px + (dx * cos + dy * sin) / sx, y: py + (dy * cos - dx * sin) / sy };
  const snap = (share: number, size: number) => {
    if (free) return share;
    const near = [0, 0.5, 1].find((each) => Math.abs(each - share) * size < 8);
    return near ?? Math.round(share * 100) / 100;
  };
  const next = { x: snap(own.x / width, width), y: snap(own.y / height, height) };
  // The box stays if p - L·p + t does, with L the turn and scale: CSS Transforms, "transform-origin".
  const rest = (qx: number, qy: number) => ({
    x: qx - (cos * sx * qx - sin * sy * qy),
    y: qy - (sin * sx * qx + cos * sy * qy),
  });
  const [before, after] = [rest(px, py), rest(next.x * width, next.y * height)];
  const by = { x: before.x - after.x, y: before.y - after.y };
  const tidy = (value: number) => (Math.abs(value) < 1e-9 ? 0 : value);
  return {
    pivot: next,
    by: { x: tidy(by.x), y: tidy(by.y) },
    text: `pivot ${numberLabel(next.x * 100, 0)} %  ${numberLabel(next.y * 100, 0)} %`,
  };
}
