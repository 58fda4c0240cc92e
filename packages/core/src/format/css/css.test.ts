import type { Curve } from "../../curve/index.ts";
import { bezier, figure, key, kiosk, tween } from "../../testing/index.ts";
import { handoffCss } from "../index.ts";

// That a browser shows what motion.at says is tested in e2e/handoff.test.ts; here, how it is said.
describe("the CSS hand-off", () => {
  it("animates the property itself where channels go in step", () => {
    const { text, classOf } = handoffCss(
      kiosk({
        figures: [figure("p", { name: "Boarding pass", rest: { x: 1, y: 2 } })],
        sequence: [
          tween("t", 50, "p", [
            { channel: "x", keys: [key(0, 0, bezier(1 / 3, 0, 0.2, 1.5)), key(100, 10)] },
            { channel: "y", keys: [key(0, 5, bezier(1 / 3, 0, 0.2, 1.5)), key(100, 20)] },
          ]),
        ],
      }),
    );
    expect(classOf).toEqual({ p: "boarding-pass" });
    expect(text).toContain("boarding-pass-translate 100ms linear 50ms forwards");
    expect(text).toContain(
      "0% { translate: 0px 5px; animation-timing-function: cubic-bezier(0.333333, 0, 0.2, 1.5); }",
    );
    expect(text).not.toContain("@property");
  });

  it("takes registered custom properties where they do not", () => {
    const { text } = handoffCss(
      kiosk({
        sequence: [
          tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 0), key(100, 10)] }]),
          tween("u", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(70, 10)] }]),
        ],
      }),
    );
    expect(text).toContain('@property --pass-x {\n  syntax: "<length>";');
    expect(text).toContain("translate: var(--pass-x) var(--pass-y);");
  });

  it("leaves out what an element has anyway", () => {
    const { text } = handoffCss(
      kiosk({ figures: [figure("tray", { rest: { x: 5, opacity: 1 } })] }),
    );
    expect(text).toContain("translate: 5px 0px;");
    expect(text).toContain("color: #3F5E8C;");
    expect(text).not.toMatch(/rotate|scale|opacity|border-radius/);
  });

  it("gives every figure a class of its own, also where names are alike, odd or empty of letters", () => {
    const figures = ["Gate 4", "gate-4", "4th gate", "***", "Épave"].map((name, i) =>
      figure(`f${i}`, { name }),
    );
    expect(Object.values(handoffCss(kiosk({ figures })).classOf)).toEqual([
      "gate-4",
      "gate-4-2",
      "figure-4th-gate",
      "figure",
      "e-pave",
    ]);
  });

  it("jumps a hair before an animation ends, which engines may never quite come to", () => {
    const steps = { kind: "steps", count: 3, position: "jump-end" } as const;
    const written = (curve: Curve) =>
      handoffCss(
        kiosk({
          sequence: [
            tween("fare", 640, "pass", [
              { channel: "opacity", keys: [key(0, 0, curve), key(1650, 0.9)] },
            ]),
          ],
        }),
      ).text;
    expect(written(steps)).toMatch(/99\.9999% \{ opacity: 0\.9; \}\s+100% \{ opacity: 0\.9; \}/);
    expect(written({ kind: "linear" })).not.toContain("99.9999%");
    // At its start it jumps when it begins: nothing is left to its end.
    expect(written({ ...steps, position: "jump-start" })).not.toContain("99.9999%");
  });

  it("cannot be broken out of by a name", () => {
    const { text } = handoffCss(kiosk({ name: "*/ body { display: none } /*" }));
    expect(text.indexOf("*/")).toBe(text.lastIndexOf("*/", text.indexOf("\n")));
  });
});
