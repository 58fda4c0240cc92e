import { handoffCss, readBrought, studyOf } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import { eachTween, type Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { setKeyValue, setRest } from "../packages/core/src/edit/index.ts";
import {
  anyStudy,
  cases,
  demoStudies,
  isEndlesslyLong,
} from "../packages/core/src/testing/index.ts";
import { oneBlankPage } from "./harness/browser.ts";
import { momentsIn } from "./harness/engineStage.ts";
import { buildStage, compareStage, expectAlike } from "./harness/stage.ts";

/** Rules as people have them at Saltmarsh Ferries, each with the element that it is about. */
const RULES: Readonly<Record<string, readonly [css: string, html: string]>> = {
  "a badge that slides in with transform": [
    `.badge { background: #2b6cb0; padding: 4px 9px; animation: come 600ms ease-out 100ms infinite alternate; }
@keyframes come { from { transform: translateX(-160px); opacity: 0 } 60% { transform: translateX(12px); animation-timing-function: ease-in } to { transform: none; opacity: 1 } }`,
    `<p>Gate</p><span class="badge" style="display: inline-block">Heron Quay</span>`,
  ],
  "a pass that stands turned and drops": [
    `.kiosk > .pass { width: 200px; height: 80px; border: 3px solid; transform: translate(-50%, 10px) rotate(4deg); animation: drop 1s both }
@keyframes drop { from { translate: 0 -100px; background-color: #112233 } to { translate: 0 0; background-color: rgb(200 40 40) } }`,
    `<div class="kiosk" style="padding: 30px"><div class="pass"></div></div>`,
  ],
  "a lamp whose turn and size are one transform": [
    `.lamp { width: 60px; height: 60px; border-radius: 8px; background: teal; animation: turn 800ms cubic-bezier(.3, 1.6, .6, 1) 50ms 2 both }
@keyframes turn { 0% { transform: translate(10px, 0) rotate(0deg) scale(0.4) } 50% { transform: translate(60px, 20px) rotate(200deg) scale(1.3) } 100% { transform: translate(0, 0) rotate(90deg) scale(1) } }`,
    `<div class="lamp"></div>`,
  ],
  "a notice placed with left and top, that comes by translate": [
    `#notice { position: absolute; left: 120px; top: 60px; width: 90px; height: 30px; color: rgb(20 30 40); animation: 700ms ease-in-out 0ms 1 normal forwards come }
@keyframes come { from { translate: -30px 5px; color: red } to { translate: 40px 0; color: #0a0 } }`,
    `<div id="notice">Delayed</div>`,
  ],
  "two animations with delays of their own": [
    `.ferry { width: 80px; height: 40px; background: #345; animation: sail 900ms linear, bob 300ms ease-in-out 100ms infinite alternate }
@keyframes sail { to { translate: 300px } }
@keyframes bob { to { rotate: 6deg } }`,
    `<div class="ferry"></div>`,
  ],
  "chips of one rule with delays of their own": [
    `.chip { width: 40px; height: 20px; background: #456; animation: rise 500ms ease-out both } .chip.one { animation-delay: 0ms } .chip.two { animation-delay: 120ms }
@keyframes rise { from { transform: translateY(40px); opacity: 0 } }`,
    `<div class="chip one"></div><div class="chip two"></div>`,
  ],
  "a title whose letters go apart, which nothing here moves like": [
    `.title { font: 20px monospace; width: 200px; animation: open 800ms ease-out 100ms both }
@keyframes open { from { letter-spacing: 0; opacity: 0 } 50% { letter-spacing: 12px } to { opacity: 1; letter-spacing: 3px; } }`,
    `<span class="title" style="display: inline-block"><b>Heron Quay</b></span>`,
  ],
  "a card that blinks and hides in steps": [
    `.card { width: 50px; height: 50px; visibility: visible; filter: blur(1px); animation: blink 600ms steps(3) 1s backwards, soften 400ms }
@keyframes blink { from { opacity: 0.2 } to { opacity: 0.9 } }
@keyframes soften { from { filter: blur(6px) } }`,
    `<div class="card"></div>`,
  ],
};
/** Random studies in which something came in as a rule. */
const ruled = Array.from({ length: cases(40, 240) }, (_, seed): [string, Study] => [
  `random, seed ${seed}`,
  anyStudy(seed),
]).filter(([, study]) => study.figures.some(({ css }) => css) && !isEndlesslyLong(study));
const MOMENTS = [0, 40, 130, 299, 380, 512, 641, 777, 890, 1010, 1205, 1700];

/** The rules without those that a text says anew: what a person does who pastes it over the old ones. */
function pastedOver(css: string, text: string): string {
  const said = [...text.matchAll(/^([^@\s/][^{}]*)\{/gm)].map(([, selector = ""]) =>
    selector.trim(),
  );
  return `${css.replace(/([^{}@]+)\{([^{}]*animation[^{}]*)\}/g, (whole, selector: string) =>
    said.includes(selector.trim()) ? "" : whole,
  )}\n${text}`;
}

describe("CSS that was brought in and leaves as motion only", () => {
  let page: Page;
  oneBlankPage((blank) => {
    page = blank;
  });

  /** Where everything is and how it looks at some moments. */
  const shown = async (css: string, html: string) => {
    await page.setContent(`<!doctype html><style>${css}</style>${html}`);
    return page.evaluate((moments) => {
      const all = document.getAnimations();
      return moments.map((time) => {
        for (const each of all) {
          each.pause();
          each.currentTime = time;
        }
        return [...document.body.querySelectorAll("*")].map((element) => {
          const { left, top, right, bottom } = element.getBoundingClientRect();
          const style = getComputedStyle(element);
          const colors = [style.color, style.backgroundColor].flatMap((each) =>
            (each.match(/[\d.]+/g) ?? []).map(Number),
          );
          const blur = Number.parseFloat(/blur\((.*)px/.exec(style.filter)?.[1] ?? "0");
          const border = Number.parseFloat(style.borderTopWidth);
          const places = [left, top, right, bottom, blur, border, Number(style.opacity) * 100];
          return [...places, ...colors.map((part) => part / 4)];
        });
      });
    }, MOMENTS);
  };
  const broughtIn = (css: string): Study => {
    const read = readBrought(css);
    if (!read.ok) throw new Error(JSON.stringify(read.faults));
    let next = 0;
    return studyOf(read.value, "Quay", () => `b${next++}`);
  };
  const worst = (a: number[][][], b: number[][][]) =>
    Math.max(
      ...a.flatMap((at, t) =>
        at.flatMap((values, i) => values.map((v, k) => Math.abs(v - (b[t]?.[i]?.[k] ?? 1e9)))),
      ),
    );

  it.each(Object.entries(RULES))(
    "plays as before, pasted over the old rule: %s",
    async (_, [css, html]) => {
      const study = broughtIn(css);
      const { text } = handoffCss(study, { motionOnly: "leaving" });
      // Nothing of ours is added.
      expect(text).not.toMatch(/left: 0;|var\(|@property/);
      const [before, after] = [await shown(css, html), await shown(pastedOver(css, text), html)];
      expect(worst(before, before.slice(1))).toBeGreaterThan(5);
      expect(worst(before, after)).toBeLessThan(0.3);
    },
  );

  it("says what was changed here, and nothing else", async () => {
    const [css, html] = RULES["a badge that slides in with transform"] as [string, string];
    const study = broughtIn(css);
    const [track] = [...eachTween(study.sequence)][0]?.tracks ?? [];
    const first = track?.keys[0];
    if (track?.channel !== "x" || !first) throw new Error("no x");
    const farther = setKeyValue(study, { keyId: first.id, value: Number(first.value) - 40 }).after;
    const { text } = handoffCss(farther, { motionOnly: "leaving" });
    expect(text).toContain("translate(-200px, 0px)");
    const [before, after] = [await shown(css, html), await shown(pastedOver(css, text), html)];
    expect(worst(before, after)).toBeGreaterThan(20);
    // At rest it is as it was: nothing is said of that until it is changed as well.
    expect(text).not.toContain("\n  opacity:");
    const figureId = study.figures[0]?.id ?? "";
    const paler = setRest(farther, { figureId, channel: "opacity", value: 0.5 }).after;
    expect(handoffCss(paler, { motionOnly: "leaving" }).text).toContain("\n  opacity: 0.5;");
  });

  it("declares nothing that would end the rule, whatever stands in a file", () => {
    const study = broughtIn(RULES["a lamp whose turn and size are one transform"]?.[0] ?? "");
    const [figure] = study.figures;
    if (!figure?.css) throw new Error("no rule");
    const declarations = ["color: red } body { display: none", "/* x", "a;b: c", "top: 3px"];
    const css = { ...figure.css, selector: "x { } body", declarations };
    const { text } = handoffCss(
      { ...study, figures: [{ ...figure, css }] },
      { motionOnly: "leaving" },
    );
    expect(text).toContain(".lamp {\n  top: 3px;\n  animation:");
    expect(text).not.toMatch(/body|a;b/);
  });

  it.each([
    ...Object.entries(RULES).map(([name, [css]]): [string, Study] => [name, broughtIn(css)]),
    ...demoStudies(),
    ...ruled,
  ])("is proven on a page where its elements stand: %s", async (_, study) => {
    await buildStage(page, study, "css", { leaves: "motion" });
    const motion = compileStudy(study);
    expectAlike(await compareStage(page, motion, momentsIn(motion, 24), 0.1));
  });
});
