import { depthMatrix, isBackShown, type Matrix, type Motion } from "../../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  clampShown,
  PERSPECTIVE,
  type Study,
} from "../../study/index.ts";
import { roundTo } from "../../value/index.ts";
import { handoffContext } from "../context.ts";
import { drawnOf } from "../drawn.ts";
import { distinctNames } from "../names.ts";
import { figureShapes } from "./figureShapes.ts";
import { shapesSvg } from "./shapesSvg.ts";

/** Digits of the numbers of a still. */
const DIGITS = 5;
/** What a blur of a radius reaches beyond what it blurs, in radii. */
const BLUR_REACH = 3;

/** Something flat that is seen in perspective. */
export interface Turned {
  /** Elements of SVG, in px from the pivot. */
  readonly content: string;
  /** From there to how it is seen, in px from the pivot again. */
  readonly matrix: Matrix;
  /** How much larger or smaller it is drawn by what it stands in. */
  readonly scale: number;
  /** What blurs reach beyond the content, px. */
  readonly margin: number;
}

/**
 * Writes a study at one moment after another as SVGs of plain shapes, for renderers that know neither HTML nor
 * perspective.
 *
 * @param drawTurned draws what is turned toward the eye, which SVG cannot; answers elements, such as an image
 */
export function shapesWriter(
  study: Study,
  {
    background,
    figures,
    drawTurned,
    ...size
  }: {
    readonly background: boolean;
    /** Ids of the figures that are drawn; all if absent. */
    readonly figures?: ReadonlySet<string> | undefined;
    /** Of the picture, in pixels. */
    readonly width: number;
    readonly height: number;
    readonly drawTurned: (turned: Turned) => string;
  },
): (time: number) => string {
  const motion = handoffContext(study).motion;
  const pose = new Float64Array(motion.slotCount);
  const eye = study.scene.perspective ?? PERSPECTIVE;
  // Names that are the same whatever is called how: nobody reads them here.
  const classes = study.figures.map((_, i) => `figure-${i}`);
  const names = { classes, ids: distinctNames(classes) };
  const drawn = drawnOf(study, figures);
  const scene = background ? study : { ...study, scene: { ...study.scene, background: "none" } };
  const read = (index: number, id: ChannelId) =>
    clampShown(channelOf(id), pose[motion.slot(index, id)] as number);
  const still = (initial: string) => ({ initial, elements: "" });
  const color = new Float64Array(4);
  const colorAt = (index: number, time: number) => {
    motion.colorAt(index, time, color);
    // In whole steps: not every reader of SVG takes fractions of them.
    const [r, g, b] = [...color].map((part) => Math.round(Math.min(Math.max(part, 0), 1) * 255));
    return `rgba(${r}, ${g}, ${b}, ${roundTo(Math.min(Math.max(color[3] as number, 0), 1), 4)})`;
  };
  return (time) => {
    motion.at(time, pose);
    const body = figureShapes(study, drawn, names, {
      attribute: (index, { channels, values }) =>
        still(
          values(channels.map((id) => read(index, id)))
            .map((value) => String(roundTo(value, DIGITS)))
            .join(" "),
        ),
      color: (index) => still(colorAt(index, time)),
      shown: (index, side) =>
        still(
          (
            side
              ? isBackShown(read(index, "turnX"), read(index, "turnY")) === (side === "back")
              : read(index, "visible") >= 0.5
          )
            ? "inherit"
            : "hidden",
        ),
      inDepth: (index, content) => {
        const [turnX, turnY] = [read(index, "turnX"), read(index, "turnY")];
        if (turnX === 0 && turnY === 0) return undefined;
        return drawTurned({
          content: `<g color="${colorAt(index, time)}">${content}</g>`,
          matrix: depthMatrix(turnX, turnY, read(index, "skew"), eye),
          scale: scaleOf(motion, index, read),
          margin: blurOf(study, index, read) * BLUR_REACH,
        });
      },
    });
    return shapesSvg(scene, body, size);
  };
}

type Read = (index: number, id: ChannelId) => number;

/** How much larger a figure is drawn by its own scale and those of what it stands in. */
function scaleOf(motion: Motion, index: number, read: Read): number {
  let scale = 1;
  for (let at = index; at >= 0; ) {
    scale *= Math.sqrt(Math.abs(read(at, "scaleX") * read(at, "scaleY")));
    const parent = motion.study.figures[at]?.parent ?? null;
    at = parent === null ? -1 : motion.figureIndex(parent);
  }
  return scale;
}

/** The largest blur of what stands in a figure, px. */
function blurOf(study: Study, index: number, read: Read): number {
  const id = study.figures[index]?.id;
  return Math.max(
    0,
    ...study.figures.map(({ parent }, i) =>
      parent === id ? Math.max(read(i, "blur"), blurOf(study, i, read)) : 0,
    ),
  );
}
