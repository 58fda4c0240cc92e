import { compileStudy } from "../../motion/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { handoffCss } from "../index.ts";
import { faceChanges } from "./cssFaces.ts";

// That a browser shows the same is tested in e2e/handoff.test.ts; here, how it is said.
describe("the CSS of what turns in depth", () => {
  const card = (more: object = {}) =>
    figure("pass", {
      name: "Pass",
      kind: "card",
      look: { title: "Heron Quay", back: { title: "Fair winds" } },
      ...more,
    });
  const over = (keys: readonly [number, number][], channel: "turnX" | "turnY" = "turnY") =>
    kiosk({
      figures: [card()],
      sequence: [tween("over", 100, "pass", [{ channel, keys: keys.map(([t, v]) => key(t, v)) }])],
    });

  it("is one transform, with the distance of the eye in it", () => {
    const { text } = handoffCss(
      over([
        [0, 0],
        [600, 180],
      ]),
    );
    expect(text).toContain(
      "0% { transform: perspective(900px) rotateX(0deg) rotateY(0deg) skewX(0deg); }",
    );
    expect(text).toContain(
      "100% { transform: perspective(900px) rotateX(0deg) rotateY(180deg) skewX(0deg); }",
    );
    const near = over([
      [0, 0],
      [600, 180],
    ]);
    expect(handoffCss({ ...near, scene: { ...near.scene, perspective: 400 } }).text).toContain(
      "perspective(400px)",
    );
  });

  it("says when each face of a card is seen", () => {
    const { text } = handoffCss(
      over([
        [0, 0],
        [600, 180],
      ]),
    );
    expect(text).toContain(".pass > .front {");
    expect(text).toContain(".pass > .back {");
    expect(text).toMatch(/@keyframes pass-back \{\n {2}0% \{ visibility: hidden; \}/);
    // Half way between 100 and 700 ms it is edge on.
    expect(text).toMatch(/@keyframes pass-back[^@]*\b57\.14\d*% \{ visibility: visible; \}/);
  });

  it("finds every time at which a face comes or goes", () => {
    const changes = (study: ReturnType<typeof over>) => faceChanges(compileStudy(study), 0);
    const once = changes(
      over([
        [0, 0],
        [600, 180],
      ]),
    );
    expect(once.back).toBe(false);
    expect(once.times.map((time) => Math.round(time))).toEqual([400]);
    const twice = changes(
      over([
        [0, 0],
        [900, 360],
      ]),
    );
    expect(twice.times.map((time) => Math.round(time))).toEqual([325, 775]);
    expect(
      changes(
        over(
          [
            [0, 0],
            [600, 80],
          ],
          "turnX",
        ),
      ).times,
    ).toEqual([]);
    const still = faceChanges(
      compileStudy(kiosk({ figures: [card({ rest: { turnX: 180 } })] })),
      0,
    );
    expect(still).toEqual({ back: true, times: [] });
  });

  it("says nothing of faces for a card without a back", () => {
    const study = kiosk({ figures: [figure("pass", { kind: "card", rest: { turnY: 30 } })] });
    expect(handoffCss(study).text).not.toContain(".front");
  });

  it("puts what stands in such a card on its front", () => {
    const study = kiosk({
      figures: [card(), figure("stamp", { name: "Stamp", parent: "pass" })],
    });
    expect(handoffCss(study).text).toContain("/* Stands inside .pass > .front. */");
  });
});

describe("the CSS of blur, switches and pivots", () => {
  const one = (channel: "blur" | "visible" | "pivotX", values: readonly number[]) =>
    handoffCss(
      kiosk({
        sequence: [
          tween("t", 0, "pass", [{ channel, keys: values.map((value, i) => key(i * 100, value)) }]),
        ],
      }),
    ).text;

  it("is said with the properties of CSS", () => {
    expect(one("blur", [8, 0])).toContain("0% { filter: blur(8px); }");
    expect(one("pivotX", [0, 100])).toContain("100% { transform-origin: 100% 50%; }");
    const blink = one("visible", [1, 0, 1]);
    expect(blink).toContain("0% { visibility: visible; }");
    expect(blink).toContain("50% { visibility: hidden;");
  });

  it("keeps a blur that swings below nothing from making the property void", () => {
    expect(one("blur", [-4, 8])).toContain("filter: blur(max(0px, var(--pass-blur)));");
  });

  it("leaves out what an element has anyway", () => {
    const { text } = handoffCss(kiosk({}));
    expect(text).not.toMatch(/filter|visibility|transform:|transform-origin/);
  });
});
