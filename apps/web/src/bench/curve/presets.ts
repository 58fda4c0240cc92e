import type { Curve } from "@levitas/core/curve";

/** A curve to begin from, with a word for what it does. */
export interface Preset {
  readonly name: string;
  readonly curve: Curve;
}

const bezier = (x1: number, y1: number, x2: number, y2: number): Curve => ({
  kind: "cubic-bezier",
  x1,
  y1,
  x2,
  y2,
});

/** The stock that the curve pane offers, from mechanical to lively. */
export const PRESETS: readonly Preset[] = [
  { name: "linear", curve: { kind: "linear" } },
  { name: "ease", curve: { kind: "keyword", name: "ease" } },
  { name: "ease-in", curve: { kind: "keyword", name: "ease-in" } },
  { name: "ease-out", curve: { kind: "keyword", name: "ease-out" } },
  { name: "in-out", curve: { kind: "keyword", name: "ease-in-out" } },
  { name: "steep out", curve: bezier(0.06, 0.7, 0.2, 1) },
  { name: "glide", curve: bezier(0.75, 0, 0.15, 1) },
  { name: "draw back", curve: { kind: "back", direction: "in", overshoot: 0.1 } },
  { name: "overshoot", curve: { kind: "back", direction: "out", overshoot: 0.1 } },
  { name: "spring", curve: { kind: "spring-feel", overshoot: 0.2, settle: 600 } },
  { name: "elastic", curve: { kind: "elastic", direction: "out", swings: 3, decay: 10 } },
  { name: "bounce", curve: { kind: "bounce", direction: "out", bounces: 3, restitution: 0.5 } },
  { name: "cruise", curve: { kind: "cruise", rise: 0.25, fall: 0.25 } },
  { name: "steps", curve: { kind: "steps", count: 5, position: "jump-end" } },
];
