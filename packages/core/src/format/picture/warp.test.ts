import { depthMatrix, type Matrix, mapPoint } from "../../motion/index.ts";
import { type Patch, warp } from "./warp.ts";

/** A patch of one color with one dot of another. */
function patch(size: number, dot: readonly [number, number]): Patch {
  const pixels = new Uint8Array(size * size * 4);
  for (let i = 0; i < pixels.length; i += 4) pixels.set([200, 100, 50, 255], i);
  pixels.set([0, 0, 255, 255], (dot[1] * size + dot[0]) * 4);
  return { pixels, width: size, height: size, left: -size / 2, top: -size / 2, scale: 1 };
}

const at = ({ pixels, width }: Patch, x: number, y: number) => [
  ...pixels.subarray((y * width + x) * 4, (y * width + x) * 4 + 4),
];

describe("warp", () => {
  it("leaves a patch that lies flat as it is", () => {
    const source = patch(8, [2, 5]);
    const same: Matrix = [1, 0, 0, 0, 1, 0, 0, 0, 1];
    expect(warp(source, same, 1)).toEqual(source);
  });

  it("puts each place where the matrix does, in perspective", () => {
    const source = patch(64, [50, 12]);
    const matrix = depthMatrix(0, 40, 0, 200);
    const found = warp(source, matrix, 4);
    if (!found) throw new Error("Nothing is seen.");
    // The middle of the dot's pixel, in px of the scene.
    const [x, y] = mapPoint(matrix, 50.5 - 32, 12.5 - 32);
    const [column, row] = [
      Math.floor((x - found.left) * found.scale),
      Math.floor((y - found.top) * found.scale),
    ];
    const [red = 0, , blue = 0] = at(found, column, row);
    expect(blue).toBeGreaterThan(200);
    expect(red).toBeLessThan(60);
    // Far from it, nothing of it.
    expect(at(found, Math.floor((0 - found.left) * 4), Math.floor((0 - found.top) * 4))).toEqual([
      200, 100, 50, 255,
    ]);
  });

  it("makes the half that turns toward the eye higher, as high as the matrix says", () => {
    const found = warp(patch(64, [0, 0]), depthMatrix(0, 40, 0, 200), 1);
    if (!found) throw new Error("Nothing is seen.");
    const height = (column: number) => {
      let count = 0;
      for (let row = 0; row < found.height; row++)
        if ((at(found, column, row)[3] as number) > 127) count++;
      return count;
    };
    const [, topLeft] = mapPoint(depthMatrix(0, 40, 0, 200), -32, -32);
    const [, topRight] = mapPoint(depthMatrix(0, 40, 0, 200), 32, -32);
    expect(Math.abs(height(1) - 2 * -topLeft)).toBeLessThanOrEqual(2);
    expect(Math.abs(height(found.width - 2) - 2 * -topRight)).toBeLessThanOrEqual(2);
  });

  it("shows nothing of what is seen edge on", () => {
    expect(warp(patch(8, [0, 0]), depthMatrix(0, 90, 0, 1e12), 1)).toBeUndefined();
  });
});
