import fc from "fast-check";
import { readKeptHandoff } from "./keptHandoff.ts";

describe("choices kept with a study", () => {
  it("are read as they were written", () => {
    const kept = {
      settings: { css: { begins: "hover", within: 0.2 }, study: { reduced: "end" } },
      figures: ["pass", "tray"],
      selectors: { pass: "#boarding > .pass" },
    };
    expect(readKeptHandoff(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
  });

  it("are what of them can be read", () => {
    const read = readKeptHandoff({
      settings: { css: { begins: ["hover"], within: Number.NaN, on: ".scene" }, page: 4 },
      figures: ["pass", 7],
      selectors: JSON.parse('{ "__proto__": ".x", "pass": 3, "tray": ".tray" }'),
    });
    expect(read).toEqual({
      ...{ settings: { css: { on: ".scene" } }, figures: ["pass"] },
      selectors: { tray: ".tray" },
    });
  });

  it("of anything at all are choices, and reading them again changes nothing", () => {
    fc.assert(
      fc.property(fc.jsonValue(), (value) => {
        const read = readKeptHandoff(value);
        expect(readKeptHandoff(JSON.parse(JSON.stringify(read)))).toEqual(read);
      }),
    );
  });
});
