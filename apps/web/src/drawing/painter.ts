import { isBackShown, type Motion } from "@levitas/core/motion";
import {
  type ChannelId,
  channelOf,
  clampShown,
  type Figure,
  PERSPECTIVE,
} from "@levitas/core/study";
import { printShownColor } from "@levitas/core/value";

/** What of a pose a writer reads: the value of a channel of its figure, within its limits. */
interface Shown {
  readonly value: (channel: ChannelId) => number;
  readonly figure: Figure;
  readonly motion: Motion;
  readonly poses: Float64Array;
  readonly index: number;
}

/** What some channels write together. */
interface Writer {
  readonly channels: readonly ChannelId[];
  readonly write: (element: HTMLElement, shown: Shown) => void;
}

/** How each channel is painted; each stands in one of them. */
export const WRITERS: readonly Writer[] = [
  {
    channels: ["pivotX", "pivotY"],
    write: ({ style }, { value }) => {
      style.transformOrigin = `${value("pivotX")}% ${value("pivotY")}%`;
    },
  },
  {
    channels: ["x", "y"],
    write: ({ style }, { value }) => {
      style.translate = `${value("x")}px ${value("y")}px`;
    },
  },
  {
    channels: ["rotate"],
    write: ({ style }, { value }) => {
      style.rotate = `${value("rotate")}deg`;
    },
  },
  {
    channels: ["scaleX", "scaleY"],
    write: ({ style }, { value }) => {
      style.scale = `${value("scaleX")} ${value("scaleY")}`;
    },
  },
  {
    channels: ["turnX", "turnY", "skew"],
    write: (element, { value, figure, motion }) => {
      const [turnX, turnY, skew] = [value("turnX"), value("turnY"), value("skew")];
      const eye = motion.study.scene.perspective ?? PERSPECTIVE;
      element.style.transform =
        turnX === 0 && turnY === 0 && skew === 0
          ? ""
          : `perspective(${eye}px) rotateX(${turnX}deg) rotateY(${turnY}deg) skewX(${skew}deg)`;
      if (figure.kind === "card" && figure.look.back) showFace(element, isBackShown(turnX, turnY));
    },
  },
  {
    channels: ["opacity"],
    write: ({ style }, { value }) => {
      style.opacity = String(value("opacity"));
    },
  },
  {
    channels: ["visible"],
    write: ({ style }, { value }) => {
      // What is inside a hidden figure is hidden too: `inherit`, not `visible`.
      style.visibility = value("visible") >= 0.5 ? "" : "hidden";
    },
  },
  {
    channels: ["blur"],
    write: ({ style }, { value }) => {
      style.filter = value("blur") > 0 ? `blur(${value("blur")}px)` : "";
    },
  },
  {
    channels: ["width"],
    write: ({ style }, { value }) => {
      style.width = `${value("width")}px`;
    },
  },
  {
    channels: ["height"],
    write: ({ style }, { value }) => {
      style.height = `${value("height")}px`;
    },
  },
  {
    channels: ["color"],
    write: ({ style }, { poses, motion, index }) => {
      style.color = printShownColor(poses, motion.slot(index, "color"));
    },
  },
  {
    channels: ["corner"],
    write: ({ style }, { value, figure }) => {
      // A ball is round by itself.
      if (figure.kind !== "ball") style.borderRadius = `${value("corner")}px`;
    },
  },
];

function showFace(element: HTMLElement, isBack: boolean): void {
  for (const face of element.children)
    if (face instanceof HTMLElement && face.dataset.face)
      face.style.visibility = (face.dataset.face === "back") === isBack ? "" : "hidden";
}

/**
 * Puts poses on the elements of figures. Styles are written straight to the elements, and only those that say a value
 * which differs from what was written last.
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
    const written = this.study === figures ? this.written : undefined;
    const known = written?.length === poses.length ? written : undefined;
    figures.forEach((figure, index) => {
      const element = this.elements.get(figure.id);
      if (!element) return;
      const from = motion.slot(index, "x");
      const to = index + 1 < figures.length ? motion.slot(index + 1, "x") : poses.length;
      if (known && same(known, poses, from, to)) return;
      const value = (id: ChannelId) =>
        clampShown(channelOf(id), poses[motion.slot(index, id)] as number);
      const shown: Shown = { value, figure, motion, poses, index };
      for (const writer of WRITERS)
        if (!known || differs(writer, known, shown)) writer.write(element, shown);
    });
    if (known) known.set(poses);
    else this.written = Float64Array.from(poses);
    this.study = figures;
  }
}

function same(a: Float64Array, b: Float64Array, from: number, to: number): boolean {
  for (let i = from; i < to; i++) if (a[i] !== b[i]) return false;
  return true;
}

/** Whether one of the channels of a writer is not as it was written last. */
function differs(
  { channels }: Writer,
  known: Float64Array,
  { motion, poses, index }: Shown,
): boolean {
  return channels.some((id) => {
    const slot = motion.slot(index, id);
    return !same(known, poses, slot, slot + (id === "color" ? 4 : 1));
  });
}
