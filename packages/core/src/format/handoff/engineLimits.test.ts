import { compileStudy } from "../../motion/index.ts";
import { bezier, figure, key, kiosk, tween } from "../../testing/index.ts";
import { engineLimits } from "./engineLimits.ts";
import { initialSettings } from "./settings.ts";
import { stillFormat } from "./stillFormat.ts";
import { stillWriter } from "./stillWriter.ts";
import { svgFormat } from "./svgFormat.ts";
import { svgWriter } from "./svgWriter.ts";
import { tokensWriter } from "./tokensWriter.ts";

/** A float that gets wider while it is turned. */
const wide = (more: Parameters<typeof figure>[1], rotates = true) =>
  kiosk({
    figures: [figure("float", more)],
    sequence: [
      tween("widen", 0, "float", [
        { channel: "width", keys: [key(0, 20), key(400, 90)] },
        ...(rotates ? [{ channel: "rotate" as const, keys: [key(0, 0), key(400, 40)] }] : []),
      ]),
    ],
  });
const limitsOf = (...args: Parameters<typeof wide>) => engineLimits(compileStudy(wide(...args)));

describe("what one engine does less exactly", () => {
  it("is said of what changes its size and turns about its middle, and of nothing else", () => {
    expect(limitsOf({})[0]?.what).toMatch(/WebKit.*float can be about a px off/);
    expect(limitsOf({ pivot: { x: 0, y: 0 } })).toEqual([]);
    expect(limitsOf({}, false)).toEqual([]);
    expect(limitsOf({ rest: { scaleX: 2 } }, false)).toHaveLength(1);
  });

  it("is not said of SMIL, which writes its pivots itself, and whose clock is coarse in Firefox", () => {
    const settings = { ...initialSettings(svgFormat, wide({})), moves: "smil" };
    const said = svgWriter.limits?.(wide({}), settings).map(({ what }) => what) ?? [];
    expect(said.some((what) => what.includes("WebKit"))).toBe(false);
    expect(said.some((what) => what.includes("whole milliseconds"))).toBe(true);
  });

  it("is said of figures that are HTML inside of an SVG, and not of plain shapes", () => {
    const said = (moves: string) =>
      JSON.stringify(
        svgWriter.limits?.(wide({}), { ...initialSettings(svgFormat, wide({})), moves }),
      );
    expect(said("css")).toContain("foreignObject");
    expect(said("smil")).not.toContain("foreignObject");
    const still = (as: string) =>
      JSON.stringify(
        stillWriter.limits?.(wide({}), { ...initialSettings(stillFormat, wide({})), as }) ?? [],
      );
    expect(still("svg")).toContain("foreignObject");
    expect(still("png")).not.toContain("foreignObject");
  });

  it("is said of what turns a hundred times in SMIL, and not of what turns once", () => {
    const turning = (to: number) =>
      kiosk({
        figures: [figure("float")],
        sequence: [
          tween("spin", 0, "float", [{ channel: "rotate", keys: [key(0, 0), key(3000, to)] }]),
        ],
      });
    const said = (to: number) =>
      JSON.stringify(
        svgWriter.limits?.(turning(to), {
          ...initialSettings(svgFormat, turning(to)),
          moves: "smil",
        }),
      );
    expect(said(36_000)).toMatch(/float turns so often/);
    expect(said(360)).not.toContain("so often");
  });

  it("is said of durations in tokens, which older builders do not know", () => {
    const eased = kiosk({
      figures: [figure("float")],
      sequence: [
        tween("rise", 0, "float", [
          { channel: "y", keys: [{ ...key(0, 0), curve: bezier(0.3, 0, 0.2, 1) }, key(400, 90)] },
        ]),
      ],
    });
    expect(JSON.stringify(tokensWriter.limits?.(eased, {}))).toContain("[object Object]");
    // Without a curve there is no duration in it either.
    expect(tokensWriter.limits?.(wide({}), {})).toEqual([]);
  });
});
