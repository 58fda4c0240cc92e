import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { handoffCss } from "@levitas/core/format";
import { compileStudy, type Motion, mapPoint, poseMatrix, showsBack } from "@levitas/core/motion";
import { readStudyText } from "@levitas/core/shape";
import { channelOf, clampShown, type Figure, type Study } from "@levitas/core/study";
import type { Browser, Page } from "puppeteer-core";
import { awkwardStudy, deepStudy } from "./harness/awkwardStudy.ts";
import { launchBrowser } from "./harness/browser.ts";
import { choreography, restlessStudy } from "./harness/choreography.ts";

const DEMO = resolve(import.meta.dirname, "../demo");
/** Times at which a study is looked at until its end; as many again go on into what is endless. */
const TIMES = 60;

const demos: [string, Study][] = readdirSync(DEMO)
  .filter((file) => /^\d+-.*\.json$/.test(file))
  .map((file) => {
    const study = readStudyText(readFileSync(resolve(DEMO, file), "utf8"));
    if (!study.ok) throw new Error(`${file}: ${study.faults[0]?.message}`);
    return [study.value.name, study.value];
  });

/** What the browser shows of one figure. */
interface Shown {
  /** Two opposite corners of its box in the scene, px. */
  readonly corners: readonly [number, number, number, number];
  readonly rotate: number;
  readonly opacity: number;
  readonly blur: number;
  readonly visible: boolean;
  /** Cards: whether the back is what is shown; null where there is none, or nothing is shown. */
  readonly back: boolean | null;
  /** 8-bit sRGB. */
  readonly color: readonly [number, number, number];
}

/** A page with nothing but the CSS and an element for every figure, nested as they are. */
async function build(page: Page, study: Study): Promise<void> {
  const { text, classOf } = handoffCss(study);
  const branch = (parent: string | null): string =>
    study.figures
      .filter((figure) => figure.parent === parent)
      .map((figure) => {
        // A card with two faces holds what stands in it on its front.
        const inside = figure.look.back
          ? `<div class="front">${branch(figure.id)}</div><div class="back"></div>`
          : branch(figure.id);
        return `<div class="${classOf[figure.id]}" data-id="${figure.id}"><i class="start"></i><i class="end"></i>${inside}</div>`;
      })
      .join("");
  await page.setContent(
    `<style>body{margin:0} i{position:absolute;width:0;height:0} .start{left:0;top:0} .end{left:100%;top:100%} ${text}</style>${branch(null)}`,
  );
}

/** Puts every animation at a time and reads what is there. */
function shownAt(page: Page, time: number): Promise<Record<string, Shown>> {
  return page.evaluate((at) => {
    for (const animation of document.getAnimations()) {
      animation.pause();
      animation.currentTime = at;
    }
    const canvas = new OffscreenCanvas(1, 1).getContext("2d", { willReadFrequently: true });
    if (!canvas) throw new Error("no canvas");
    const face = (element: HTMLElement) => {
      const [front, back] = ["front", "back"].map((side) => {
        const found = element.querySelector(`:scope > .${side}`);
        return found ? getComputedStyle(found).visibility === "visible" : null;
      });
      return front === back ? null : (back ?? null);
    };
    const result: Record<string, Shown> = {};
    for (const element of document.querySelectorAll<HTMLElement>("[data-id]")) {
      const corner = (name: string) => {
        const box = element.querySelector(`:scope > .${name}`)?.getBoundingClientRect();
        return [box?.x ?? Number.NaN, box?.y ?? Number.NaN] as const;
      };
      const style = getComputedStyle(element);
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = "#000";
      canvas.fillStyle = style.color;
      canvas.fillRect(0, 0, 1, 1);
      const [r = 0, g = 0, b = 0] = canvas.getImageData(0, 0, 1, 1).data;
      result[element.dataset.id ?? ""] = {
        corners: [...corner("start"), ...corner("end")],
        rotate: Number.parseFloat(style.rotate) || 0,
        opacity: Number(style.opacity),
        blur: Number.parseFloat(/blur\((.*)px\)/.exec(style.filter)?.[1] ?? "0"),
        visible: style.visibility === "visible",
        back: face(element),
        color: [r, g, b],
      };
    }
    return result;
  }, time);
}

