import type { Curve, LinearStop } from "../curve/index.ts";
import { fitBezier } from "./bezierFit.ts";
import { fewestLinks } from "./fewestLinks.ts";

/** Spans with fewer points than this are left as lines. */
const FEWEST = 4;

/** A value at a time, ms. */
export interface FitPoint {
  readonly time: number;
  readonly value: number;
}

/** A key that was fitted: the curve is that of the span that begins there. */
export interface FittedKey {
  readonly time: number;
  readonly value: number;
  readonly curve?: Curve;
}

/**
 * Keys where values turn, rest or begin to move, and between them the curve that is nearest: a cubic-bezier where one is
 * near enough, else straight pieces.
 *
 * @param points in order of time, at least one
 * @param room how far values may be off
 */
export function fitKeys(points: readonly FitPoint[], room: number): FittedKey[] {
  const [first] = points;
  if (!first || points.every(({ value }) => value === first.value))
    return [{ time: first?.time ?? 0, value: first?.value ?? 0 }];
  const places = [0];
  for (let i = 1; i < points.length - 1; i++) {
    const [before, here, after] = [points[i - 1], points[i], points[i + 1]] as [
      FitPoint,
      FitPoint,
      FitPoint,
    ];
    const [up, on] = [here.value - before.value, after.value - here.value];
    const turns = (up > 0 && on < 0) || (up < 0 && on > 0);
    const rests = Math.abs(up) < 1e-9 !== Math.abs(on) < 1e-9;
    if (turns || rests) places.push(i);
  }
  places.push(points.length - 1);
  return places.flatMap((place, k): FittedKey[] => {
    const { time, value } = points[place] as FitPoint;
    const next = places[k + 1];
    if (next === undefined) return [{ time, value }];
    const span = points.slice(place, next + 1);
    return spanKeys(span, room);
  });
}

/** A span that only rises or only falls: a cubic-bezier where one is near enough, else straight pieces. */
function spanKeys(span: readonly FitPoint[], room: number): FittedKey[] {
  const [from, to] = [span[0] as FitPoint, span.at(-1) as FitPoint];
  const way = to.value - from.value;
  if (way === 0) return [from];
  const stops: LinearStop[] = span.map(({ time, value }) => ({
    at: (time - from.time) / (to.time - from.time),
    value: (value - from.value) / way,
  }));
  const share = Math.min(Math.max(room / Math.abs(way), 1e-7), 0.5);
  const line = fewestLinks(stops, share);
  if (line.length === 2) return [from];
  if (span.length >= FEWEST) {
    const dense: Curve = { kind: "linear-stops", stops };
    const fit = fitBezier(dense);
    if (fit.error <= share) return [{ ...from, curve: fit.curve }];
  }
  return [{ ...from, curve: { kind: "linear-stops", stops: line } }];
}
