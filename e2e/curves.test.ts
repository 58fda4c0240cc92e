import { compileCurve, parseCurve, printCurve } from "@levitas/core/curve";
import fc from "fast-check";
import type { Browser, Page } from "puppeteer-core";
import { launchBrowser } from "./harness/browser.ts";

/** Texts near the border of what CSS takes, on both sides of it. */
const TEXTS = [
  "linear",
  "LINEAR",
  "ease",
  "Ease-In",
  "ease-out",
  "ease-in-out",
  "step-start",
  "step-end",
  "cubic-bezier(0,0,1,1)",
  "cubic-bezier(.1, -2, .9, 3)",
  "cubic-bezier(1,0,0,1)",
  "cubic-bezier(-0.1,0,1,1)",
  "cubic-bezier(0,0,1.0001,1)",
  "cubic-bezier(0,0,1)",
  "cubic-bezier(0 0 1 1)",
  "cubic-bezier(0,0,1,1,)",
  "cubic-bezier(10%,0,1,1)",
  "cubic-bezier(calc(1/2),0,1,1)",
  "cubic-bezier(1e-1,0,1,1)",
  "cubic-bezier(0,0,1,1) x",
  "cubic-bezier (0,0,1,1)",
  "cubic-bezier(0,,1,1)",
  "cubic-bezier()",
  "cubic-bezier(0,/**/0,1,1)",
  "steps(1)",
  "steps(4, jump-none)",
  "steps(4,jump-both)",
  "steps(4,start)",
  "steps(4,end)",
  "steps(4,jump-start)",
  "steps(4,jump-end)",
  "steps(0)",
  "steps(-1)",
  "steps(1.5)",
  "steps(1, jump-none)",
  "steps(2, jump-none)",
  "steps(3, middle)",
  "steps(3,)",
  "steps()",
  "steps(3 end)",
  "steps(calc(2 + 1))",
  "steps(+3)",
  "steps(3.0)",
  "steps(1e1)",
  "linear(0, 1)",
  "linear(0 0%, 1 100%)",
  "linear(0, 0.5 20% 80%, 1)",
  "linear(20% 0.5, 1)",
  "linear(0 50%, 1 20%)",
  "linear(0, 10%)",
  "linear(0 10% 20% 30%, 1)",
  "linear(0,)",
  "linear()",
  "linear(0 0.5, 1)",
  "linear(0, 1 120%)",
  "linear(-1 -20%, 2 40%, 1)",
  "linear(0 20%, 1 70%)",
  "linear(0, 0.3 50%, 0.7 50%, 1)",
  "linear(0 10% 5%, 1)",
  "linear(20% 0.5 40%, 1)",
  "linear(0, 1e2%)",
  "linear(0%, 1)",
  "linear(calc(0.5), 1)",
  "linear(0 calc(10% + 5%), 1)",
  "wobble",
  "",
  "42",
  "ease ease",
  "ease,",
  "url(ease)",
  "var(--x)",
  "'ease'",
  "inherit",
] as const;

/** What the engine makes of a curve: its serialised text and values, or nothing if it refuses it. */
interface Judged {
  readonly text: string;
  readonly values: readonly number[];
}

describe("curves against the browser's own engine", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
    await page.setContent('<div id="probe"></div>');
  });
  afterAll(() => browser.close());

  /** Progress runs through the curve in an animation of a length, which no clamp cuts. */
  const judge = (curves: readonly string[], at: readonly number[]): Promise<(Judged | null)[]> =>
    page.evaluate(
      (texts, places) => {
        const probe = document.getElementById("probe") as HTMLElement;
        return texts.map((text) => {
          // What CSS-wide keywords and var() mean is no curve of their own.
          if (!CSS.supports("animation-timing-function", text) || /^(inherit|var)/.test(text))
            return null;
          probe.style.animationTimingFunction = "";
          probe.style.animationTimingFunction = text;
          const animation = probe.animate(
            { marginLeft: ["0px", "100000px"] },
            { duration: 1000, easing: text, fill: "both" },
          );
          animation.pause();
          const values = places.map((p) => {
            animation.currentTime = p * 1000;
            return (animation.effect?.getComputedTiming().progress ?? Number.NaN) as number;
          });
          animation.cancel();
          return { text: probe.style.animationTimingFunction, values };
        });
      },
      curves,
      at,
    );

  it("takes and refuses the same texts, and prints them the same", async () => {
    const judged = await judge(TEXTS, []);
    const disagreements: string[] = [];
    TEXTS.forEach((text, i) => {
      const ours = parseCurve(text);
      const theirs = judged[i];
      // A trailing list is a second curve in CSS; to us it is too much text.
      if (ours.ok !== (theirs != null)) disagreements.push(`${text}: ours ${ours.ok}`);
    });
    expect(disagreements).toEqual([]);
  });

  it("prints what reads back in the browser as the same curve", async () => {
    for (const text of TEXTS) {
      const ours = parseCurve(text);
      if (!ours.ok) continue;
      const [theirs] = await judge([text], [0.1, 0.35, 0.62, 0.9]);
      const [printed] = await judge([printCurve(ours.value)], [0.1, 0.35, 0.62, 0.9]);
      expect([text, printed?.values]).toEqual([text, theirs?.values]);
    }
  });

  it("gives the same values within 1e-6 for thousands of random curves", async () => {
    const x = fc.double({ min: 0, max: 1, noNaN: true });
    const y = fc.double({ min: -2, max: 3, noNaN: true });
    const stop = fc.tuple(y, fc.integer({ min: -20, max: 120 }));
    const any = fc.oneof(
      fc.tuple(x, y, x, y).map((c) => `cubic-bezier(${c.join(", ")})`),
      fc
        .tuple(
          fc.integer({ min: 2, max: 40 }),
          fc.constantFrom("jump-start", "jump-end", "jump-none", "jump-both"),
        )
        .map(([n, position]) => `steps(${n}, ${position})`),
      fc
        .array(stop, { minLength: 2, maxLength: 12 })
        .map((stops) => `linear(${stops.map(([v, at]) => `${v} ${at}%`).join(", ")})`),
      fc.array(y, { minLength: 2, maxLength: 12 }).map((values) => `linear(${values.join(", ")})`),
    );
    const curves = fc.sample(any, { numRuns: 3000, seed: 17 });
    // Away from round places, where a jump lies and a rounding would decide the side.
    const at = [0, 0.0137, 0.171, 0.3333, 0.4871, 0.7193, 0.9011, 0.9873, 1];
    const judged = await judge(curves, at);
    let worst = 0;
    curves.forEach((text, i) => {
      const ours = parseCurve(text);
      if (!ours.ok) throw new Error(`${text}: ${ours.faults[0]?.message}`);
      const { value } = compileCurve(ours.value);
      at.forEach((p, k) => {
        const theirs = judged[i]?.values[k] ?? Number.NaN;
        const error = Math.abs(value(p) - theirs);
        // The engine solves beziers by halving until 1e-7 in time; where the curve is steep that shows.
        const steepness = Math.abs(value(Math.min(p + 1e-7, 1)) - value(Math.max(p - 1e-7, 0)));
        worst = Math.max(worst, error - 2 * steepness);
        if (!(error - 2 * steepness < 1e-6))
          throw new Error(`${text} at ${p}: ${value(p)} and ${theirs}`);
      });
    });
    expect(worst).toBeLessThan(1e-6);
  });
});
