import { handoffCss } from "@levitas/core/format";
import { isBackShown, type Motion, mapPoint, poseMatrix } from "@levitas/core/motion";
import { channelOf, clampShown, type Figure, type Study } from "@levitas/core/study";
import type { Page } from "puppeteer-core";

/** What the browser shows of one figure. */
export interface Shown {
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
export async function buildCssPage(page: Page, study: Study): Promise<void> {
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
export function shownAt(page: Page, time: number): Promise<Record<string, Shown>> {
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
  if (parent.look.back && isBackShown(read(parent.id, "turnX"), read(parent.id, "turnY")))
    return false;
  return isShown(study, motion, poses, parent);
}

/** Farther off than this, px, nothing is seen: near the eye or a right angle a place runs off to infinity. */
const FAR = 10_000;

/** How far the page is from a motion at the worst, and what is switched otherwise. */
export interface CssDifference {
  position: number;
  angle: number;
  opacity: number;
  color: number;
  blur: number;
  readonly switches: string[];
  /** Where the worst position is. */
  where: string;
}

/**
 * Plays the CSS on the page to some times and compares it with a motion. At a jump a rounding decides which side is
 * seen: `hair` ms to either side count as the time.
 */
export async function compareCss(
  page: Page,
  study: Study,
  motion: Motion,
  times: readonly number[],
  hair = 0,
): Promise<CssDifference> {
  const opacity = channelOf("opacity");
  const worst: CssDifference = {
    ...{ position: 0, angle: 0, opacity: 0, color: 0, blur: 0, where: "" },
    switches: [],
  };
  const sides = hair > 0 ? [0, -hair, hair] : [0];
  const poses = sides.map(() => new Float64Array(motion.slotCount));
  for (const time of times) {
    const shown = await shownAt(page, time);
    sides.forEach((side, s) => {
      motion.at(time + side, poses[s] as Float64Array);
    });
    study.figures.forEach((figure, i) => {
      const there = shown[figure.id];
      if (!there) throw new Error(`${figure.name} is not on the page`);
      // Of both sides of a jump the nearer one.
      const nearest = (away: (pose: Float64Array) => number) => Math.min(...poses.map(away));
      const position = nearest((pose) => {
        const read = (channel: Parameters<typeof motion.slot>[1]) =>
          pose[motion.slot(i, channel)] as number;
        const matrix = poseMatrix(motion, pose, i);
        const expected = [
          ...mapPoint(matrix, 0, 0),
          ...mapPoint(matrix, Math.max(read("width"), 0), Math.max(read("height"), 0)),
        ];
        return Math.max(
          ...expected.map((value, c) =>
            Math.abs(value) > FAR ? 0 : Math.abs(value - (there.corners[c] ?? 1e9)),
          ),
        );
      });
      if (position > worst.position) worst.where = `${figure.name} at ${time} ms`;
      worst.position = Math.max(worst.position, position);
      const away = (
        channel: Parameters<typeof motion.slot>[1],
        is: number,
        map = (v: number) => v,
      ) => nearest((pose) => Math.abs(is - map(pose[motion.slot(i, channel)] as number)));
      worst.angle = Math.max(worst.angle, away("rotate", there.rotate));
      worst.opacity = Math.max(
        worst.opacity,
        away("opacity", there.opacity, (value) => clampShown(opacity, value)),
      );
      worst.blur = Math.max(
        worst.blur,
        away("blur", there.blur, (value) => Math.max(value, 0)),
      );
      const shows = poses.map((pose) => isShown(study, motion, pose, figure));
      if (!shows.includes(there.visible))
        worst.switches.push(`${figure.id} at ${time}: ${there.visible}`);
      const backs = poses.map((pose, s) => {
        const read = (channel: "turnX" | "turnY") => pose[motion.slot(i, channel)] as number;
        return figure.look.back && shows[s] ? isBackShown(read("turnX"), read("turnY")) : null;
      });
      if (figure.kind === "card" && !backs.includes(there.back))
        worst.switches.push(`${figure.id} shows back ${there.back} at ${time}`);
      const color = nearest((pose) =>
        Math.max(
          ...there.color.map((part, c) =>
            Math.abs(part - 255 * (pose[motion.slot(i, "color") + c] as number)),
          ),
        ),
      );
      worst.color = Math.max(worst.color, color);
    });
  }
  return worst;
}
