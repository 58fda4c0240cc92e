import { artHtml, cardArt, figureArt, htmlText } from "../../art/index.ts";
import type { Study } from "../../study/index.ts";

/**
 * The figures of a study as HTML, nested as they are, each with its class: what the CSS of a hand-off is put on.
 *
 * @param idOf an id for each element, by figure id, if they are to have one
 */
export function figureMarkup(study: Study, classOf: Readonly<Record<string, string>>): string {
  const branch = (parent: string | null): string =>
    study.figures
      .filter((figure) => figure.parent === parent)
      .map((figure) => {
        const art = figureArt(figure);
        const front = `${art ? artHtml(art) : ""}${branch(figure.id)}`;
        const clips = figure.look.hidesOverflow ? ' style="overflow:hidden"' : "";
        const inside = figure.look.back
          ? `<div class="front" style="border-radius:inherit">${front}</div><div class="back" style="border-radius:inherit">${artHtml(cardArt(figure.look.back))}</div>`
          : front;
        return `<div class="${htmlText(classOf[figure.id] ?? "")}"${clips}>${inside}</div>`;
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

/**
 * A scene as SVG: HTML inside of it, since figures are boxes with text. Nothing in it is asked for from elsewhere, so
 * that it plays as an image as well.
 */
export function svgPage(
  { name, scene: { width, height, background } }: Study,
  { css, fonts = "", body }: { css: string; fonts?: string | undefined; body: string },
): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">
<title>${htmlText(name)}</title>
<style><![CDATA[
${cdataText(fonts)}
${cdataText(css)}
]]></style>
<rect width="100%" height="100%" fill="${htmlText(background)}"/>
<foreignObject width="${width}" height="${height}"><div xmlns="http://www.w3.org/1999/xhtml" style="position:relative;overflow:hidden;width:${width}px;height:${height}px">
${body}
</div></foreignObject>
</svg>
`;
}

/** CSS inside of CDATA, which ends at the first "]]>"; as an escape that letter is the same. */
const cdataText = (css: string) => styleText(css).replace(/\]\]>/g, "]]\\3e ");

/** CSS inside a style element, which ends at the first thing that looks like its end tag. */
export function styleText(css: string): string {
  return css.replace(/<(?=[/!])/g, "\\3c ");
}
