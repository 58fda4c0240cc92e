import type { PathPoint, Place } from "@levitas/core/curve";

/** Where a dragged place came to lie, and why. */
export interface Snapped extends Place {
  /** What it snapped to, in words; empty for nothing. */
  readonly reason: string;
  /** Lines to draw: at a time, at a value. */
  readonly atX: boolean;
  readonly atY: boolean;
}

/** How near counts, px. */
const REACH = 6;
const GRID_REACH = 3;
/** The grid is a twentieth; a hand does not mean more than that by itself. */
const GRID = 0.05;

interface Target {
  readonly value: number;
  readonly reason: string;
}

/**
 * Snaps a place in the plot to the start and target lines, to other points' times and values, and to the
 * grid, nearest first. `free` suspends it.
 */
export function snapPlace(
  { x, y }: Place,
  perPixel: Place,
  others: readonly PathPoint[],
  free: boolean,
): Snapped {
  if (free) return { x, y, reason: "", atX: false, atY: false };
  const times = others.map((point) => ({ value: point.x, reason: `under ${nameOf(point)}` }));
  const values = others.map((point) => ({
    value: point.y,
    reason: `level with ${nameOf(point)}`,
  }));
  const snapX = nearest(x, perPixel.x, times);
  const snapY = nearest(y, perPixel.y, [
    { value: 0, reason: "on the start value" },
    { value: 1, reason: "on the target" },
    ...values.filter(({ value }) => value !== 0 && value !== 1),
  ]);
  return {
    x: snapX?.value ?? x,
    y: snapY?.value ?? y,
    reason: [snapX?.reason, snapY?.reason].filter(Boolean).join(", "),
    atX: snapX !== undefined,
    atY: snapY !== undefined,
  };
}

function nameOf(point: PathPoint): string {
  return `the point at ${Math.round(point.x * 100)} %`;
}

function nearest(at: number, unit: number, targets: readonly Target[]): Target | undefined {
  let best: Target | undefined;
  for (const target of targets)
    if (
      Math.abs(target.value - at) <= REACH * unit &&
      (!best || Math.abs(target.value - at) < Math.abs(best.value - at))
    )
      best = target;
  if (best) return best;
  const grid = Math.round(at / GRID) * GRID;
  return Math.abs(grid - at) <= GRID_REACH * unit
    ? { value: Math.round(grid * 100) / 100, reason: "on the grid" }
    : undefined;
}

/** A point with its handles, rounded as `roundPlace` does, a digit finer. */
export function tidyPoint(point: PathPoint): PathPoint {
  const tidy = ({ x, y }: Place): Place => ({
    x: Math.round(x * 1e4) / 1e4,
    y: Math.round(y * 1e4) / 1e4,
  });
  return {
    ...tidy(point),
    ...(point.in ? { in: tidy(point.in) } : {}),
    ...(point.out ? { out: tidy(point.out) } : {}),
  };
}

/** Rounded for people: a curve drawn by hand needs no more than a thousandth. */
export function roundPlace({ x, y }: Place): Place {
  return { x: Math.round(x * 1000) / 1000, y: Math.round(y * 1000) / 1000 };
}
