import type { SequenceItem, Tether, Tween } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { cuesJs } from "../cues/cuesJs.ts";
import { handoffCss } from "./css.ts";

const bob = (more: Partial<Tween>): Tween =>
  tween("bob", 100, "buoy", [{ channel: "opacity", keys: [key(50, 0.2), key(300, 1)] }], more);
const css = (sequence: readonly SequenceItem[], more = {}) =>
  handoffCss(kiosk({ figures: [figure("buoy")], sequence, ...more })).text;
const group = (items: readonly SequenceItem[], more = {}): SequenceItem => ({
  type: "group",
  id: "g",
  name: "g",
  tether: { to: "start", offset: 0 },
  items,
  ...more,
});

describe("sequences as CSS", () => {
  it("say iterations, direction and fill as CSS has them, each pass whole", () => {
    const text = css([bob({ iterations: 2.5, direction: "alternate", fill: "both" })]);
    expect(text).toContain("buoy-opacity 300ms linear 100ms 2.5 alternate both");
    // Before its first key a pass that repeats has that key's value.
    expect(text).toMatch(/0% \{ opacity: 0\.2; \}\s+16\.666667% \{ opacity: 0\.2; \}/);
    expect(css([bob({ iterations: null })])).toContain(" infinite forwards");
  });

  it("need no samples for groups that only stand somewhere", () => {
    const plain = css([group([bob({})], { tether: { to: "start", offset: 20 } })]);
    expect(plain).toContain("buoy-opacity 250ms linear 170ms forwards");
  });

  it("sample what CSS has no words for, and loop what is endless", () => {
    const once = css([group([bob({})], { iterations: 2, pause: 40 })]);
    expect(once).toContain("buoy-opacity 840ms linear 0ms both");
    const endless = css([group([bob({})], { iterations: null })]);
    expect(endless).toContain("buoy-opacity-loop 400ms linear 400ms infinite none");
  });

  it("have a calmer shake for people who prefer reduced motion", () => {
    const at = { to: "start", offset: 50 } as const;
    const shake = {
      type: "shake",
      id: "s",
      name: "s",
      tether: at,
      duration: 200,
      frequency: 12,
      amplitude: 6,
      seed: 3,
    } as const;
    const text = css([bob({}), { ...shake, calm: 0.5 }]);
    expect(text).toContain("@media (prefers-reduced-motion: reduce)");
    const [whole, calm] = text.split("@media");
    const most = (part = "") => {
      // Both ends of the way, and how far along it goes.
      const [, frames = ""] = /@keyframes shaken--1-x \{([^}]*\}[^}]*\})/.exec(part) ?? [];
      return Math.max(
        ...[...frames.matchAll(/translate: (-?[\d.]+)px/g)].map(([, x]) => Math.abs(Number(x))),
      );
    };
    expect(most(whole)).toBeGreaterThan(0.5);
    expect(most(calm) / most(whole)).toBeCloseTo(0.5, 1);
  });

  it("shake figures that are shaken alike with the same keyframes, written once", () => {
    const shake: SequenceItem = {
      type: "shake",
      ...{ id: "s", name: "s", duration: 200, seed: 3, frequency: 12, amplitude: 6 },
      tether: { to: "start", offset: 50 },
    };
    const { text } = handoffCss(
      kiosk({ figures: [figure("buoy"), figure("lamp")], sequence: [bob({}), shake] }),
    );
    expect(text.match(/@keyframes shaken--1-x /g)).toHaveLength(2); // And calmed.
    expect(text.match(/animation-composition: (replace, )?add, add;/g)).toHaveLength(2);
  });

  it("note the cues, which leave as JavaScript", async () => {
    const after: Tether = { to: "item", id: "bob", edge: "end", offset: 5 };
    const sequence: SequenceItem[] = [
      bob({}),
      { type: "cue", id: "c", name: "Bell", tether: after, sound: "bell", volume: 0.5 },
      { type: "cue", id: "d", name: "Docked", tether: { to: "start", offset: 10 } },
    ];
    expect(css(sequence)).toContain("10 ms: Docked\n   405 ms: Bell (bell)");
    const text = cuesJs(kiosk({ figures: [figure("buoy")], sequence }));
    // The module runs: its list is what the motion says.
    const module = await import(`data:text/javascript,${encodeURIComponent(text)}`);
    expect(module.duration).toBe(405);
    expect(module.cues).toEqual([
      { time: 10, name: "Docked" },
      { time: 405, name: "Bell", sound: "bell", volume: 0.5 },
    ]);
    expect(module.loop).toEqual({ length: 0, cues: [] });
  });

  it("repeat the cues of an endless group in the JavaScript", async () => {
    const knock: SequenceItem = {
      type: "cue",
      id: "k",
      name: "Knock",
      tether: { to: "start", offset: 30 },
      sound: "knock",
    };
    const text = cuesJs(
      kiosk({
        figures: [figure("buoy")],
        sequence: [group([bob({}), knock], { iterations: null })],
      }),
    );
    const module = await import(`data:text/javascript,${encodeURIComponent(text)}`);
    expect(module.loop.length).toBe(400);
    expect(module.loop.cues).toHaveLength(1);
    expect(module.loop.cues[0].time).toBe(430);
  });
});
