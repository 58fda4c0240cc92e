import type { CardFace, Figure, FigureLook, IconShape } from "../study/index.ts";
import { type ArtElement, type ArtNode, FILLING, INK, MONO, PAPER, SANS } from "./art.ts";
import { dialArt, needleArt } from "./dialArt.ts";

/** What a figure looks like, of a card its front; undefined for a group, which shows nothing of its own. */
export function figureArt({ kind, look }: Pick<Figure, "kind" | "look">): ArtElement | undefined {
  switch (kind) {
    case "ball":
      return {
        tag: "div",
        style: { ...FILLING, "border-radius": "50%", background: "currentColor" },
      };
    case "block":
      return {
        tag: "div",
        style: { ...FILLING, "border-radius": "inherit", background: "currentColor" },
      };
    case "card":
      return cardArt(look);
    case "label":
      return labelArt(look);
    case "dial":
      return look.needle ? needleArt() : dialArt(look);
    case "chip":
      return chipArt(look);
    case "icon":
      return iconArt(look);
    case "group":
      return undefined;
  }
}

/** One face of a card. */
export function cardArt({ heading, title, detail, code }: CardFace): ArtElement {
  const line = (text: string | undefined, style: ArtElement["style"]): ArtElement => ({
    tag: "span",
    style: style ?? {},
    children: [text ?? ""],
  });
  return {
    tag: "div",
    style: {
      ...FILLING,
      display: "flex",
      "flex-direction": "column",
      overflow: "hidden",
      "border-radius": "inherit",
      "font-family": SANS,
      "font-size": "13.5px",
      "line-height": 1.5,
      background: PAPER,
      "box-shadow": "inset 0 0 0 1.5px currentColor",
    },
    children: [
      {
        tag: "div",
        style: { background: "currentColor", padding: "3.2% 7%" },
        children: [
          line(heading, {
            "font-size": "11.5px",
            "font-weight": 600,
            "letter-spacing": "0.025em",
            "text-transform": "uppercase",
            color: PAPER,
          }),
        ],
      },
      {
        tag: "div",
        style: {
          display: "flex",
          "flex-direction": "column",
          flex: "1 1 0%",
          "min-height": "0",
          padding: "3% 7% 0",
          color: INK,
        },
        children: [
          line(title, { "font-size": "21px", "font-weight": 700, "line-height": 1.25 }),
          line(detail, { "font-size": "11.5px", "line-height": 1.5, opacity: 0.75 }),
          ...(code ? [barCode()] : []),
        ],
      },
    ],
  };
}

/** Bars of fixed widths; they say nothing. */
const BARS = [3, 1, 2, 1, 1, 3, 1, 2, 3, 1, 1, 2, 1, 3, 2, 1, 1, 1, 3, 2, 1, 2, 1, 1, 3, 1, 2, 1];

function barCode(): ArtElement {
  let x = 0;
  const bars = BARS.map((width, i): ArtNode => {
    const bar: ArtElement = {
      tag: "rect",
      attributes: { x: Math.round(x * 10) / 10, y: 0, width, height: 10, fill: INK },
    };
    x += width + (i % 3 === 0 ? 2.4 : 1.4);
    return bar;
  });
  return {
    tag: "svg",
    attributes: {
      viewBox: `0 0 ${Math.round(x * 10) / 10} 10`,
      preserveAspectRatio: "none",
      "aria-hidden": "true",
    },
    style: {
      display: "block",
      width: "100%",
      flex: "1 1 0%",
      "min-height": "0",
      margin: "3.5% 0 4%",
    },
    children: bars,
  };
}

function chipArt(look: FigureLook): ArtElement {
  return {
    tag: "div",
    style: {
      ...FILLING,
      display: "flex",
      "align-items": "center",
      "justify-content": "center",
      overflow: "hidden",
      "border-radius": "inherit",
      background: "currentColor",
      "font-family": SANS,
      "line-height": 1.5,
      "white-space": "nowrap",
    },
    children: [
      {
        tag: "span",
        style: {
          color: PAPER,
          "font-size": `${look.size ?? 14}px`,
          "font-weight": look.weight ?? 600,
        },
        children: [look.text ?? ""],
      },
    ],
  };
}

function labelArt(look: FigureLook): ArtElement {
  return {
    tag: "div",
    style: {
      ...FILLING,
      "white-space": "pre",
      "font-family": look.numbers ? MONO : SANS,
      // Numbers of the monospaced face are wide; they sit better a little condensed.
      ...(look.numbers ? { "font-stretch": "85%", "font-feature-settings": '"zero" 0' } : {}),
      "font-size": `${look.size ?? 16}px`,
      "font-weight": look.weight ?? 500,
      "line-height": look.line ? `${look.line}px` : 1.35,
      "text-align": look.align ?? "start",
    },
    children: [look.text ?? ""],
  };
}

function iconArt({ box: [width, height] = [24, 24], shapes = [] }: FigureLook): ArtElement {
  return {
    tag: "svg",
    attributes: {
      viewBox: `0 0 ${width} ${height}`,
      preserveAspectRatio: "none",
      "aria-hidden": "true",
    },
    style: { ...FILLING, width: "100%", height: "100%", overflow: "visible" },
    children: shapes.map((shape): ArtNode => ({ tag: "path", attributes: paintOf(shape) })),
  };
}

function paintOf({ path, fill, stroke, strokeWidth }: IconShape): Record<string, string | number> {
  const ink = (color: string) => (color === "color" ? "currentColor" : color);
  return {
    d: path,
    fill: fill === undefined ? "none" : ink(fill),
    ...(stroke === undefined ? {} : { stroke: ink(stroke) }),
    ...(strokeWidth === undefined ? {} : { "stroke-width": strokeWidth }),
    "stroke-linecap": "round",
    "stroke-linejoin": "round",
  };
}
