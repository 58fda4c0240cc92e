import { CSS_PROPERTIES, type CssProperty, combine, cssUnit } from "@levitas/core/format";
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

/** How each channel is painted: as the property of CSS that says it, which hand-offs write as well. */
export const WRITERS: readonly Writer[] = CSS_PROPERTIES.map((property) => ({
  channels: property.channels,
  write: (element, shown) => {
    const { figure, value } = shown;
    // A ball is round by itself.
    if (property.property === "border-radius" && figure.kind === "ball") return;
    element.style.setProperty(property.property, styleText(property, shown));
    if (property.property === "transform" && figure.kind === "card" && figure.look.back)
      showFace(element, isBackShown(value("turnX"), value("turnY")));
  },
}));

/** What a property says of a pose; nothing where that is what it says by itself, so that nothing is filtered or bent. */
function styleText(property: CssProperty, { value, motion, poses, index }: Shown): string {
  const { channels, implied } = property;
  if (implied && channels.every((id) => value(id) === channelOf(id).initial)) return "";
  const values = channels.map((id) =>
    id === "color" ? printShownColor(poses, motion.slot(index, id)) : `${value(id)}${cssUnit(id)}`,
  );
  return combine(property, values, { perspective: motion.study.scene.perspective ?? PERSPECTIVE });
}

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
