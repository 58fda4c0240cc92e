import type { FigureLook } from "../study/index.ts";
import { type ArtElement, type ArtNode, FILLING, INK, PAPER, SANS } from "./art.ts";

/** The scale of a dial: ticks all around, words spread from the top clockwise. */
export function dialArt({ ticks = 12, labels = [] }: FigureLook): ArtElement {
  const around = (turn: number, radius: number) => {
    const angle = (turn - 0.25) * 2 * Math.PI;
    const round = (place: number) => Math.round(place * 1000) / 1000;
    return { x: round(50 + radius * Math.cos(angle)), y: round(50 + radius * Math.sin(angle)) };
  };
  const marks = Array.from({ length: ticks }, (_, i): ArtNode => {
    const major = labels.length > 0 && (i * labels.length) % ticks === 0;
    const [from, to] = [around(i / ticks, major ? 39 : 41.5), around(i / ticks, 45)];
    return {
      tag: "line",
      attributes: {
        x1: from.x,
        y1: from.y,
        x2: to.x,
        y2: to.y,
        stroke: INK,
        "stroke-width": major ? 1.6 : 0.8,
      },
    };
  });
  const words = labels.map((label, i): ArtNode => {
    const at = around(i / labels.length, 30);
    return {
      tag: "text",
      attributes: {
        x: at.x,
        y: at.y + 2.6,
        "text-anchor": "middle",
        "font-size": 7.4,
        "font-weight": 600,
        fill: INK,
      },
      style: { "font-family": SANS },
      children: [label],
    };
  });
  return {
    tag: "svg",
    attributes: { viewBox: "0 0 100 100", "aria-hidden": "true" },
    style: { ...FILLING, width: "100%", height: "100%" },
    children: [
      {
        tag: "circle",
        attributes: {
          ...{ cx: 50, cy: 50, r: 48, fill: PAPER },
          stroke: "currentColor",
          "stroke-width": 3,
        },
      },
      ...marks,
      ...words,
    ],
  };
}

/** The needle of a dial; its hub is where its pivot is. */
export function needleArt(): ArtElement {
  return {
    tag: "svg",
    attributes: { viewBox: "0 0 12 74", preserveAspectRatio: "none", "aria-hidden": "true" },
    style: { ...FILLING, width: "100%", height: "100%", overflow: "visible" },
    children: [
      {
        tag: "path",
        attributes: { d: "M6 0 L9.4 64 A5.4 5.4 0 1 1 2.6 64 Z", fill: "currentColor" },
      },
      { tag: "circle", attributes: { cx: 6, cy: 68, r: 2.2, fill: PAPER } },
    ],
  };
}
