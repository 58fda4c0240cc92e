import { isBackShown, type Motion } from "@levitas/core/motion";
import { channelOf, clampShown, PERSPECTIVE } from "@levitas/core/study";
import { printShownColor } from "@levitas/core/value";

const OPACITY = channelOf("opacity");
const WIDTH = channelOf("width");
const HEIGHT = channelOf("height");
const BLUR = channelOf("blur");
const CORNER = channelOf("corner");

/**
 * Puts poses on the elements of figures. Styles are written straight to the elements, and only where
 * a value differs from what was written last.
 */
export class ScenePainter {
  private readonly elements = new Map<string, HTMLElement>();
  private written: Float64Array | undefined;
  private study: unknown;

  /** Takes an element as the one of a figure, or forgets it. */
  readonly hold = (figureId: string, element: HTMLElement | null): void => {
    if (element) this.elements.set(figureId, element);
    else this.elements.delete(figureId);
    this.written = undefined;
  };

  /** The element of a figure, if it is on the screen. */
  element(figureId: string): HTMLElement | undefined {
    return this.elements.get(figureId);
  }

  /** Shows poses that came from `motion.at`. */
  paint(motion: Motion, poses: Float64Array): void {
    const { figures } = motion.study;
    const known = this.study === figures ? this.written : undefined;
    const fresh = known === undefined || known.length !== poses.length;
    figures.forEach((figure, i) => {
      const element = this.elements.get(figure.id);
      if (!element) return;
      const from = motion.slot(i, "x");
      const to = i + 1 < figures.length ? motion.slot(i + 1, "x") : poses.length;
      if (!fresh && same(known, poses, from, to)) return;
      writePose(element, motion, poses, i);
    });
    if (fresh) this.written = Float64Array.from(poses);
    else known.set(poses);
    this.study = figures;
  }
}

function same(a: Float64Array, b: Float64Array, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (a[i] !== b[i]) return false;
  return true;
}

function writePose(element: HTMLElement, motion: Motion, poses: Float64Array, index: number): void {
  const { style } = element;
  const figure = motion.study.figures[index];
  const read = (channel: Parameters<Motion["slot"]>[1]) =>
    poses[motion.slot(index, channel)] as number;
  style.transformOrigin = `${read("pivotX")}% ${read("pivotY")}%`;
  style.translate = `${read("x")}px ${read("y")}px`;
  style.rotate = `${read("rotate")}deg`;
  style.scale = `${read("scaleX")} ${read("scaleY")}`;
  const [turnX, turnY, skew] = [read("turnX"), read("turnY"), read("skew")];
  const eye = motion.study.scene.perspective ?? PERSPECTIVE;
  style.transform =
    turnX === 0 && turnY === 0 && skew === 0
      ? ""
      : `perspective(${eye}px) rotateX(${turnX}deg) rotateY(${turnY}deg) skewX(${skew}deg)`;
  style.opacity = String(clampShown(OPACITY, read("opacity")));
  // What is inside a hidden figure is hidden too: `inherit`, not `visible`.
  style.visibility = read("visible") >= 0.5 ? "" : "hidden";
  const blur = clampShown(BLUR, read("blur"));
  style.filter = blur > 0 ? `blur(${blur}px)` : "";
  style.width = `${clampShown(WIDTH, read("width"))}px`;
  style.height = `${clampShown(HEIGHT, read("height"))}px`;
  style.color = printShownColor(poses, motion.slot(index, "color"));
  if (figure?.kind !== "ball") style.borderRadius = `${clampShown(CORNER, read("corner"))}px`;
  if (figure?.kind !== "card" || !figure.look.back) return;
  const back = isBackShown(turnX, turnY);
  for (const face of element.children)
    if (face instanceof HTMLElement && face.dataset.face)
      face.style.visibility = (face.dataset.face === "back") === back ? "" : "hidden";
}
