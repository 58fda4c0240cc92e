import { artHtml, cardArt, figureArt, htmlText, xmlText } from "../../art/index.ts";
import type { Study } from "../../study/index.ts";
import { type Drawn, drawnOf } from "../drawn.ts";

/** A way to scroll, along which the scene stays where it is. */
export const SCROLL_CSS = `body { min-height: 400vh; }\n[data-scene] { position: sticky !important; top: 0; }`;

/**
 * The figures of a study as HTML, nested as they are, each with its class: what the CSS of a hand-off is put on.
 *
 * @param drawn which figures; all if absent
 * @param styleOf declarations by selector, to be written on the elements themselves
 */
export function figureMarkup(
  study: Study,
  classOf: Readonly<Record<string, string>>,
  {
    drawn = drawnOf(study),
    styleOf = {},
  }: { drawn?: Drawn; styleOf?: Readonly<Record<string, string>> } = {},
): string {
  const styled = (selector: string, more: string) => {
    const style = [styleOf[selector], more].filter(Boolean).join(" ");
    return style === "" ? "" : ` style="${htmlText(style)}"`;
  };
  const branch = (parent: string | null): string =>
    study.figures
      .filter((figure) => figure.parent === parent && drawn.isThere(figure.id))
      .map((figure) => {
        const isShown = drawn.isShown(figure.id);
        const art = isShown ? figureArt(figure) : undefined;
        const front = `${art ? artHtml(art) : ""}${branch(figure.id)}`;
        const name = classOf[figure.id] ?? "";
        const face = (side: "front" | "back", content: string) =>
          `<div class="${side}"${styled(`.${name} > .${side}`, "border-radius:inherit")}>${content}</div>`;
        const { back, hidesOverflow } = figure.look;
        const inside = back
          ? `${face("front", front)}${face("back", isShown ? artHtml(cardArt(back)) : "")}`
          : front;
        const own = styled(`.${name}`, hidesOverflow ? "overflow:hidden" : "");
        return `<div class="${htmlText(name)}"${own}>${inside}</div>`;
      })
      .join("\n");
  return branch(null);
}

/** A page with a scene and nothing else, for CSS and figures to be put in. */
export function scenePage(
  { name, scene }: Study,
  { css, fonts = "", body }: { css: string; fonts?: string | undefined; body: string },
): string {
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${htmlText(name)}</title>
<style>
${styleText(fonts)}
html, body { margin: 0; }
[data-scene] { position: relative; overflow: hidden; width: ${scene.width}px; height: ${scene.height}px; background: ${styleText(scene.background)}; }
${styleText(css)}
</style>
</head>
<body>
${body}
</body>
</html>
`;
}

/** What the rules of one of several scenes in an SVG begin with. */
export const inScene = (index: number) => `[data-scene="${index}"] `;

/**
 * A scene as SVG: HTML inside of it, since figures are boxes with text. Nothing in it is asked for from elsewhere, so
 * that it plays as an image as well.
 *
 * @param bodies the figures; several are scenes below each other, told apart by `inScene`
 */
export function svgPage(
  { name, scene: { width, height, background } }: Study,
  {
    css,
    fonts = "",
    bodies,
  }: { css: string; fonts?: string | undefined; bodies: readonly string[] },
): string {
  const all = height * bodies.length;
  const scenes = bodies.map((body, i) => {
    const [top, which] =
      bodies.length > 1 ? [` y="${height * i}"`, ` data-scene="${i}"`] : ["", ""];
    return `<foreignObject${top} width="${width}" height="${height}"><div xmlns="http://www.w3.org/1999/xhtml"${which} style="position:relative;overflow:hidden;width:${width}px;height:${height}px">
${body}
</div></foreignObject>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${all}" viewBox="0 0 ${width} ${all}">
<title>${htmlText(name)}</title>
<style><![CDATA[
${cdataText(fonts)}
${cdataText(css)}
]]></style>
<rect width="100%" height="100%" fill="${htmlText(background)}"/>
${scenes.join("\n")}
</svg>
`;
}

/** CSS inside of CDATA, which ends at the first "]]>"; as an escape that letter is the same. */
const cdataText = (css: string) => xmlText(styleText(css)).replace(/\]\]>/g, "]]\\3e ");

/** CSS inside a style element, which ends at the first thing that looks like its end tag. */
export function styleText(css: string): string {
  return css.replace(/<(?=[/!])/g, "\\3c ");
}

/** A script inside a script element, which ends at the first thing that looks like its end tag: only comments can. */
export function scriptText(script: string): string {
  return script.replace(/<(?=[/!])/g, "< ");
}
