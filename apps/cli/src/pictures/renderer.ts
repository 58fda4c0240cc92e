import { readFile } from "node:fs/promises";
import { createRequire } from "node:module";
import { type Patch, shapesWriter, type Turned, warp } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { initWasm, Resvg } from "@resvg/resvg-wasm";
import { PNG } from "pngjs";
import { FAMILIES, type PictureFonts } from "./typefaces.ts";

const { resolve } = createRequire(import.meta.url);
/** What is turned is drawn with more pixels than it is seen with, and smoothed as it is seen in perspective. */
const FINER = 2;
/** More pixels than this what is turned has in neither direction. */
const MOST = 2048;
/** Around what is turned, so that its edges are smoothed against nothing, px. */
const EDGE = 1;

let ready: Promise<void> | undefined;

/** Draws a study at one moment after another: 8-bit RGBA, row by row, in memory of its own. */
export async function frameRenderer(
  study: Study,
  {
    background,
    width,
    height,
    figures,
  }: {
    readonly background: boolean;
    readonly width: number;
    readonly height: number;
    /** Ids of the figures that are drawn; all if absent. */
    readonly figures?: ReadonlySet<string> | undefined;
  },
  { files, weights }: PictureFonts,
): Promise<(time: number) => Uint8ClampedArray<ArrayBuffer>> {
  ready ??= readFile(resolve("@resvg/resvg-wasm/index_bg.wasm")).then((bytes) => initWasm(bytes));
  await ready;
  const font = {
    ...{ fontBuffers: [...files], loadSystemFonts: false },
    ...{ sansSerifFamily: FAMILIES.sans, monospaceFamily: FAMILIES.mono },
    defaultFontFamily: FAMILIES.sans,
  };
  const inHundreds = (svg: string) =>
    svg.replace(
      / font-weight="(\d+)"/g,
      (_, weight) => ` font-weight="${weights.get(Number(weight)) ?? weight}"`,
    );
  const use = <T>(svg: string, answer: (drawing: InstanceType<typeof Resvg>) => T): T => {
    const drawing = new Resvg(inHundreds(svg), { font });
    try {
      return answer(drawing);
    } finally {
      drawing.free();
    }
  };
  const render = (svg: string) =>
    use(svg, (drawing) => {
      const image = drawing.render();
      const { width, height } = image;
      const pixels = new Uint8Array(image.pixels);
      image.free();
      return { pixels, width, height };
    });
  const scale = Math.max(width / study.scene.width, height / study.scene.height);

  const drawTurned = ({ content, matrix, scale: enlarged, margin }: Turned): string => {
    const box = use(svgOf(content, [0, 0, 1, 1], 1, 1), (drawing) => drawing.getBBox());
    if (!box) return "";
    const around = EDGE + margin;
    const [left, top] = [box.x - around, box.y - around];
    const size = [box.width + 2 * around, box.height + 2 * around] as const;
    const seen = Math.min(scale * enlarged, MOST / Math.max(...size));
    const finer = Math.min(seen * FINER, MOST / Math.max(...size));
    const drawn = render(
      svgOf(content, [left, top, ...size], Math.ceil(size[0] * finer), Math.ceil(size[1] * finer)),
    );
    const found = warp({ ...drawn, left, top, scale: finer }, matrix, seen);
    return found ? imageOf(found) : "";
  };
  const svgAt = shapesWriter(study, { background, width, height, figures, drawTurned });
  return (time) => apart(render(svgAt(time)).pixels);
}

function svgOf(content: string, view: readonly number[], width: number, height: number): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="${view.join(" ")}" preserveAspectRatio="none">${content}</svg>`;
}

/** A patch as an element of SVG. */
function imageOf({ pixels, width, height, left, top, scale }: Patch): string {
  const png = new PNG({ width, height });
  png.data = Buffer.from(apart(pixels));
  const bytes = PNG.sync.write(png, { deflateLevel: 1, filterType: 0 });
  return `<image x="${left}" y="${top}" width="${width / scale}" height="${height / scale}" preserveAspectRatio="none" href="data:image/png;base64,${bytes.toString("base64")}"/>`;
}

/** Colors that were multiplied by their alpha, as files have them: by themselves. In place. */
function apart(pixels: Uint8Array<ArrayBuffer>): Uint8ClampedArray<ArrayBuffer> {
  for (let i = 0; i < pixels.length; i += 4) {
    const alpha = pixels[i + 3] as number;
    if (alpha === 0 || alpha === 255) continue;
    for (let part = 0; part < 3; part++)
      pixels[i + part] = Math.min(255, Math.round(((pixels[i + part] as number) * 255) / alpha));
  }
  return new Uint8ClampedArray(pixels.buffer, pixels.byteOffset, pixels.length);
}
