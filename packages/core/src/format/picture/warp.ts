import { invertMatrix, type Matrix, mapPoint } from "../../motion/index.ts";

/** Pixels with the place of their first corner: 8-bit RGBA with colors multiplied by alpha, row by row. */
export interface Patch {
  readonly pixels: Uint8Array<ArrayBuffer>;
  /** In pixels. */
  readonly width: number;
  readonly height: number;
  /** Of the top left corner, px of the scene. */
  readonly left: number;
  readonly top: number;
  /** Pixels for one px of the scene. */
  readonly scale: number;
}

/** More pixels than this a patch has in neither direction: what comes near to the eye grows without end. */
const MOST = 4096;

/**
 * Draws a flat patch as it is seen through a matrix, in perspective. Undefined where it is seen edge on.
 *
 * Each pixel is looked up in the patch, between its four nearest pixels; a patch of twice the scale is therefore
 * smoothed as it is reduced.
 *
 * @param scale pixels for one px of the scene in what is answered
 */
export function warp(source: Patch, matrix: Matrix, scale: number): Patch | undefined {
  const back = invertMatrix(matrix);
  if (!back || source.width === 0 || source.height === 0) return undefined;
  const right = source.left + source.width / source.scale;
  const bottom = source.top + source.height / source.scale;
  const corners = [
    mapPoint(matrix, source.left, source.top),
    mapPoint(matrix, right, source.top),
    mapPoint(matrix, right, bottom),
    mapPoint(matrix, source.left, bottom),
  ];
  const xs = corners.map(([x]) => x * scale);
  const ys = corners.map(([, y]) => y * scale);
  const [left, top] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
  const width = Math.min(Math.ceil(Math.max(...xs)) - left, MOST);
  const height = Math.min(Math.ceil(Math.max(...ys)) - top, MOST);
  if (width <= 0 || height <= 0) return undefined;
  const pixels = new Uint8Array(width * height * 4);
  const [a, b, c, d, e, f, g, h, i] = back;
  for (let row = 0; row < height; row++)
    for (let column = 0; column < width; column++) {
      const x = (left + column + 0.5) / scale;
      const y = (top + row + 0.5) / scale;
      const w = g * x + h * y + i;
      // What lies behind the eye is not seen.
      if (w <= 0) continue;
      const u = ((a * x + b * y + c) / w - source.left) * source.scale - 0.5;
      const v = ((d * x + e * y + f) / w - source.top) * source.scale - 0.5;
      look(source, u, v, pixels, (row * width + column) * 4);
    }
  return { pixels, width, height, left: left / scale, top: top / scale, scale };
}

/** Writes what a patch shows at a place between its pixels; beside it, it shows nothing. */
function look(
  { pixels, width, height }: Patch,
  u: number,
  v: number,
  out: Uint8Array,
  to: number,
): void {
  const [x, y] = [Math.floor(u), Math.floor(v)];
  if (x < -1 || y < -1 || x >= width || y >= height) return;
  const [fx, fy] = [u - x, v - y];
  for (let part = 0; part < 4; part++) {
    let sum = 0;
    for (let corner = 0; corner < 4; corner++) {
      const [dx, dy] = [corner & 1, corner >> 1];
      const [column, row] = [x + dx, y + dy];
      if (column < 0 || row < 0 || column >= width || row >= height) continue;
      const weight = (dx ? fx : 1 - fx) * (dy ? fy : 1 - fy);
      sum += weight * (pixels[(row * width + column) * 4 + part] as number);
    }
    out[to + part] = Math.round(sum);
  }
}
