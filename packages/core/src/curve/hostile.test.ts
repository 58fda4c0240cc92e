import fc from "fast-check";
import { readCurveText } from "../format/index.ts";
import { anyCurve, cases } from "../testing/index.ts";
import { checkCurve, parseCurve, printCurve } from "./index.ts";

const RUNS = cases(800, 10_000);

/** Reads a text that may be anything: a sound curve, or a fault with a place in the text and a cure. */
function outcome(text: string): void {
  for (const read of [parseCurve(text), readCurveText(text)]) {
    if (read.ok) continue;
    expect(read.faults.length).toBeGreaterThan(0);
    for (const fault of read.faults) {
      expect(fault.at).toBeGreaterThanOrEqual(0);
      expect(fault.at).toBeLessThanOrEqual(text.length);
      expect(fault.message).not.toBe("");
      expect(fault.cure).not.toBe("");
    }
  }
  const curve = parseCurve(text);
  if (curve.ok) expect(checkCurve(curve.value, "")).toEqual([]);
}

const PIECES = [
  "(",
  ")",
  ",",
  "%",
  "-",
  "e9",
  "1e400",
  " ",
  '"',
  "path(",
  "spring(",
  "M",
  "calc(",
  "NaN",
  "∞",
  "\\",
  "/*",
  "\u0000",
  "ms",
  ":",
  "in-out",
  "linear(",
];

describe("hostile text", () => {
  it("never crashes and always says where it is wrong", () => {
    fc.assert(fc.property(fc.string({ maxLength: 200, unit: "binary" }), outcome), {
      numRuns: RUNS,
    });
  });

  it("nor do mutations of good text", () => {
    const cut = fc.nat(400);
    fc.assert(
      fc.property(anyCurve, cut, fc.nat(6), fc.constantFrom(...PIECES), (curve, at, gone, put) => {
        const text = printCurve(curve);
        const place = at % (text.length + 1);
        outcome(text.slice(0, place) + put + text.slice(place + gone));
      }),
      { numRuns: RUNS },
    );
  });

  it.each([
    ["brackets nested deep", "(".repeat(100_000)],
    ["functions nested deep", `${"calc(".repeat(50_000)}1${")".repeat(50_000)}`],
    ["a curve of a megabyte", `linear(${"0.5, ".repeat(200_000)}1)`],
    ["a path of a megabyte", `path("M 0 0 ${"L 0.5 0.5 ".repeat(100_000)}L 1 1")`],
    ["bare path data of a megabyte", `M 0 0 ${"L 5 5 ".repeat(160_000)}L 9 9`],
    ["an SVG of elements without end", `<svg>${"<g>".repeat(200_000)}<path d="M0 9 L9 0"/>`],
    ["an unclosed string", `path("${"M 0 0 ".repeat(1000)}`],
    ["comments", `/*${"*".repeat(100_000)}`],
  ])("refuses or takes %s", (_, text) => {
    outcome(text);
  });

  it("brackets around a long text cost no more than the text", () => {
    const inside = "<path d='M0 0L9 9'/>".repeat(2500);
    const quickest = (depth: number) => {
      const text = "st(".repeat(depth) + inside;
      const times = Array.from({ length: 5 }, () => {
        const from = performance.now();
        outcome(text);
        return performance.now() - from;
      });
      return Math.min(...times);
    };
    expect(quickest(30) / quickest(2)).toBeLessThan(2.5);
  });
});
