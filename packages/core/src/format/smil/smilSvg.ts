import { htmlText } from "../../art/index.ts";
import { compileStudy, type Motion } from "../../motion/index.ts";
import type { ChannelId, Figure, Study } from "../../study/index.ts";
import { WITHIN } from "../css/css.ts";
import { CSS_PROPERTIES } from "../css/cssProperties.ts";
import { classNames } from "../css/cssText.ts";
import { figureTolerances } from "../css/cssTolerances.ts";
import {
  type Animatable,
  animated,
  animatedColor,
  animatedSwitch,
  isMoved,
} from "./smilAnimation.ts";
import { boxDrawing, cardDrawing, type Sized, type SvgDrawing, svgArt } from "./smilArt.ts";

const RADIANS = Math.PI / 180;
const SIZE: readonly ChannelId[] = ["width", "height", "corner"];

/**
 * A study as one SVG that moves by SMIL alone: shapes and words with attributes, without styles, HTML or scripts, for
 * places that strip those. Each channel that moves is sampled. There is no perspective in SVG: what turns toward the
 * eye gets narrower.
 *
 * @param within how far places may be off, px
 * @returns the text, and the selector of each figure's element by figure id
 */
export function smilSvg(
  study: Study,
  within = WITHIN,
): { readonly text: string; readonly selectorOf: Readonly<Record<string, string>> } {
  const motion = compileStudy(study);
  const { width, height, background } = study.scene;
  const names = classNames(study.figures.map(({ name }) => name));
  const share = within / WITHIN;
  const tolerances = figureTolerances(motion, share);
  const writer = new FigureWriter(motion, names, tolerances, share);
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">
<title>${htmlText(study.name)}</title>
<rect width="100%" height="100%" fill="${htmlText(background)}"/>
${writer.inside(null)}
</svg>
`;
  const selectorOf = Object.fromEntries(study.figures.map(({ id }, i) => [id, `#${names[i]}`]));
  return { text, selectorOf };
}

/** Writes figures with what stands in them. */
class FigureWriter {
  constructor(
    private readonly motion: Motion,
    private readonly names: readonly string[],
    private readonly tolerances: ReturnType<typeof figureTolerances>,
    private readonly share: number,
  ) {}

  /** The figures that stand in another, or in none. */
  inside(parent: string | null): string {
    return this.motion.study.figures
      .filter((figure) => figure.parent === parent)
      .map((figure) => this.figure(figure))
      .join("\n");
  }

  private figure(figure: Figure): string {
    const { motion } = this;
    const index = motion.figureIndex(figure.id);
    const name = this.names[index] as string;
    const { back, hidesOverflow } = figure.look;
    const drawn = (drawings: readonly SvgDrawing[]) =>
      drawings.map((each) => this.drawing(index, each)).join("");
    let content: string;
    if (back) {
      const mirrored: SvgDrawing = {
        tag: "svg",
        attributes: { x: (width) => -width, overflow: "visible" },
        children: cardDrawing(back),
      };
      content =
        drawn([boxDrawing()]) +
        this.face(index, "front", drawn(cardDrawing(figure.look)) + this.inside(figure.id)) +
        this.face(index, "back", `<g transform="scale(-1 1)">${drawn([mirrored])}</g>`);
    } else content = drawn(svgArt(figure)) + this.inside(figure.id);
    if (hidesOverflow)
      content = `<clipPath id="${name}-clip">${drawn([boxDrawing()])}</clipPath><g clip-path="url(#${name}-clip)">${content}</g>`;
    return this.placed(index, name, content);
  }

