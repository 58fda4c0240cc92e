import { htmlText } from "../../art/index.ts";
import type { Study } from "../../study/index.ts";

/**
 * A scene of plain shapes as a file of SVG.
 *
 * @param size in pixels, where it is not that of the scene
 */
export function shapesSvg(
  { name, scene }: Study,
  body: string,
  size?: { readonly width: number; readonly height: number },
): string {
  const { width, height, background } = scene;
  const shown = size ?? scene;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${shown.width}" height="${shown.height}" viewBox="0 0 ${width} ${height}"${size ? ' preserveAspectRatio="none"' : ""}>
<title>${htmlText(name)}</title>
<rect width="100%" height="100%" fill="${htmlText(background)}"/>
${body}
</svg>
`;
}
