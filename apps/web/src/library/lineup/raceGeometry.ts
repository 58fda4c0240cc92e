import type { Curve } from "@levitas/core/curve";
import { compileCurve } from "../../curve-editor/curveReader.ts";

/** Where start and target are on a track, as shares of its width; beyond is room for passing. */
const START = 0.08;
const TARGET = 0.74;
/** Time between ticks, ms: thirty a second, as many as the eye still parts. */
const TICK = 1000 / 30;

/** Where a value is on a track of a width, px; far swings are held at its ends. */
export function raceX(value: number, width: number): number {
  const x = (START + value * (TARGET - START)) * width;
  return Math.min(Math.max(x, 6), width - 6);
}

/** The values of a curve at every tick of a duration. */
export function tickValues(curve: Curve, duration: number): number[] {
  const { value } = compileCurve(curve);
  // The end is a tick of its own, also where a tick falls on it.
  const count = Math.min(Math.ceil(duration / TICK - 1e-9), 240);
  const values = Array.from({ length: count }, (_, i) => value((i * TICK) / duration));
  return [...values, value(1)];
}
