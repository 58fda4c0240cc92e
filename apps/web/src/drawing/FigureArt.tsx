import { type ArtNode, cardArt, figureArt } from "@levitas/core/art";
import type { CardFace, Figure } from "@levitas/core/study";
import { type CSSProperties, createElement, memo, type ReactNode } from "react";

/** What a figure looks like, filling its box. Its color channel arrives as `currentColor`. */
export const FigureArt = memo(function FigureArt({ figure }: { figure: Figure }): ReactNode {
  const art = figureArt(figure);
  return art ? drawn(art) : null;
});

/** One face of a card. */
export const CardArt = memo(function CardArt({ face }: { face: CardFace }): ReactNode {
  return drawn(cardArt(face));
});

/** Art as elements. Its parts have no names: their order is what they are. */
function drawn(node: ArtNode, key?: number): ReactNode {
  if (typeof node === "string") return node;
  const { tag, attributes = {}, style = {}, children = [] } = node;
  return createElement(
    tag,
    { ...renamed(attributes), style: renamed(style) as CSSProperties, key },
    ...children.map(drawn),
  );
}

/** Names as React has them: `stroke-width` is `strokeWidth`, but `aria-hidden` is what it is. */
function renamed(values: Readonly<Record<string, string | number>>) {
  return Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name.startsWith("aria-") ? name : name.replace(/-(\w)/g, (_, letter) => letter.toUpperCase()),
      value,
    ]),
  );
}
