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
}

const any = (
  id: ChannelId,
  label: string,
  rest: Omit<ChannelDefinition, "id" | "label">,
): ChannelDefinition => ({ id, label, ...rest });

const length = { kind: "number", unit: "px", decimals: 1, drag: 1 } as const;
const factor = { kind: "number", unit: "", initial: 1, decimals: 2, drag: 0.01 } as const;
const angle = { kind: "angle", unit: "°", initial: 0, decimals: 1, drag: 1 } as const;
const share = { kind: "number", unit: "%", initial: 50, decimals: 0, drag: 1 } as const;
const NOT_NEGATIVE = { min: 0, max: Number.POSITIVE_INFINITY };

/** The channels, in the order they are shown. */
export const CHANNELS: readonly ChannelDefinition[] = [
  any("x", "x", { ...length, initial: 0 }),
  any("y", "y", { ...length, initial: 0 }),
  any("scaleX", "scale x", factor),
  any("scaleY", "scale y", factor),
  any("rotate", "rotate", angle),
  any("turnX", "turn x", angle),
  any("turnY", "turn y", angle),
  any("skew", "skew", angle),
  any("opacity", "opacity", { ...factor, legal: { min: 0, max: 1 } }),
  any("visible", "visible", {
    kind: "switch",
    unit: "",
    initial: 1,
    legal: { min: 0, max: 1 },
    decimals: 0,
    drag: 0,
  }),
  any("color", "color", { kind: "color", unit: "", initial: "#3F5E8C", decimals: 0, drag: 0 }),
  any("blur", "blur", { ...length, initial: 0, legal: NOT_NEGATIVE, drag: 0.1 }),
  any("width", "width", { ...length, initial: 100, legal: NOT_NEGATIVE }),
  any("height", "height", { ...length, initial: 100, legal: NOT_NEGATIVE }),
  any("corner", "corner", { ...length, initial: 0, legal: NOT_NEGATIVE }),
  any("pivotX", "pivot x", share),
  any("pivotY", "pivot y", share),
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
