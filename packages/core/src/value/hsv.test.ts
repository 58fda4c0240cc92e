import fc from "fast-check";
import { printHsv, readHsv } from "./hsv.ts";

describe("colors of a picker", () => {
  // Reference values from the definition of HSV (A. R. Smith, 1978), worked out by hand.
  it.each([
    ["#FF0000", { hue: 0, saturation: 1, value: 1, alpha: 1 }],
    ["#00FF00", { hue: 120, saturation: 1, value: 1, alpha: 1 }],
    ["#000080", { hue: 240, saturation: 1, value: 128 / 255, alpha: 1 }],
    ["#808080", { hue: 0, saturation: 0, value: 128 / 255, alpha: 1 }],
    ["#BF404080", { hue: 0, saturation: 127 / 191, value: 191 / 255, alpha: 128 / 255 }],
  ])("%s", (text, expected) => {
    const found = readHsv(text);
    for (const part of ["hue", "saturation", "value", "alpha"] as const)
      expect(found?.[part]).toBeCloseTo(expected[part], 9);
    expect(printHsv(expected)).toBe(text);
  });

  it("come back as the same text for every color on 8 bits", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), (number) => {
        const text = `#${number.toString(16).padStart(6, "0").toUpperCase()}`;
        const hsv = readHsv(text);
        expect(hsv && printHsv(hsv)).toBe(text);
      }),
    );
  });

  it("are clipped to what a screen shows, and undefined for what is no color", () => {
    expect(readHsv("color(display-p3 0 1 0)")).toEqual({
      hue: 120,
      saturation: 1,
      value: 1,
      alpha: 1,
    });
    expect(readHsv("teal-ish")).toBeUndefined();
  });
});
