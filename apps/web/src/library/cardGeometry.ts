import type { Curve } from "@levitas/core/curve";
import { curvePolyline } from "@levitas/core/reading";
import { compileCurve, curveRange } from "../curve-editor/curveReader.ts";

/** The drawing of a card, in its own units. */
export const CARD = { width: 246, plot: 92, strip: 34 } as const;

const BOX = { left: 18, right: CARD.width - 18, unit: 54, top: 8, bottom: CARD.plot - 6 };
/** Where the strip's start and target are. */
const STRIP = { start: 64, target: 172, low: 14, high: CARD.width - 14 };
/** Ticks of the strip: equal times apart. */
const TICKS = 18;
const SAMPLES = 96;

/** A card's plot: the curve as a line, the square from start to target, and how to place a point. */
export interface CardPlot {
  readonly line: string;
  readonly diagonal: string;
  readonly square: string;
  readonly x: (p: number) => number;
  readonly y: (value: number) => number;
}

/** Fits a curve into a card; one that swings far is drawn smaller. */
export function cardPlot(curve: Curve): CardPlot {
  const { min, max } = curveRange(curve);
  const [low, high] = [Math.min(min, 0), Math.max(max, 1)];
  const unit = Math.min(BOX.unit, (BOX.bottom - BOX.top) / (high - low));
  // The square stands in the middle as far as the curve leaves room.
  const middle = (BOX.top + BOX.bottom) / 2 + unit / 2;
  const floor = Math.min(Math.max(middle, BOX.top + high * unit), BOX.bottom + low * unit);
  const x = (p: number) => BOX.left + p * (BOX.right - BOX.left);
  const y = (value: number) => floor - value * unit;
  const points = curvePolyline(curve, SAMPLES);
  let line = "";
  for (let i = 0; i < points.length; i += 2)
    line += `${i === 0 ? "M" : "L"}${x(points[i] as number).toFixed(1)} ${y(points[i + 1] as number).toFixed(1)}`;
  return {
    line,
    diagonal: `M${x(0)} ${y(0)}L${x(1)} ${y(1)}`,
    square: `M${x(0)} ${y(0)}H${x(1)}V${y(1)}H${x(0)}Z`,
    x,
    y,
  };
}

/** Where a value is on the spacing strip; far swings are held at its ends. */
export function stripX(value: number): number {
  const x = STRIP.start + value * (STRIP.target - STRIP.start);
  return Math.min(Math.max(x, STRIP.low), STRIP.high);
}

/** The ticks of the strip as one path: where the thing is after equal times. */
export function stripTicks(curve: Curve): string {
  const { value } = compileCurve(curve);
  let path = "";
  for (let i = 0; i <= TICKS; i++) path += `M${stripX(value(i / TICKS)).toFixed(1)} 12V22`;
  return path;
}

/** The lines at the strip's start and target. */
export const STRIP_ENDS = `M${STRIP.start} 6V28M${STRIP.target} 6V28`;
