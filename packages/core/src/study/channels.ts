/** One animatable property of a figure. */
export type ChannelId =
  | "x"
  | "y"
  | "scaleX"
  | "scaleY"
  | "rotate"
  | "turnX"
  | "turnY"
  | "skew"
  | "opacity"
  | "visible"
  | "color"
  | "blur"
  | "width"
  | "height"
  | "corner"
  | "pivotX"
  | "pivotY";

/**
 * How the values of a channel blend: plain numbers, angles along a route, colours; a switch (0 or 1)
 * changes at its key and never between.
 */
export type ChannelKind = "number" | "angle" | "color" | "switch";

/** The definition of one channel. */
export interface ChannelDefinition {
  readonly id: ChannelId;
  readonly label: string;
  readonly kind: ChannelKind;
  /** Shown after numbers; empty for plain numbers and colours. */
  readonly unit: "px" | "°" | "%" | "";
  /** The value of a figure that does not set this channel. */
  readonly initial: number | string;
  /** Values outside are clamped where they are shown, never in the curve. */
  readonly legal?: { readonly min: number; readonly max: number };
  /** Decimals of a label. */
  readonly decimals: number;
  /** How much a value changes for one pixel of sideways dragging. */
  readonly drag: number;
  /** How CSS says it: for hand-offs, for what is brought in, and on the scene. */
  readonly css: ChannelCss;
  /**
   * Where a browser says the value itself, the largest difference that is none when a hand-off is proven, in the
   * channel's unit; absent for what is seen otherwise, such as a place.
   */
  readonly proven?: number;
}

/** How CSS says a channel. */
export interface ChannelCss {
  /** The property. Channels of one property are its values, in the order of the table. */
  readonly property: string;
  /** The function in the property's value that says this channel alone, such as `blur` in `filter`. */
  readonly call?: string;
  /** Other properties that it is read from where CSS is brought in. */
  readonly also?: readonly string[];
  /** Whether the initial value of CSS is the same, so that it need not be written. */
  readonly implied?: true;
  /** The most that a hand-off is off by rounding and sampling, in the channel's unit; absent where its corners say it. */
  readonly tolerance?: number;
  /** Whether a difference is seen at the figure's corners: a large figure needs it more exact than a small one. */
  readonly movesCorners?: true;
}

const channel = (
  id: ChannelId,
  label: string,
  rest: Omit<ChannelDefinition, "id" | "label">,
): ChannelDefinition => ({ id, label, ...rest });

const length = { kind: "number", unit: "px", decimals: 1, drag: 1 } as const;
const factor = { kind: "number", unit: "", initial: 1, decimals: 2, drag: 0.01 } as const;
const angle = { kind: "angle", unit: "°", initial: 0, decimals: 1, drag: 1 } as const;
const share = { kind: "number", unit: "%", initial: 50, decimals: 0, drag: 1 } as const;
const placed = { implied: true, movesCorners: true } as const;
const turned = { ...placed, tolerance: 0.012 } as const;
const NOT_NEGATIVE = { min: 0, max: Number.POSITIVE_INFINITY };

/** The channels, in the order they are shown. */
export const CHANNELS: readonly ChannelDefinition[] = [
  channel("x", "x", {
    ...length,
    initial: 0,
    css: { property: "translate", also: ["left"], ...placed },
  }),
  channel("y", "y", {
    ...length,
    initial: 0,
    css: { property: "translate", also: ["top"], ...placed },
  }),
  channel("scaleX", "scale x", { ...factor, css: { property: "scale", ...placed } }),
  channel("scaleY", "scale y", { ...factor, css: { property: "scale", ...placed } }),
  channel("rotate", "rotate", {
    ...angle,
    css: { property: "rotate", ...turned },
    proven: 0.02,
  }),
  channel("turnX", "turn x", {
    ...angle,
    css: { property: "transform", call: "rotateX", ...turned },
  }),
  channel("turnY", "turn y", {
    ...angle,
    css: { property: "transform", call: "rotateY", ...turned },
  }),
  channel("skew", "skew", { ...angle, css: { property: "transform", call: "skewX", ...turned } }),
  channel("opacity", "opacity", {
    ...factor,
    legal: { min: 0, max: 1 },
    css: { property: "opacity", implied: true, tolerance: 0.0012 },
    proven: 0.002,
  }),
  channel("visible", "visible", {
    kind: "switch",
    unit: "",
    initial: 1,
    legal: { min: 0, max: 1 },
    decimals: 0,
    drag: 0,
    css: { property: "visibility", implied: true, tolerance: 0.15 },
  }),
  channel("color", "color", {
    kind: "color",
    unit: "",
    initial: "#3F5E8C",
    decimals: 0,
    drag: 0,
    css: {
      property: "color",
      also: ["background-color", "background", "fill"],
      tolerance: 0.002,
    },
  }),
  channel("blur", "blur", {
    ...length,
    initial: 0,
    legal: NOT_NEGATIVE,
    drag: 0.1,
    css: { property: "filter", call: "blur", implied: true, tolerance: 0.02 },
    proven: 0.05,
  }),
  channel("width", "width", {
    ...length,
    initial: 100,
    legal: NOT_NEGATIVE,
    css: { property: "width", movesCorners: true },
  }),
  channel("height", "height", {
    ...length,
    initial: 100,
    legal: NOT_NEGATIVE,
    css: { property: "height", movesCorners: true },
  }),
  channel("corner", "corner", {
    ...length,
    initial: 0,
    legal: NOT_NEGATIVE,
    css: { property: "border-radius", implied: true, tolerance: 0.08 },
    proven: 0.1,
  }),
  channel("pivotX", "pivot x", { ...share, css: { property: "transform-origin", ...placed } }),
  channel("pivotY", "pivot y", { ...share, css: { property: "transform-origin", ...placed } }),
];

const byId: ReadonlyMap<string, ChannelDefinition> = new Map(CHANNELS.map((c) => [c.id, c]));

/** The definition of a channel; undefined for an unknown name. */
export function findChannel(id: string): ChannelDefinition | undefined {
  return byId.get(id);
}

/** The definition of a channel. Throws RangeError for an unknown one. */
export function channelOf(id: ChannelId): ChannelDefinition {
  const channel = byId.get(id);
  if (!channel) throw new RangeError(`channelOf: there is no channel ${JSON.stringify(id)}`);
  return channel;
}

/** Brings a value into the legal range of its channel, for showing only. */
export function clampShown(channel: ChannelDefinition, value: number): number {
  if (!channel.legal) return value;
  return Math.min(Math.max(value, channel.legal.min), channel.legal.max);
}

/** In which unit the values of a channel are typed: a kind of quantity of `readQuantity`. */
export function quantityOf({
  kind,
  unit,
}: Pick<ChannelDefinition, "kind" | "unit">): "angle" | "length" | "percent" | "factor" {
  if (kind === "angle") return "angle";
  return unit === "px" ? "length" : unit === "%" ? "percent" : "factor";
}
