import type { ChannelId } from "../study/index.ts";

/** One CSS property and the channels that make it. */
export interface CssProperty {
  readonly property: string;
  readonly channels: readonly [ChannelId] | readonly [ChannelId, ChannelId];
  readonly unit: "px" | "deg" | "";
  /** Type for `@property`; colours never need one. */
  readonly syntax: "<length>" | "<angle>" | "<number>" | "<color>";
  /** An element that says nothing has our initial values too. */
  readonly implied?: true;
}

/** How channels become CSS: individual transform properties, so that each can run by itself. */
export const CSS_PROPERTIES: readonly CssProperty[] = [
  { property: "translate", channels: ["x", "y"], unit: "px", syntax: "<length>", implied: true },
  { property: "rotate", channels: ["rotate"], unit: "deg", syntax: "<angle>", implied: true },
  {
    property: "scale",
    channels: ["scaleX", "scaleY"],
    unit: "",
    syntax: "<number>",
    implied: true,
  },
  { property: "opacity", channels: ["opacity"], unit: "", syntax: "<number>", implied: true },
  { property: "color", channels: ["color"], unit: "", syntax: "<color>" },
  { property: "width", channels: ["width"], unit: "px", syntax: "<length>" },
  { property: "height", channels: ["height"], unit: "px", syntax: "<length>" },
  {
    property: "border-radius",
    channels: ["corner"],
    unit: "px",
    syntax: "<length>",
    implied: true,
  },
];
