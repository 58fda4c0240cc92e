import { type ArtNode, figureArt, INK, MONO, PAPER, SANS } from "../../art/index.ts";
import type { CardFace, Figure, FigureLook } from "../../study/index.ts";

/** A number that follows the size of a figure: from its width, height and corner, px. */
export type Sized = (width: number, height: number, corner: number) => number;

/** What a figure looks like in plain SVG, without a declaration of CSS. */
export interface SvgDrawing {
  readonly tag: "rect" | "text" | "svg" | "g" | "circle" | "line" | "path";
  readonly attributes: Readonly<Record<string, string | number | Sized>>;
  readonly children?: readonly (SvgDrawing | string)[];
}

/** How far below the middle of its line a letter stands, as a share of its size: of the scene's typefaces. */
const BELOW_MIDDLE = 0.3485;

/** The box of a figure with its corners, painted or not. */
function box(paint: SvgDrawing["attributes"], isRound = false): SvgDrawing {
  return {
    tag: "rect",
    attributes: {
      width: (width) => Math.max(width, 0),
      height: (_, height) => Math.max(height, 0),
      rx: isRound ? (width) => Math.max(width / 2, 0) : cornerOf,
      ry: isRound ? (_, height) => Math.max(height / 2, 0) : cornerOf,
      ...paint,
    },
  };
}

const cornerOf: Sized = (width, height, corner) =>
  Math.max(Math.min(corner, width / 2, height / 2), 0);

/**
 * A figure as SVG that needs no styles, the first element its box: for places that strip styles and HTML. Words stand
 * on one line each; the letters are those of the place.
 */
export function svgArt({ kind, look }: Pick<Figure, "kind" | "look">): SvgDrawing[] {
  switch (kind) {
    case "ball":
      return [box({ fill: "currentColor" }, true)];
    case "block":
      return [box({ fill: "currentColor" })];
    case "card":
      return cardDrawing(look);
    case "label":
      return [box({ fill: "none" }), ...labelDrawing(look)];
    case "chip":
      return [box({ fill: "currentColor" }), chipDrawing(look)];
    case "group":
      return [box({ fill: "none" })];
    case "dial":
    case "icon": {
      const art = figureArt({ kind, look });
      return [box({ fill: "none" }), ...(art ? [viewDrawing(art)] : [])];
    }
  }
}

/** The box alone, for what shows two faces in it. */
export function boxDrawing(paint = "none"): SvgDrawing {
  return box({ fill: paint });
}

/** One face of a card. */
export function cardDrawing({ heading, title, detail, code }: CardFace): SvgDrawing[] {
  const head: Sized = (width) => Math.max(20.25 + 0.064 * width, 0);
  // Each line of words has a height of its own; they stand below each other.
  const titleTop: Sized = (...size) => head(...size) + 0.03 * size[0];
  const titleHeight = title ? 26.25 : 0;
  const detailTop: Sized = (...size) => titleTop(...size) + titleHeight;
  const detailHeight = detail ? 17.25 : 0;
  const codeTop: Sized = (...size) => detailTop(...size) + detailHeight + 0.86 * 0.035 * size[0];
  const line = (
    text: string | undefined,
    size: number,
    middle: Sized,
    more: SvgDrawing["attributes"],
  ): SvgDrawing[] =>
    text
      ? [
          {
            tag: "text",
            attributes: {
              x: (width) => 0.07 * width,
              y: (...box) => middle(...box) + BELOW_MIDDLE * size,
              "font-family": SANS,
              "font-size": size,
              ...more,
            },
            children: [text],
          },
        ]
      : [];
  const bars = code ? figureArt({ kind: "card", look: { code } }) : undefined;
  const barCode = bars && findSvg(bars);
  return [
    box({ fill: PAPER }),
    {
      tag: "svg",
      attributes: { width: (width) => Math.max(width, 0), height: head },
      children: [box({ fill: "currentColor", height: (_, height) => Math.max(height, 0) })],
    },
    {
      tag: "rect",
      attributes: {
        x: 0.75,
        y: 0.75,
        width: (width) => Math.max(width - 1.5, 0),
        height: (_, height) => Math.max(height - 1.5, 0),
        rx: (...size) => Math.max(cornerOf(...size) - 0.75, 0),
        fill: "none",
        stroke: "currentColor",
        "stroke-width": 1.5,
      },
    },
    ...line(heading?.toUpperCase(), 11.5, (...size) => head(...size) / 2, {
      "font-weight": 600,
      "letter-spacing": "0.025em",
      fill: PAPER,
    }),
    ...line(title, 21, (...size) => titleTop(...size) + 26.25 / 2, {
      "font-weight": 700,
      fill: INK,
    }),
    ...line(detail, 11.5, (...size) => detailTop(...size) + 17.25 / 2, {
      fill: INK,
      opacity: 0.75,
    }),
    ...(barCode
      ? [
          viewDrawing(barCode, {
            x: (width) => 0.07 * width,
            y: codeTop,
            width: (width) => Math.max(0.86 * width, 0),
            height: (...size) => Math.max(size[1] - codeTop(...size) - 0.86 * 0.04 * size[0], 0),
          }),
        ]
      : []),
  ];
}

