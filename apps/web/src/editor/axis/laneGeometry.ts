import type { ChannelDefinition } from "@levitas/core/study";
import type { TimelineView } from "../session/timelineView.ts";

/** Whether a channel has values that a graph can show. */
export function isNumeric({ kind }: ChannelDefinition): boolean {
  return kind === "number" || kind === "angle";
}

/** Heights of the rows, px. */
export const ROW = { figure: 30, lane: 32, follower: 32, graph: 216 } as const;

/** Where a bar lies inside its lane, px from the lane's top. */
export const BAR = { top: 5, bottom: 27 } as const;

/** Width of the timeline's left margin, for styles; the timeline sets it. */
export const MARGIN = "var(--margin)";

/** The range that values are drawn over; a flat track lies in the middle. */
export function valueRange(points: Float64Array): { min: number; max: number } {
  let min = Number.POSITIVE_INFINITY;
  let max = Number.NEGATIVE_INFINITY;
  for (let i = 1; i < points.length; i += 2) {
    min = Math.min(min, points[i] as number);
    max = Math.max(max, points[i] as number);
  }
  return max - min > 1e-9 ? { min, max } : { min: min - 1, max: max + 1 };
}

/** A polyline of (time, value) as SVG path data inside a bar; greater values are higher. */
export function linePath(
  points: Float64Array,
  view: Pick<TimelineView, "toX">,
  { min, max }: { min: number; max: number },
): string {
  const inset = 3;
  const top = BAR.top + inset;
  const height = BAR.bottom - BAR.top - 2 * inset;
  let path = "";
  for (let i = 0; i < points.length; i += 2) {
    const part = ((points[i + 1] as number) - min) / (max - min);
    const y = top + height * (1 - part);
    path += `${i === 0 ? "M" : "L"}${view.toX(points[i] as number).toFixed(2)} ${y.toFixed(2)}`;
  }
  return path;
}

/** A step of ruler marks: how far apart the lettered ones are, and how many parts between them. */
export interface RulerStep {
  readonly major: number;
  readonly parts: number;
}

/** The ruler for a scale: lettered marks at least 64 px apart, on round numbers of ms. */
export function rulerStepMs(pxPerMs: number): RulerStep {
  for (let magnitude = 1; ; magnitude *= 10)
    for (const [round, parts] of [
      [1, 5],
      [2, 4],
      [2.5, 5],
      [5, 5],
    ] as const) {
      const major = round * magnitude;
      if (major * pxPerMs >= 64 && Number.isInteger(major)) return { major, parts };
    }
}

/** The same in frames: `major` counts frames. */
export function rulerStepFrames(pxPerFrame: number): RulerStep {
  for (const major of [1, 2, 5, 10, 20, 30, 60, 120, 240, 300, 600, 1200, 3600])
    if (major * pxPerFrame >= 52) return { major, parts: major % 5 === 0 ? 5 : major };
  return { major: 7200, parts: 6 };
}
