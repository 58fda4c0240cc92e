import type { FigureHue } from "@levitas/core/study";

/** The classes of each figure hue, spelled out so that they are found when the styles are built. */
export const HUE: Readonly<Record<FigureHue, { fill: string; text: string; stroke: string }>> = {
  slate: { fill: "bg-slate fill-slate", text: "text-slate", stroke: "stroke-slate" },
  plum: { fill: "bg-plum fill-plum", text: "text-plum", stroke: "stroke-plum" },
  olive: { fill: "bg-olive fill-olive", text: "text-olive", stroke: "stroke-olive" },
  brick: { fill: "bg-brick fill-brick", text: "text-brick", stroke: "stroke-brick" },
  spruce: { fill: "bg-spruce fill-spruce", text: "text-spruce", stroke: "stroke-spruce" },
};