function chipDrawing(look: FigureLook): SvgDrawing {
  const size = look.size ?? 14;
  return {
    tag: "text",
    attributes: {
      x: (width) => width / 2,
      y: (_, height) => height / 2 + BELOW_MIDDLE * size,
      "text-anchor": "middle",
      "font-family": SANS,
      "font-size": size,
      "font-weight": look.weight ?? 600,
      fill: PAPER,
    },
    children: [look.text ?? ""],
  };
}

const ANCHORS = { start: "start", center: "middle", end: "end" } as const;
const SHARES = { start: 0, center: 0.5, end: 1 } as const;

function labelDrawing(look: FigureLook): SvgDrawing[] {
  const size = look.size ?? 16;
  const height = look.line ?? size * 1.35;
  const align = look.align ?? "start";
  return (look.text ?? "").split("\n").map((text, i) => ({
    tag: "text",
    attributes: {
      x: (width) => width * SHARES[align],
      y: height * (i + 0.5) + BELOW_MIDDLE * size,
      ...(align === "start" ? {} : { "text-anchor": ANCHORS[align] }),
      "xml:space": "preserve",
      "font-family": look.numbers ? MONO : SANS,
      ...(look.numbers ? { "font-stretch": "85%" } : {}),
      "font-size": size,
      "font-weight": look.weight ?? 500,
      fill: "currentColor",
    },
    children: [text],
  }));
}

/** A drawing with a view box of its own, which fills the figure if nothing else is said. */
function viewDrawing(
  art: ArtNode,
  place: SvgDrawing["attributes"] = {
    width: (width) => Math.max(width, 0),
    height: (_, height) => Math.max(height, 0),
  },
): SvgDrawing {
  const plain = plainSvg(art);
  return {
    tag: "svg",
    attributes: { ...plain.attributes, overflow: "visible", ...place },
    children: plain.children ?? [],
  };
}

/** The first SVG in some art. */
function findSvg(node: ArtNode): ArtNode | undefined {
  if (typeof node === "string") return undefined;
  if (node.tag === "svg") return node;
  for (const child of node.children ?? []) {
    const found = findSvg(child);
    if (found) return found;
  }
  return undefined;
}

/** Art that is SVG already, with its declarations as attributes. */
function plainSvg(node: ArtNode): SvgDrawing {
  if (typeof node === "string") return { tag: "text", attributes: {}, children: [node] };
  const family = node.style?.["font-family"];
  const { "aria-hidden": _, ...attributes } = node.attributes ?? {};
  return {
    tag: node.tag as SvgDrawing["tag"],
    attributes: { ...attributes, ...(family === undefined ? {} : { "font-family": family }) },
    children: (node.children ?? []).map((child) =>
      typeof child === "string" ? child : plainSvg(child),
    ),
  };
}
