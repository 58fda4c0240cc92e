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
  { name: "steep in", curve: bezier(0.7, 0, 0.95, 0.4) },
  { name: "steep out", curve: bezier(0.06, 0.7, 0.2, 1) },
  { name: "glide", curve: bezier(0.75, 0, 0.15, 1) },
  { name: "overshoot", curve: bezier(0.3, 0, 0.25, 1.5) },
  { name: "draw back", curve: bezier(0.6, -0.4, 0.5, 1) },
  { name: "both", curve: bezier(0.6, -0.4, 0.35, 1.4) },
  { name: "steps", curve: { kind: "steps", count: 5, position: "jump-end" } },
  { name: "held", curve: { kind: "steps", count: 1, position: "jump-end" } },
  {
    name: "landing",
    curve: {
      kind: "linear-stops",
      stops: [
        { value: 0, at: 0 },
        { value: 0.16, at: 0.16 },
        { value: 0.62, at: 0.31 },
        { value: 1, at: 0.4 },
        { value: 0.81, at: 0.52 },
        { value: 0.77, at: 0.6 },
        { value: 0.84, at: 0.7 },
        { value: 1, at: 0.8 },
        { value: 0.95, at: 0.88 },
        { value: 1, at: 1 },
      ],
    },
  },
];
