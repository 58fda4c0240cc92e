import { readBrought, studyOf } from "@levitas/core/format";
import { compileStudy, mapPoint, poseMatrix } from "@levitas/core/motion";
import type { ChannelId } from "@levitas/core/study";
import type { Page } from "puppeteer-core";
import { oneBlankPage } from "./harness/browser.ts";
import { SNIPPETS, type Snippet } from "./harness/snippets.ts";

const MOMENTS = [0, 10, 75, 130, 299, 333, 401, 467, 512, 641, 777, 890, 1010, 1205, 1700, 2100];

/** What is seen of one element: two opposite corners, px, opacity, blur, whether it is seen, and its color. */
type Seen = readonly number[];
/** The largest difference of each of them that nobody sees. */
const HAIR = [0.5, 0.5, 0.5, 0.5, 0.005, 0.05, 0, 3, 3, 3, 0.01];

describe("a text that is brought in moves here as it does in the browser", () => {
  let page: Page;
  oneBlankPage((blank) => {
    page = blank;
  });

  /** What the browser shows of the original: by moment and element. */
  const original = async ({ text, html, selectors, then, paint }: Snippet): Promise<Seen[][]> => {
    const isScript = text.startsWith("{");
    const isDrawing = text.startsWith("<");
    await page.goto("about:blank");
    await page.setContent(
      `<!doctype html><style>body { margin: 0 }</style>${isScript || isDrawing ? "" : `<style>${text}</style>`}${isDrawing ? text : html}`,
    );
    return page.evaluate(
      ({ moments, selectors, then, paint, web }) => {
        const elements = selectors.map(
          (selector) => document.querySelector(selector) as HTMLElement | SVGGraphicsElement,
        );
        if (web) {
          const { keyframes, options } = JSON.parse(web);
          if (options.iterations === "Infinity") options.iterations = Number.POSITIVE_INFINITY;
          elements[0]?.animate(keyframes, options);
        }
        if (then) {
          document.body.getBoundingClientRect();
          elements[0]?.classList.add(then);
        }
        const marks = elements.map((element) =>
          element instanceof SVGElement
            ? []
            : ["0", "100%"].map((place) => {
                const point = element.appendChild(document.createElement("i"));
                point.style.cssText = `all: initial; position: absolute; width: 0; height: 0; left: ${place}; top: ${place}`;
                return point;
              }),
        );
        const canvas = new OffscreenCanvas(1, 1).getContext("2d", { willReadFrequently: true });
        const colorOf = (value: string) => {
          if (!canvas) throw new Error("no canvas");
          canvas.clearRect(0, 0, 1, 1);
          canvas.fillStyle = value;
          canvas.fillRect(0, 0, 1, 1);
          const [r = 0, g = 0, b = 0, a = 0] = canvas.getImageData(0, 0, 1, 1).data;
          return [r, g, b, a / 255];
        };
        const all = document.getAnimations();
        const drawings = [...document.querySelectorAll("svg")];
        return moments.map((time) => {
          for (const each of all) {
            each.pause();
            each.currentTime = time;
          }
          for (const svg of drawings) {
            svg.pauseAnimations();
            svg.setCurrentTime(time / 1000);
          }
          return elements.map((element, i) => {
            const style = getComputedStyle(element);
            const corners = (marks[i] ?? []).flatMap((mark) => {
              const { x, y } = mark.getBoundingClientRect();
              return [x, y];
            });
            if (element instanceof SVGGraphicsElement) {
              const { x, y, width, height } = element.getBBox();
              const matrix = element.getScreenCTM() ?? new DOMMatrix();
              for (const [px, py] of [
                [x, y],
                [x + width, y + height],
              ]) {
                const at = new DOMPoint(px, py).matrixTransform(matrix);
                corners.push(at.x, at.y);
              }
            }
            return [
              ...corners,
              Number(style.opacity),
              Number.parseFloat(/blur\((.*)px\)/.exec(style.filter)?.[1] ?? "0"),
              style.visibility === "visible" ? 1 : 0,
              ...(paint ? colorOf(style[paint]) : [0, 0, 0, 1]),
            ];
          });
        });
      },
      { moments: MOMENTS, selectors, then, paint, web: isScript ? text : "" },
    );
  };

  /** The same of what was brought in, by its motion. */
  const broughtIn = ({ text, selectors, paint }: Snippet) => {
    const read = readBrought(text);
    if (!read.ok) return { unread: JSON.stringify(read.faults), seen: undefined };
    let next = 0;
    const study = studyOf(read.value, "Quay", () => `b${next++}`);
    const motion = compileStudy(study);
    const clamp = (value: number) => Math.min(1, Math.max(0, value));
    const seen = MOMENTS.map((time): Seen[] => {
      const pose = motion.at(time, new Float64Array(motion.slotCount));
      return selectors.map((_, i) => {
        if (i >= study.figures.length) return [];
        const value = (channel: ChannelId, part = 0) =>
          pose[motion.slot(i, channel) + part] as number;
        const matrix = poseMatrix(motion, pose, i);
        const color = [0, 1, 2].map((part) => Math.round(255 * clamp(value("color", part))));
        return [
          ...mapPoint(matrix, 0, 0),
          ...mapPoint(matrix, Math.max(0, value("width")), Math.max(0, value("height"))),
          ...[clamp(value("opacity")), Math.max(0, value("blur")), value("visible") < 0.5 ? 0 : 1],
          ...(paint ? [...color, clamp(value("color", 3))] : [0, 0, 0, 1]),
        ];
      });
    });
    return {
      unread: read.value.unread
        .map(({ place, what, why }) => `${place}: ${what}: ${why}`)
        .join("\n"),
      seen,
    };
  };

  /** What differs, in words; an element of which nobody says where it stands may stand anywhere, as long as it does. */
  const differences = (a: readonly Seen[][], b: readonly Seen[][]): string[] => {
    const found: string[] = [];
    a[0]?.forEach((_, i) => {
      const apart = [0, 1].map((k) => (b[0]?.[i]?.[k] ?? 0) - (a[0]?.[i]?.[k] ?? 0));
      a.forEach((at, t) => {
        at[i]?.forEach((value, k) => {
          const there = (b[t]?.[i]?.[k] ?? Number.NaN) - (k < 4 ? (apart[k % 2] as number) : 0);
          const off = Math.abs(value - there);
          // Of what is seen through, only as much of the color is seen.
          const share = k >= 7 && k < 10 ? (at[i]?.[10] ?? 1) : 1;
          if (!(off * share <= (HAIR[k] as number)))
            found.push(`element ${i}, ${MOMENTS[t]} ms, part ${k}: ${value} and not ${there}`);
        });
      });
    });
    return found;
  };

  it.each(Object.entries(SNIPPETS))("%s", async (_, snippet) => {
    const before = await original(snippet);
    const { seen, unread } = broughtIn(snippet);
    // Something moves: what stands still would be alike in any case.
    expect(new Set(before.map((each) => JSON.stringify(each))).size).toBeGreaterThan(1);
    if (snippet.listed) {
      expect(unread).toMatch(snippet.listed);
      return;
    }
    expect(unread).toBe("");
    expect(differences(before, seen ?? []).slice(0, 4)).toEqual([]);
  });
});
