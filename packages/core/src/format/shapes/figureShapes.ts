import { htmlText } from "../../art/index.ts";
import {
  CHANNELS,
  type ChannelId,
  clampShown,
  type Figure,
  type Study,
} from "../../study/index.ts";
import type { Drawn } from "../drawn.ts";
import type { HandoffNames } from "../names.ts";
import { boxDrawing, cardDrawing, type Sized, type SvgDrawing, svgArt } from "./shapeArt.ts";

const RADIANS = Math.PI / 180;
const SIZE: readonly ChannelId[] = ["width", "height", "corner"];

/** One thing of an element that depends on channels: an attribute, or its transform. */
export interface Animatable {
  /** The attribute, or for a transform its kind. */
  readonly name: string;
  readonly isTransform?: true;
  /** The channels that determine it, in the order in which `values` takes them. */
  readonly channels: readonly ChannelId[];
  /** The numbers of the attribute from those of the channels. */
  readonly values: (channels: readonly number[]) => readonly number[];
  /** The channel that says how exact the numbers have to be. */
  readonly like: ChannelId;
}

/** An attribute as it stands at first, and the elements that move it. */
export interface Animated {
  readonly initial: string;
  readonly elements: string;
}

/** What the attributes of figures are: of a moment, or over time. */
export interface ShapeValues {
  readonly attribute: (index: number, what: Animatable) => Animated;
  readonly color: (index: number) => Animated;
  /** Whether a figure is shown, or one of its faces: "inherit", "visible" or "hidden". */
  readonly shown: (index: number, side?: "front" | "back") => Animated;
  /**
   * Draws what a figure shows, in px from its pivot, as it is turned toward the eye and skewed; undefined where it is
   * not turned. Absent where that cannot be drawn: there what turns gets narrower.
   */
  readonly inDepth?: (index: number, content: string) => string | undefined;
}

/**
 * The figures of a study as plain shapes and words with attributes, without styles, HTML or scripts, nested as they
 * are.
 *
 * @param drawn which of them
 * @param names of the elements
 */
export function figureShapes(
  study: Study,
  drawn: Drawn,
  names: Pick<HandoffNames, "classes" | "ids">,
  values: ShapeValues,
): string {
  const writer = new FigureWriter(study, drawn, names, values);
  return writer.inside(null);
}

/** How SVG says a function of the `filter` of CSS. Source: Filter Effects 1, section 13.1. */
interface FilterPrimitive {
  readonly attribute: string;
  /** The number of the attribute, from that of the channel. */
  readonly value: (shown: number) => number;
  readonly write: (attribute: Animated) => string;
}

const FILTERS: Readonly<Record<string, FilterPrimitive>> = {
  blur: {
    attribute: "stdDeviation",
    value: (radius) => radius,
    write: ({ initial, elements }) =>
      `<feGaussianBlur stdDeviation="${initial}">${elements}</feGaussianBlur>`,
  },
};

/** Writes figures with what stands in them. */
class FigureWriter {
  constructor(
    private readonly study: Study,
    private readonly which: Drawn,
    private readonly names: Pick<HandoffNames, "classes" | "ids">,
    private readonly values: ShapeValues,
  ) {}

  /** The figures that stand in another, or in none. */
  inside(parent: string | null): string {
    return this.study.figures
      .map((figure, index) =>
        figure.parent === parent && this.which.isThere(figure.id) ? this.figure(figure, index) : "",
      )
      .filter(Boolean)
      .join("\n");
  }

  private figure(figure: Figure, index: number): string {
    const name = this.names.classes[index] as string;
    const { back, hidesOverflow } = figure.look;
    const isShown = this.which.isShown(figure.id);
    const drawn = (drawings: readonly SvgDrawing[]) =>
      drawings.map((each) => this.drawing(index, each)).join("");
    /** What a figure looks like; its box is there in any case, since that says where it is. */
    const looks = (drawings: readonly SvgDrawing[]) => (isShown ? drawn(drawings) : "");
    let content: string;
    if (back) {
      const mirrored: SvgDrawing = {
        tag: "svg",
        attributes: { x: (width) => -width, overflow: "visible" },
        children: cardDrawing(back),
      };
      content =
        drawn([boxDrawing()]) +
        this.face(index, "front", looks(cardDrawing(figure.look)) + this.inside(figure.id)) +
        this.face(index, "back", `<g transform="scale(-1 1)">${looks([mirrored])}</g>`);
    } else
      content = (isShown ? drawn(svgArt(figure)) : drawn([boxDrawing()])) + this.inside(figure.id);
    if (hidesOverflow)
      content = this.clipped(this.names.ids(`clip ${index}`, `${name}-clip`), content, index);
    return this.positionedGroup(index, name, content);
  }

