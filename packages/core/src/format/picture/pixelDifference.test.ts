import { differenceWords, isNear, pixelDifference, worseDifference } from "./pixelDifference.ts";

const WIDTH = 96;
const gray = (value: number) =>
  Uint8ClampedArray.from({ length: WIDTH * 48 * 4 }, (_, i) => (i % 4 === 3 ? 255 : value));
const packed = (rgba: Uint8ClampedArray, every: number) => {
  const all = new Uint32Array(rgba.buffer);
  return Uint32Array.from(
    { length: Math.ceil(all.length / every) },
    (_, k) => all[k * every] as number,
  );
};

describe("the difference of a picture that was read again", () => {
  it.each([1, 7])("is the worst of its parts, which an average hides: every %i. pixel", (every) => {
    const drawn = gray(100);
    const read = gray(100);
    // A lamp of 24 by 24 px is 36 steps off.
    for (let y = 24; y < 48; y++)
      for (let x = 48; x < 72; x++) for (let c = 0; c < 3; c++) read[(y * WIDTH + x) * 4 + c] = 136;
    const found = pixelDifference(packed(drawn, every), read, {
      width: WIDTH,
      every,
      background: true,
    });
    expect(found.worst).toBeCloseTo(36, 9);
    expect(found.at).toEqual([60, 36]);
    expect(found.average).toBeCloseTo(36 / 8, 0);
    expect(differenceWords(found)).toMatch(
      /^colors 36.0\/255 off at the worst about 60, 36 px, 4\.\d\/255/,
    );
  });

  it("leaves out what is half transparent where there is no background, and sees what is missing", () => {
    const drawn = gray(100);
    for (let i = 3; i < drawn.length / 2; i += 4) drawn[i] = 128;
    const read = gray(100);
    const of = { width: WIDTH, every: 1, background: false };
    expect(pixelDifference(packed(drawn, 1), read, of).worst).toBe(0);
    for (let i = 3; i < drawn.length; i += 4) drawn[i] = 0;
    expect(pixelDifference(packed(drawn, 1), read, of).worst).toBe(255);
  });

  it("is taken for none as far as a kind of picture can be near, and no farther in one place", () => {
    const off = (average: number, worst: number) => ({ average, worst, at: [0, 0] as const });
    expect(isNear("gif", off(2, 36))).toBe(true);
    expect(isNear("gif", off(2, 60))).toBe(false);
    expect(isNear("gif", off(7, 20))).toBe(false);
    expect(isNear("apng", off(0.1, 3))).toBe(false);
  });

  it("is of several frames the worse", () => {
    const [a, b] = [
      { average: 1, worst: 9, at: [1, 2] as const },
      { average: 2, worst: 3, at: [5, 6] as const },
    ];
    expect(worseDifference(a, b)).toEqual({ average: 2, worst: 9, at: [1, 2] });
  });
});
