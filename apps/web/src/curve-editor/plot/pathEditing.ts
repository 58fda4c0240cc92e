import type { PathCurve, Place } from "@levitas/core/curve";
import type { KeyboardEvent } from "react";
import type { CurveDesk } from "../desk/desk.ts";
import { tidyPoint } from "./snapPlace.ts";

/** What can be grabbed around a point; it shows where the keyboard is. */
export const GRIP = "fill-none [pointer-events:all] group-focus-visible/point:fill-spruce/25";

/** The path on the desk, if it is one. */
export const pathOf = (desk: CurveDesk): PathCurve | undefined =>
  desk.current.kind === "path" ? desk.current : undefined;

/** Rounds the points that were moved, and leaves the others the very same. */
export function tidied(path: PathCurve, moved: readonly number[]): PathCurve {
  const chosen = new Set(moved);
  const points = path.points.map((point, i) => (chosen.has(i) ? tidyPoint(point) : point));
  return { kind: "path", points };
}

const WAYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** How far an arrow key goes: a hundredth, with Shift a tenth, with Alt a thousandth. */
export function wayOf(event: KeyboardEvent): Place | undefined {
  const way = WAYS[event.key];
  const step = event.shiftKey ? 0.1 : event.altKey ? 0.001 : 0.01;
  return way && { x: way[0] * step, y: way[1] * step };
}