/** Whether a figure is to be seen: it and all it stands in are switched on, on the side that faces us. */
function isShown(study: Study, motion: Motion, poses: Float64Array, figure: Figure): boolean {
  const read = (id: string, channel: Parameters<Motion["slot"]>[1]) =>
    poses[motion.slot(motion.figureIndex(id), channel)] as number;
  if (read(figure.id, "visible") < 0.5) return false;
  const parent = study.figures.find(({ id }) => id === figure.parent);
  if (!parent) return true;
  if (parent.look.back && showsBack(read(parent.id, "turnX"), read(parent.id, "turnY")))
    return false;
  return isShown(study, motion, poses, parent);
}

describe("the CSS hand-off in a real browser", () => {
  let browser: Browser;
  let page: Page;
  beforeAll(async () => {
    browser = await launchBrowser();
    page = await browser.newPage();
  });
  afterAll(() => browser.close());

  const awkward: [string, Study][] = [
    ["an awkward study", awkwardStudy()],
    ["a study in depth", deepStudy()],
    ["repeats, staggers and groups", choreography()],
    ["loops, freezes, shakes and followers", restlessStudy()],
  ];
  it.each([...demos, ...awkward])("shows what motion.at says: %s", async (_, study) => {
    const motion = compileStudy(study);
    const poses = new Float64Array(motion.slotCount);
    await build(page, study);
    const opacity = channelOf("opacity");
    const worst = { position: 0, angle: 0, opacity: 0, color: 0, blur: 0 };
    const switches: string[] = [];
    // Between jumps: at the very moment of one, a rounding decides which side is seen.
    const times = Array.from({ length: TIMES }, (_, i) => (motion.duration * (i + 0.37)) / TIMES);
    const beyond = motion.endless ? times.map((time) => motion.duration + time * 2.31) : [];
    for (const time of [0, ...times, motion.duration, motion.duration + 500, ...beyond]) {
      const shown = await shownAt(page, time);
      motion.at(time, poses);
      study.figures.forEach((figure, i) => {
        const there = shown[figure.id];
        if (!there) throw new Error(`${figure.name} is not on the page`);
        const read = (channel: Parameters<typeof motion.slot>[1]) =>
          poses[motion.slot(i, channel)] as number;
        const matrix = poseMatrix(motion, poses, i);
        const expected = [
          ...mapPoint(matrix, 0, 0),
          ...mapPoint(matrix, Math.max(read("width"), 0), Math.max(read("height"), 0)),
        ];
        expected.forEach((value, c) => {
          worst.position = Math.max(worst.position, Math.abs(value - (there.corners[c] ?? 1e9)));
        });
        worst.angle = Math.max(worst.angle, Math.abs(there.rotate - read("rotate")));
        const seen = clampShown(opacity, read("opacity"));
        worst.opacity = Math.max(worst.opacity, Math.abs(there.opacity - seen));
        worst.blur = Math.max(worst.blur, Math.abs(there.blur - Math.max(read("blur"), 0)));
        const shows = isShown(study, motion, poses, figure);
        if (there.visible !== shows) switches.push(`${figure.id} at ${time}: ${there.visible}`);
        const back = figure.look.back && shows ? showsBack(read("turnX"), read("turnY")) : null;
        if (figure.kind === "card" && there.back !== back)
          switches.push(`${figure.id} shows back ${there.back} at ${time}`);
        there.color.forEach((part, c) => {
          const mine = 255 * (poses[motion.slot(i, "color") + c] as number);
          worst.color = Math.max(worst.color, Math.abs(part - mine));
        });
      });
    }
    expect(worst.position).toBeLessThanOrEqual(0.5);
    expect(worst.angle).toBeLessThanOrEqual(0.1);
    expect(worst.opacity).toBeLessThanOrEqual(0.005);
    expect(worst.color).toBeLessThanOrEqual(2);
    expect(worst.blur).toBeLessThanOrEqual(0.05);
    expect(switches).toEqual([]);
  });
});
