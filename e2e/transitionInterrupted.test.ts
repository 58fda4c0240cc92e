import { timingOfChannel, transitionCss } from "@levitas/core/format";
import {
  BrowserTransition,
  jumpWithoutSpeed,
  studyBetweenPoses,
  type TransitionTiming,
} from "@levitas/core/live";
import { compileStudy } from "@levitas/core/motion";
import type { Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { liveDemos } from "../packages/core/src/testing/index.ts";
import { oneBlankPage } from "./harness/browser.ts";

const demo = (name: string): Study => {
  const found = liveDemos().find(([each]) => each.includes(name));
  if (!found) throw new Error(`no demo ${name}`);
  return found[1];
};

/** How far from an interruption speeds are measured, ms. */
const NEAR = 2;

describe("a transition that is handed off, interrupted by the browser itself", () => {
  let page: Page;
  oneBlankPage((blank) => {
    page = blank;
  });

  /** Shows the hand-off of a study between two poses. */
  async function show(between: Study, css: ReturnType<typeof transitionCss>): Promise<void> {
    const figures = between.figures.map(({ id }) => `<div class="${css.classOf[id]}"></div>`);
    await page.setContent(`<style>${css.text}</style><div class="scene">${figures.join("")}</div>`);
    await page.evaluate(() => document.body.getBoundingClientRect());
  }
  /** In a frame of its own: how far a transition has come is what the last frame showed. */
  const toggle = () =>
    page.evaluate(async () => {
      for (let frame = 0; frame < 2; frame++)
        await new Promise((done) => requestAnimationFrame(done));
      document.querySelector(".scene")?.classList.toggle("playing");
      document.body.getBoundingClientRect();
      for (const each of document.getAnimations()) each.pause();
    });
  /** Puts the transition that runs now at a time after its beginning, and reads a property there. */
  const read = (selector: string, property: string, time: number) =>
    page.$eval(
      selector,
      (element, name, at) => {
        for (const each of document.getAnimations()) each.currentTime = at;
        const style = getComputedStyle(element);
        const text = style.getPropertyValue(name);
        if (name !== "transform") return Number.parseFloat(text);
        const matrix = new DOMMatrix(text);
        return (Math.atan2(-matrix.m13, matrix.m11) * 180) / Math.PI;
      },
      property,
      time,
    );
  const lengthNow = () =>
    page.evaluate(() => Number(document.getAnimations()[0]?.effect?.getTiming().duration));

  it.each([
    ["Tide dial", "low-water", "high-water", "needle", "rotate", "rotate"],
    ["Gate notice", "rest", "open", "notice", "x", "translate"],
    ["Pass flips", "rest", "turned", "pass", "turnY", "transform"],
  ] as const)(
    "turns round as the standard says, and the speed jumps as is said: %s",
    async (name, from, to, figure, channel, property) => {
      const study = demo(name);
      const between = studyBetweenPoses(study, from, to);
      const motion = compileStudy(between);
      const index = motion.figureIndex(figure);
      const first = motion.valueAt(index, channel, 0);
      const last = motion.valueAt(index, channel, motion.duration);
      const css = transitionCss(between, { when: "class", on: ".scene", share: 1 });
      const way = timingOfChannel(css.ways[figure] ?? [], channel) as TransitionTiming;
      const { duration } = way;
      const model = new BrowserTransition(first, way.easing, duration);
      await show(between, css);
      const selector = css.selectorOf[figure] as string;
      await toggle();
      model.go(0, last);
      expect(await lengthNow()).toBeCloseTo(duration, 0);
      const apart = Math.abs(last - first);
      const speed = async (at: number, until: number) => {
        const before = await read(selector, property, at);
        return ((await read(selector, property, until)) - before) / ((until - at) / 1000);
      };
      let begun = 0;
      // Turned round four times, each time in mid-flight.
      for (const [turn, share] of [0.22, 0.35, 0.15, 0.5].entries()) {
        const at = model.length * share;
        const time = begun + at;
        expect(Math.abs((await read(selector, property, at)) - model.value(time))).toBeLessThan(
          apart * 0.004,
        );
        const before = await speed(at - NEAR, at);
        const said = model.rate(time);
        await toggle();
        model.go(time, turn % 2 === 0 ? first : last);
        expect(Math.abs((await lengthNow()) - model.length)).toBeLessThan(duration * 0.004);
        const jump = Math.abs((await speed(0, NEAR)) - before);
        // Speeds are measured over 2 ms, in which a straight piece of the curve may end.
        const tolerance =
          0.02 * Math.max(Math.abs(model.rate(time) - said), apart / (duration / 1000));
        expect(Math.abs(jump - Math.abs(model.rate(time) - said))).toBeLessThan(tolerance);
        begun = time;
      }
      const said = jumpWithoutSpeed(study, from, to, (id, each) =>
        timingOfChannel(css.ways[id] ?? [], each),
      );
      expect(said?.size).toBeGreaterThan(0);
    },
  );
});
