import { checkCurve, compileCurve, printCurve } from "../../curve/index.ts";
import { readCurveOf } from "../../testing/index.ts";
import { conversionOf, DEFAULT_CONVERSION, readCurveText, readDrawing } from "../index.ts";

const drawings = (text: string) => {
  const read = readDrawing(text);
  if (!read.ok) throw new Error(read.faults.map((fault) => fault.message).join(" "));
  return read.value;
};
const only = (text: string) => {
  const [first, more] = drawings(text);
  if (!first || more) throw new Error("not one drawing");
  return first;
};

describe("curves from drawings", () => {
  it("turn y round and fill the square", () => {
    const { curve, tangled } = only("M 20 180 C 60 180 80 20 120 20");
    expect(tangled).toBe(false);
    expect(printCurve(curve)).toBe('path("M 0 0 C 0.4 0 0.6 1 1 1")');
    expect(checkCurve(curve, "")).toEqual([]);
  });

  it("take the highest point as 1 where both ends have one height", () => {
    const { curve } = only("M 0 100 Q 50 0 100 100");
    // The top of the quadratic is halfway to its control point.
    expect(compileCurve(curve).value(0.5)).toBeCloseTo(1, 9);
    expect(compileCurve(curve).value(1)).toBe(0);
  });

  it("come back as they left for a drawing", () => {
    for (const text of [
      "back(out)",
      "ease",
      'path("M 0 0 C 0.1 0 0.3 1.2 0.5 1.1 L 0.8 0.9 L 1 1")',
    ]) {
      const { text: data, error } = conversionOf("svg")?.convert(
        readCurveOf(text),
        DEFAULT_CONVERSION,
      ) ?? { text: "", error: 1 };
      expect(data).toMatch(/^M 0 100 C .* 100 0$/);
      const [one, other] = [
        compileCurve(readCurveOf(text)).value,
        compileCurve(only(data).curve).value,
      ];
      for (let i = 0; i <= 20; i++)
        expect(Math.abs(one(i / 20) - other(i / 20))).toBeLessThan(error + 1e-4);
    }
  });

  it("read a line drawn from right to left the other way round", () => {
    expect(printCurve(only("M 100 0 L 40 80 L 0 100").curve)).toBe(
      printCurve(only("M 0 100 L 40 80 L 100 0").curve),
    );
  });

  it("search a whole document, apply its transforms and leave out what is not drawn", () => {
    const found = drawings(`<?xml version="1.0"?>
      <svg viewBox="0 0 100 100"><defs><path id="hidden" d="M0 0 L9 9"/></defs>
        <g transform="translate(10 10)"><g transform="rotate(90)">
          <path id="gangway" d="M 0 0 L 10 -50 L 40 -100"/></g></g>
        <polyline points="0,10 5,2 10,0"/>
        <line x1="0" y1="5" x2="8" y2="0"/>
        <polygon points="0,10 5,5 10,0"/>
      </svg>`);
    expect(found.map((each) => each.name)).toEqual(["gangway", "path 2", "path 3", "path 4"]);
    // Turned by 90 degrees, (10, −50) is (50, 10): half the time, a quarter of the way.
    expect(compileCurve(found[0]?.curve ?? { kind: "linear" }).value(0.5)).toBeCloseTo(0.25, 9);
    expect(compileCurve(found[1]?.curve ?? { kind: "linear" }).value(0.5)).toBeCloseTo(0.8, 9);
    // The line that closes the polygon is no part of the motion.
    expect(compileCurve(found[3]?.curve ?? { kind: "linear" }).value(0.5)).toBeCloseTo(0.5, 9);
  });

  it("say that a path runs back instead of taking it silently", () => {
    const { curve, tangled } = only("M 0 100 L 60 40 L 40 30 L 100 0");
    expect(tangled).toBe(true);
    expect(checkCurve(curve, "")[0]?.message).toContain("from 40 % to 60 %");
  });

  it("split a path at its moves", () => {
    expect(drawings("M0 9 L9 0 M20 9 L40 0").map((each) => each.name)).toEqual([
      "path, part 1",
      "path, part 2",
    ]);
  });

  it.each([
    ["<svg><circle r='4'/></svg>", "no path"],
    ["M 5 0 L 5 100", "same place"],
    ["M 0 0 L 1 bad", "cannot be read"],
    ["<svg><path d='L 3 4'/></svg>", "cannot be read"],
    ["M 0 0", "draws nothing"],
    ["M 0 0 L 1e999 1", "cannot be read|too large"],
  ])("refuse %s", (text, message) => {
    const read = readDrawing(text);
    expect(read.ok ? "taken" : read.faults[0]?.message).toMatch(new RegExp(message));
  });

  it("take nothing but lines from a hostile document", () => {
    const found = drawings(`<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">
        <!ENTITY file SYSTEM "file:///etc/passwd">]>
      <svg onload="globalThis.hacked = 1"><script>globalThis.hacked = 2</script>
      <image href="http://example.invalid/x.png"/><use href="http://example.invalid/y.svg#z"/>
      <foreignObject><iframe src="javascript:globalThis.hacked = 3"/></foreignObject>
      <path id="&b;&file;" d="M0 9 L9 0" onclick="globalThis.hacked = 4"/></svg>`);
    expect(found).toHaveLength(1);
    expect(JSON.stringify(found)).not.toMatch(/hacked|example|passwd/);
    expect("hacked" in globalThis).toBe(false);
  });
});

describe("whatever is pasted", () => {
  it.each([
    ["ease-in", "ease-in"],
    ["transition-timing-function: cubic-bezier(0.2, 0, 0, 1);", "cubic-bezier(0.2, 0, 0, 1)"],
    ["  spring(overshoot: 12%, settle: 600ms)\n", "spring(overshoot: 12%, settle: 600ms)"],
    ["M0,10L10,0", 'path("M 0 0 L 1 1")'],
    ['<path d="M0 10 L10 0"/>', 'path("M 0 0 L 1 1")'],
  ])("is read: %s", (text, printed) => {
    const read = readCurveText(text);
    expect(read.ok && read.value.map(({ curve }) => printCurve(curve))).toEqual([printed]);
  });

  it("keeps the place of a fault in what was pasted", () => {
    const read = readCurveText("  easing: cubic-bezier(2, 0, 0, 1);");
    expect(read.ok ? undefined : read.faults[0]?.at).toBe(23);
  });
});
