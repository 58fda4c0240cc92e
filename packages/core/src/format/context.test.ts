import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { handoffContext } from "./context.ts";
import { handoffCss } from "./css/css.ts";
import { sceneRules } from "./css/sceneRules.ts";

const study = () =>
  kiosk({
    figures: [figure("pass"), figure("lamp")],
    sequence: [
      tween(
        "drops",
        0,
        ["pass", "lamp"],
        [{ channel: "y", keys: [key(0, 0, bezier(0.2, 0.8, 0.3, 1.4)), key(400, 180)] }],
      ),
    ],
  });

describe("what formats need of a study", () => {
  it("is made once for a study, and for another one anew", () => {
    const one = study();
    const context = handoffContext(one);
    expect(handoffContext(one)).toBe(context);
    expect(context.motion).toBe(context.motion);
    // Without shakes nothing is calmed.
    expect(context.calm).toBe(context.motion);
    expect(handoffContext(study())).not.toBe(context);
    let made = 0;
    const make = () => ++made;
    expect([context.once("count", make), context.once("count", make)]).toEqual([1, 1]);
    expect(context.once("other count", make)).toBe(2);
  });

  it("has its rules made once for all that is written of them alike", () => {
    const one = study();
    const rules = sceneRules(one);
    expect(sceneRules(one, { within: 0.1, selectors: {} })).toBe(rules);
    expect(handoffCss(one, { reduced: "end" }).rules).toBe(rules.rules);
    for (const other of [
      { within: 1 },
      { figures: new Set(["pass"]) },
      { selectors: { pass: ".card" } },
      { lacking: "bezier" },
      { fallbacks: true },
      { motionOnly: "leaving" },
    ] as const)
      expect(sceneRules(one, other)).not.toBe(rules);
    const both = sceneRules(one, { figures: new Set(["pass", "lamp"]) });
    expect(sceneRules(one, { figures: new Set(["lamp", "pass"]) })).toBe(both);
  });

  it("is not touched by what was written before", () => {
    const [one, other] = [study(), study()];
    for (const reduced of ["end", "rest", "fade"] as const) handoffCss(one, { reduced });
    handoffCss(one, { begins: { when: "hover", on: ".scene" }, fallbacks: true });
    expect(handoffCss(one).text).toBe(handoffCss(other).text);
  });
});
