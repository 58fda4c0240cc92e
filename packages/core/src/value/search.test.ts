import fc from "fast-check";
import { edgeBetween, peakBetween } from "./search.ts";

const place = fc.double({ min: -1e3, max: 1e3, noNaN: true });

describe("places that are looked for", () => {
  it("an edge is found to the last digit, on its far side", () => {
    fc.assert(
      fc.property(place, fc.double({ min: 0, max: 10, noNaN: true }), (edge, more) => {
        const found = edgeBetween((at) => at < edge, edge - 1 - more, edge + 1 + more, 1100);
        expect(found).toBe(edge);
      }),
    );
  });

  it("the other way round too, and with few rounds as near as they halve", () => {
    expect(edgeBetween((at) => at > 0.3, 1, 0, 1100)).toBe(0.3);
    expect(Math.abs(edgeBetween((at) => at < 0.3, 0, 1, 10) - 0.3)).toBeLessThan(2 ** -10);
  });

  it("a peak is found with where it is", () => {
    fc.assert(
      fc.property(fc.double({ min: -0.9, max: 0.9, noNaN: true }), (top) => {
        const peak = peakBetween((at) => 3 - (at - top) ** 2, -1, 1, 50);
        expect(peak.value).toBeCloseTo(3, 12);
        expect(Math.abs(peak.at - top)).toBeLessThan(1e-6);
      }),
    );
  });
});
