import type { ChannelId } from "./channels.ts";
import { channelOf } from "./channels.ts";
import type { Figure, FigureHue, FigureKindId, FigureLook } from "./study.ts";

/** The definition of one kind of figure. */
export interface FigureKind {
  readonly id: FigureKindId;
  readonly label: string;
  /** The rest values of a new figure. */
  readonly rest: Readonly<Partial<Record<ChannelId, number | string>>>;
  readonly look: FigureLook;
}

/** The kinds, in the order they are offered. */
export const FIGURE_KINDS: readonly FigureKind[] = [
  { id: "ball", label: "Ball", rest: { width: 64, height: 64, color: "#3F5E8C" }, look: {} },
  {
    id: "block",
    label: "Block",
    rest: { width: 120, height: 72, corner: 10, color: "#1B6B5A" },
    look: {},
  },
  {
    id: "card",
    label: "Card",
    rest: { width: 200, height: 124, corner: 12, color: "#3F5E8C" },
    look: {
      heading: "Boarding pass",
      title: "Heron Quay",
      detail: "Deck B, lane 3",
      code: true,
      back: { heading: "Saltmarsh Ferries", title: "Fair winds", detail: "Keep this half" },
    },
  },
  {
    id: "label",
    label: "Label",
    rest: { width: 180, height: 32, color: "#1E2430" },
    look: { text: "Gate 4 is open", size: 20, weight: 600, align: "start" },
  },
  {
    id: "dial",
    label: "Dial",
    rest: { width: 180, height: 180, color: "#3F5E8C" },
    look: { ticks: 12, labels: ["High", "Ebb", "Low", "Flood"] },
  },
  {
    id: "chip",
    label: "Chip",
    rest: { width: 96, height: 34, corner: 17, color: "#1B6B5A" },
    look: { text: "Lane 3", size: 14, weight: 600 },
  },
  {
    id: "icon",
    label: "Icon",
    rest: { width: 72, height: 72, color: "#A8452F" },
    look: {
      box: [24, 24],
      shapes: [
        {
          path: "M3 15 L21 15 L18 20 L6 20 Z M11 4 L11 13 L4.5 13 Z M13 7 L13 13 L18 13 Z",
          fill: "color",
        },
      ],
    },
  },
  { id: "group", label: "Group", rest: { width: 160, height: 120 }, look: {} },
];

/** The needle that is added with a dial: it is nested in the dial and turns about its hub. */
export const DIAL_NEEDLE: FigureKind = {
  id: "dial",
  label: "needle",
  rest: { width: 12, height: 74, color: "#A8452F" },
  look: { needle: true },
};

/** The hub of a needle, as fractions of its box. */
export const NEEDLE_PIVOT = { x: 0.5, y: 0.92 };

/** The hues that mark figures, in the order they are given out. */
export const FIGURE_HUES: readonly FigureHue[] = ["slate", "plum", "olive", "brick", "spruce"];

/** The value a figure's channel has when nothing drives it. */
export function restValue(figure: Figure, channel: ChannelId): number | string {
  if (channel === "pivotX") return figure.pivot.x * 100;
  if (channel === "pivotY") return figure.pivot.y * 100;
  return figure.rest[channel] ?? channelOf(channel).initial;
}