  /** What a figure shows, put where it stands, turned and painted. */
  private placed(index: number, name: string, content: string): string {
    const { motion } = this;
    const pivot = (channels: readonly number[], side: number) => {
      const [pivotX = 0, pivotY = 0, width = 0, height = 0] = channels.slice(side);
      return [(pivotX / 100) * width, (pivotY / 100) * height] as const;
    };
    const px = this.toleranceOf(index, "translate");
    const angle = this.toleranceOf(index, "transform");
    const around: readonly ChannelId[] = ["pivotX", "pivotY", "width", "height"];
    const steps: Animatable[] = [
      {
        ...{ name: "translate", channels: ["x", "y", ...around], tolerance: px },
        values: ([x = 0, y = 0, ...rest]) => {
          const [left, top] = pivot(rest, 0);
          return [x + left, y + top];
        },
      },
      {
        ...{ name: "rotate", channels: ["rotate"] },
        values: ([rotate = 0]) => [rotate],
        tolerance: this.toleranceOf(index, "rotate"),
      },
      {
        ...{ name: "scale", channels: ["scaleX", "scaleY", "turnX", "turnY"] },
        // Seen from far away, what turns about an axis is as much narrower as the cosine of its angle.
        values: ([scaleX = 1, scaleY = 1, turnX = 0, turnY = 0]) => [
          scaleX * Math.cos(turnY * RADIANS),
          scaleY * Math.cos(turnX * RADIANS),
        ],
        tolerance: this.toleranceOf(index, "scale"),
      },
      {
        ...{ name: "skewX", channels: ["skew"], values: ([skew = 0]) => [skew], tolerance: angle },
      },
      {
        ...{ name: "translate", channels: around, tolerance: px },
        values: (channels) => pivot(channels, 0).map((value) => -value),
      },
    ];
    const without: Readonly<Record<string, string>> = {
      ...{ translate: "0 0", rotate: "0", scale: "1 1", skewX: "0" },
    };
    const turned = steps.reduceRight((inner, step) => {
      const { initial, elements } = animated(motion, index, { ...step, isTransform: true });
      if (elements === "" && initial === without[step.name]) return inner;
      return `<g transform="${step.name}(${initial})">${elements}${inner}</g>`;
    }, content);
    return this.painted(index, name, turned);
  }

  private painted(index: number, name: string, content: string): string {
    const { motion } = this;
    const color = animatedColor(motion, index, this.toleranceOf(index, "color"));
    const opacity = animated(motion, index, {
      ...{ name: "opacity", channels: ["opacity"], values: (values) => values },
      tolerance: this.toleranceOf(index, "opacity"),
    });
    const visible = animatedSwitch(motion, index);
    const blur = animated(motion, index, {
      ...{ name: "stdDeviation", channels: ["blur"] },
      values: ([radius = 0]) => [Math.max(radius, 0)],
      tolerance: this.toleranceOf(index, "filter"),
    });
    const isBlurred = blur.elements !== "" || blur.initial !== "0";
    const filter = isBlurred
      ? `<filter id="${name}-blur" x="-1" y="-1" width="3" height="3"><feGaussianBlur stdDeviation="${blur.initial}">${blur.elements}</feGaussianBlur></filter>`
      : "";
    const attributes = [
      `id="${name}"`,
      `color="${color.initial}"`,
      ...(opacity.initial === "1" && opacity.elements === ""
        ? []
        : [`opacity="${opacity.initial}"`]),
      ...(visible.initial === "inherit" && visible.elements === ""
        ? []
        : [`visibility="${visible.initial}"`]),
      ...(isBlurred ? [`filter="url(#${name}-blur)"`] : []),
    ];
    return `<g ${attributes.join(" ")}>${color.elements}${opacity.elements}${visible.elements}${filter}${content}</g>`;
  }

  /** One face of a card, shown while it is toward the eye. */
  private face(index: number, side: "front" | "back", content: string): string {
    const { initial, elements } = animatedSwitch(this.motion, index, side);
    return `<g class="${side}" visibility="${initial}">${elements}${content}</g>`;
  }

  /** A part of what a figure looks like; what depends on the figure's size moves with it. */
  private drawing(index: number, { tag, attributes, children = [] }: SvgDrawing): string {
    let moving = "";
    const written = Object.entries(attributes).map(([name, value]) => {
      if (typeof value !== "function") return ` ${name}="${htmlText(String(value))}"`;
      const { initial, elements } = this.sized(index, name, value);
      moving += elements;
      return ` ${name}="${initial}"`;
    });
    const inside = children
      .map((child) => (typeof child === "string" ? htmlText(child) : this.drawing(index, child)))
      .join("");
    return `<${tag}${written.join("")}>${moving}${inside}</${tag}>`;
  }

  private sized(index: number, name: string, value: Sized) {
    // Only what the number depends on is looked at over time.
    const channels = SIZE.filter((id) => isMoved(this.motion, index, [id]));
    return animated(this.motion, index, {
      name,
      channels: channels.length > 0 ? SIZE : [],
      values: (size) => {
        const [width = 0, height = 0, corner = 0] =
          size.length > 0
            ? size
            : SIZE.map((id) => this.motion.valueAt(index, id, Number.NEGATIVE_INFINITY));
        return [value(width, height, corner)];
      },
      tolerance: this.toleranceOf(index, "width"),
    });
  }

  private toleranceOf(index: number, property: string): number {
    const found = CSS_PROPERTIES.find((each) => each.property === property);
    return found ? this.tolerances(index, found) : 0.1 * this.share;
  }
}
