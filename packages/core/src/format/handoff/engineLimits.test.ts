import { compileStudy } from "../../motion/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { engineLimits } from "./engineLimits.ts";
import { initialSettings } from "./settings.ts";
import { svgFormat } from "./svgFormat.ts";

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
    const said = svgFormat.limits?.(wide({}), settings).map(({ what }) => what) ?? [];
    expect(said.some((what) => what.includes("WebKit"))).toBe(false);
    expect(said.some((what) => what.includes("whole milliseconds"))).toBe(true);
  });
});
