import fc from "fast-check";
import {
  ANGLE_ROUTES,
  angleDelta,
  isColor,
  printHexColor,
  readColor,
  readQuantity,
  readTypedTime,
  roundTo,
  writeShownColor,
} from "./index.ts";

const angle = fc.double({ min: -1080, max: 1080, noNaN: true });

describe("routes of angles", () => {
  it.each([
    [350, 10, 20, -340, 20, -340],
    [10, 350, -20, 340, 340, -20],
    [0, 90, 90, -270, 90, -270],
    [0, 180, 180, 180, 180, -180],
    [30, 30, 0, 0, 0, 0],
    [0, 720, 0, 0, 0, 0],
  ])("%d° to %d°", (from, to, shorter, longer, increasing, decreasing) => {
    expect(angleDelta(from, to, "shorter")).toBeCloseTo(shorter, 9);
    expect(angleDelta(from, to, "longer")).toBeCloseTo(longer, 9);
    expect(angleDelta(from, to, "increasing")).toBeCloseTo(increasing, 9);
    expect(angleDelta(from, to, "decreasing")).toBeCloseTo(decreasing, 9);
    expect(angleDelta(from, to, "none")).toBe(to - from);
  });

  it("all end at the same direction, and keep to their name", () => {
    fc.assert(
      fc.property(angle, angle, (from, to) => {
        for (const route of ANGLE_ROUTES) {
          const turns = (angleDelta(from, to, route) - (to - from)) / 360;
          expect(Math.abs(turns - Math.round(turns))).toBeLessThan(1e-9);
        }
        expect(Math.abs(angleDelta(from, to, "shorter"))).toBeLessThanOrEqual(180);
        expect(angleDelta(from, to, "increasing")).toBeGreaterThanOrEqual(0);
        expect(angleDelta(from, to, "decreasing")).toBeLessThanOrEqual(0);
      }),
    );
  });
});

describe("colors", () => {
  it("come back as they were, through either space", () => {
    const byte = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(
        byte,
        byte,
        byte,
        fc.constantFrom("oklab" as const, "srgb" as const),
        (r, g, b, space) => {
          const text =
            `#${[r, g, b].map((v) => v.toString(16).padStart(2, "0")).join("")}`.toUpperCase();
          const [c0, c1, c2, alpha] = readColor(text, space) ?? [0, 0, 0, 0];
          const out = new Float64Array(4);
          writeShownColor(c0, c1, c2, alpha, space, out, 0);
          expect(printHexColor(out, 0)).toBe(text);
        },
      ),
    );
  });

  it("are refused when they are none", () => {
    expect(
      ["red", "#12345", "rgb(1 2 3 / 0.5)", "oklab(0.5 0 0)", "spruce", "", "oklab(0.69"].map(
        isColor,
      ),
    ).toEqual([true, false, true, true, false, false, false]);
  });

  it("clip where they leave what a screen can show", () => {
    const out = new Float64Array(4);
    writeShownColor(1.4, 0.4, -0.4, 1.3, "oklab", out, 0);
    for (const part of out) expect(part >= 0 && part <= 1).toBe(true);
    expect(out[3]).toBe(1);
  });
});

describe("typed numbers", () => {
  it.each([
    ["120", "length", 120],
    ["60px + 2*30", "length", 120],
    ["120+5", "length", 125],
    ["120-5px", "length", 115],
    ["(3 + 4) * 2", "length", 14],
    ["−12.5", "length", -12.5],
    ["1/4turn", "angle", 90],
    ["45°", "angle", 45],
    ["1.2s", "time", 1200],
    ["1.2 s", "time", 1200],
    ["60 px + 2*30", "length", 120],
    ["3f", "time", 50],
    ["35%", "factor", 0.35],
    ["1e2", "factor", 100],
  ] as const)("%s", (text, kind, expected) => {
    const read = readQuantity(text, kind, 60);
    expect(read.ok && read.value).toBeCloseTo(expected, 9);
  });

  it.each([
    ["12kg", "length", "Units here: px."],
    ["50%", "length", "Units here: px."],
    ["twelve", "length", "Type a number"],
    ["", "time", "Type a number"],
    ["1/0", "factor", "Type a number"],
    ["4 *", "angle", "Type a number"],
  ] as const)("%j is refused with the cure", (text, kind, cure) => {
    const read = readQuantity(text, kind);
    expect(read.ok ? "" : read.faults[0]?.cure).toContain(cure);
  });
});

describe("rounding for labels", () => {
  it("rounds halves away from zero and has no negative zero", () => {
    expect([roundTo(2.5, 0), roundTo(-2.5, 0), roundTo(1.005e2, 1)]).toEqual([3, -3, 100.5]);
    expect(Object.is(roundTo(-0.0001, 2), 0)).toBe(true);
  });
});

describe("a typed time", () => {
  const from = 400;
  it.each([
    ["1.2s", 1200],
    ["10f", 1000 / 6],
    ["1417+300", 1717],
    ["+300", 700],
    ["+ 0.3 s", 700],
    ["-2f", 400 - 2000 / 60],
    ["−100", 300],
    ["*0.8", 320],
    ["×2", 800],
    ["/2", 200],
    ["*80%", 320],
    ["250", 250],
  ])("is as it is written, or relative to the one that was there: %s", (text, wanted) => {
    const read = readTypedTime(text, { unit: "ms", frameRate: 60, from });
    expect(read).toEqual({ ok: true, value: expect.closeTo(wanted, 9) });
  });

  it("counts a bare number in the unit that is shown", () => {
    const typed = (text: string, unit: "s" | "frames") =>
      readTypedTime(text, { unit, frameRate: 24, from });
    expect(typed("1.5", "s")).toEqual({ ok: true, value: 1500 });
    expect(typed("+1.5", "s")).toEqual({ ok: true, value: 1900 });
    expect(typed("12", "frames")).toEqual({ ok: true, value: 500 });
  });

  it.each(["-500", "-33f", "*", "+", "/0", "+soon"])("says why it cannot be: %s", (text) => {
    const read = readTypedTime(text, { unit: "ms", frameRate: 60, from });
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.faults[0]?.cure).toBeTruthy();
  });
});

describe("a percentage", () => {
  it.each(["50 %", "50%", "50", "25 + 25", "1/2 * 100%"])("is typed as it is shown: %s", (text) => {
    expect(readQuantity(text, "percent")).toEqual({ ok: true, value: 50 });
  });

  it("is a hundredth where a plain factor is typed, with a space too", () => {
    expect(readQuantity("35 %", "factor")).toEqual({ ok: true, value: 0.35 });
  });
});