  /** What is seen of something through a figure's box. */
  private clipped(id: string, content: string, index: number): string {
    const box = this.drawing(index, boxDrawing());
    return `<clipPath id="${id}">${box}</clipPath><g clip-path="url(#${id})">${content}</g>`;
  }

  /** What a figure shows, put where it stands, turned and painted. */
  private positionedGroup(index: number, name: string, content: string): string {
    const pivot = (channels: readonly number[], side: number) => {
      const [pivotX = 0, pivotY = 0, width = 0, height = 0] = channels.slice(side);
      return [(pivotX / 100) * width, (pivotY / 100) * height] as const;
    };
    const around: readonly ChannelId[] = ["pivotX", "pivotY", "width", "height"];
    const toPivot: Animatable = {
      ...{ name: "translate", channels: around, like: "x" },
      values: (channels) => pivot(channels, 0).map((value) => -value),
    };
    const inPlane: Animatable[] = [
      {
        ...{ name: "translate", channels: ["x", "y", ...around], like: "x" },
        values: ([x = 0, y = 0, ...rest]) => {
          const [left, top] = pivot(rest, 0);
          return [x + left, y + top];
        },
      },
      {
        ...{ name: "rotate", channels: ["rotate"], like: "rotate" },
        values: ([rotate = 0]) => [rotate],
      },
    ];
    const scaled: Animatable = {
      ...{ name: "scale", channels: ["scaleX", "scaleY"], like: "scaleX" },
      values: (channels) => channels,
    };
    const narrowed: Animatable = {
      ...{ name: "scale", channels: ["scaleX", "scaleY", "turnX", "turnY"], like: "scaleX" },
      // Seen from far away, what turns about an axis is as much narrower as the cosine of its angle.
      values: ([scaleX = 1, scaleY = 1, turnX = 0, turnY = 0]) => [
        scaleX * Math.cos(turnY * RADIANS),
        scaleY * Math.cos(turnX * RADIANS),
      ],
    };
    const skewed: Animatable = {
      ...{ name: "skewX", channels: ["skew"], like: "skew" },
      values: ([skew = 0]) => [skew],
    };
    const fromPivot = this.transformed(index, [toPivot], content);
    const inDepth = this.values.inDepth?.(index, fromPivot);
    const turned =
      inDepth === undefined
        ? this.transformed(index, [...inPlane, narrowed, skewed], fromPivot)
        : this.transformed(index, [...inPlane, scaled], inDepth);
    return this.painted(index, name, turned);
  }

  /** Some content within transforms, the first outermost; what changes nothing is not written. */
  private transformed(index: number, steps: readonly Animatable[], content: string): string {
    const without: Readonly<Record<string, string>> = {
      ...{ translate: "0 0", rotate: "0", scale: "1 1", skewX: "0" },
    };
    return steps.reduceRight((inner, step) => {
      const { initial, elements } = this.values.attribute(index, { ...step, isTransform: true });
      if (elements === "" && initial === without[step.name]) return inner;
      return `<g transform="${step.name}(${initial})">${elements}${inner}</g>`;
    }, content);
  }

  private painted(index: number, name: string, content: string): string {
    const color = this.values.color(index);
    const opacity = this.values.attribute(index, {
      ...{ name: "opacity", channels: ["opacity"], values: (values) => values, like: "opacity" },
    });
    const visible = this.values.shown(index);
    const primitives = this.filtered(index);
    const filterId = primitives ? this.names.ids(`filter ${index}`, `${name}-filter`) : "";
    const filter = primitives
      ? `<filter id="${filterId}" x="-1" y="-1" width="3" height="3">${primitives}</filter>`
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
      ...(primitives ? [`filter="url(#${filterId})"`] : []),
    ];
    return `<g ${attributes.join(" ")}>${color.elements}${opacity.elements}${visible.elements}${filter}${content}</g>`;
  }

  /** What filters a figure, in the order of the channels; empty where nothing does. */
  private filtered(index: number): string {
    return CHANNELS.map((channel) => {
      const primitive = channel.css.call && FILTERS[channel.css.call];
      if (channel.css.property !== "filter" || !primitive) return "";
      const value = this.values.attribute(index, {
        ...{ name: primitive.attribute, channels: [channel.id], like: channel.id },
        values: ([shown = 0]) => [primitive.value(clampShown(channel, shown))],
      });
      const isNone = value.initial === String(primitive.value(Number(channel.initial)));
      return value.elements === "" && isNone ? "" : primitive.write(value);
    }).join("");
  }

  /** One face of a card, shown while it is toward the eye. */
  private face(index: number, side: "front" | "back", content: string): string {
    const { initial, elements } = this.values.shown(index, side);
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

  private sized(index: number, name: string, value: Sized): Animated {
    return this.values.attribute(index, {
      ...{ name, channels: SIZE, like: "width" },
      values: ([width = 0, height = 0, corner = 0]) => [value(width, height, corner)],
    });
  }
}
