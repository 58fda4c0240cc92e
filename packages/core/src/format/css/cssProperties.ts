import type { ChannelId } from "../../study/index.ts";

/** One CSS property and the channels that determine it. */
export interface CssProperty {
  readonly property: string;
  readonly channels: readonly ChannelId[];
  readonly unit: "px" | "deg" | "%" | "";
  /** Type for `@property`; colours and switches never need one. */
  readonly syntax: "<length>" | "<angle>" | "<number>" | "<percentage>" | "<color>";
  /** The greatest tolerance, in the property's unit; most figures need a smaller one, see `figureTolerances`. */
  readonly tolerance: number;
  /** The properties that it is put together from, where those are none of their own. */
  readonly parts?: readonly CssProperty[];
  /** Whether the initial values of CSS are the same as those of Levitas. */
  readonly implied?: true;
  /**
   * Combines the values of the channels, with units; absent means separated by spaces.
   *
   * @param isDeclared whether it stands in a rule, beside other properties, and not in a keyframe
   */
  readonly write?: (
    values: readonly string[],
    scene: Pick<CssScene, "perspective">,
    isDeclared?: boolean,
  ) => string;
}

/** What writing a property needs to know of the scene. */
export interface CssScene {
  /** Perspective distance, px. */
  readonly perspective: number;
  /** The tolerance of a figure's property, in the property's unit; see `figureTolerances`. */
  readonly toleranceOf: (index: number, property: CssProperty) => number;
  /** Whether what is sampled leaves as keyframes with values, which all browsers know. */
  readonly keyframesOnly?: boolean;
  /** What of a channel's value the property itself says, where something else says the rest; absent for all of it. */
  readonly ownValue?: (index: number, id: ChannelId, value: number) => number;
}

/** The tolerance of one channel of a property of a figure, in the unit of that channel. */
export function toleranceOf(
  { toleranceOf: of }: CssScene,
  index: number,
  property: CssProperty,
  id: ChannelId,
): number {
  const part = property.parts?.find(({ channels }) => channels.includes(id));
  return of(index, part ?? property);
}

/** How channels become CSS: as individual transform properties, so that each can be animated by itself. */
export const CSS_PROPERTIES: readonly CssProperty[] = [
  {
    property: "transform-origin",
    channels: ["pivotX", "pivotY"],
    unit: "%",
    syntax: "<percentage>",
    tolerance: 0.05,
    implied: true,
  },
  {
    property: "translate",
    channels: ["x", "y"],
    unit: "px",
    syntax: "<length>",
    tolerance: 0.15,
    implied: true,
  },
  {
    property: "rotate",
    channels: ["rotate"],
    unit: "deg",
    syntax: "<angle>",
    tolerance: 0.012,
    implied: true,
  },
  {
    property: "scale",
    channels: ["scaleX", "scaleY"],
    unit: "",
    syntax: "<number>",
    tolerance: 0.0003,
    implied: true,
  },
  {
    property: "transform",
    channels: ["turnX", "turnY", "skew"],
    unit: "deg",
    syntax: "<angle>",
    tolerance: 0.012,
    implied: true,
    // A custom property that nobody sets: what makes CSS smaller drops translate, rotate and scale beside a transform
    // that it can read, as if that said them as well.
    write: ([turnX, turnY, skew], { perspective }, isDeclared = false) =>
      `perspective(${isDeclared ? `var(--eye, ${perspective}px)` : `${perspective}px`}) rotateX(${turnX}) rotateY(${turnY}) skewX(${skew})`,
  },
  {
    property: "opacity",
    channels: ["opacity"],
    unit: "",
    syntax: "<number>",
    tolerance: 0.0012,
    implied: true,
  },
  {
    property: "visibility",
    channels: ["visible"],
    unit: "",
    syntax: "<number>",
    tolerance: 0.15,
    implied: true,
    // `visible` would show even inside a hidden parent.
    write: ([shown]) => (Number(shown) >= 0.5 ? "inherit" : "hidden"),
  },
  { property: "color", channels: ["color"], unit: "", syntax: "<color>", tolerance: 0.002 },
  {
    property: "filter",
    channels: ["blur"],
    unit: "px",
    syntax: "<length>",
    tolerance: 0.02,
    implied: true,
    write: ([radius]) => `blur(${radius})`,
  },
  { property: "width", channels: ["width"], unit: "px", syntax: "<length>", tolerance: 0.1 },
  { property: "height", channels: ["height"], unit: "px", syntax: "<length>", tolerance: 0.1 },
  {
    property: "border-radius",
    channels: ["corner"],
    unit: "px",
    syntax: "<length>",
    tolerance: 0.08,
    implied: true,
  },
];
