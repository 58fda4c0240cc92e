import { CHANNELS, type ChannelId, channelOf } from "../../study/index.ts";

/** One CSS property and the channels that determine it. */
export interface CssProperty {
  readonly property: string;
  readonly channels: readonly ChannelId[];
  /** The properties that it is put together from, where those are none of their own. */
  readonly parts?: readonly CssProperty[];
  /** Whether the initial values of CSS are the same as those of Levitas. */
  readonly implied: boolean;
  /** What a browser does when it moves: composes what is painted, paints anew, or neither. */
  readonly cost: "composited" | "painted" | "none";
  /** Whether it fades: the rest is left out where people prefer fades only. */
  readonly isFade?: true;
  /** Whether its values add up, so that each of its channels can be animated by itself. */
  readonly addsUp?: true;
  /**
   * Combines the values of the channels, with units; absent means each in the function of its channel, separated by
   * spaces.
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
  /** The tolerance of a channel of a figure, in the channel's unit; see `figureTolerances`. */
  readonly toleranceOf: (index: number, id: ChannelId) => number;
  /** Whether what is sampled leaves as keyframes with values, which all browsers know. */
  readonly keyframesOnly?: boolean;
  /** What of a channel's value the property itself says, where something else says the rest; absent for all of it. */
  readonly ownValue?: (index: number, id: ChannelId, value: number) => number;
}

/** What CSS calls the units of channels. */
const UNITS = { px: "px", "°": "deg", "%": "%", "": "" } as const;
const SYNTAXES = {
  ...{ px: "<length>", "°": "<angle>", "%": "<percentage>", "": "<number>" },
} as const;

/** The unit of a channel in CSS. */
export function cssUnit(id: ChannelId): (typeof UNITS)[keyof typeof UNITS] {
  return UNITS[channelOf(id).unit];
}

/** The type of a channel for `@property`. */
export function cssSyntax(id: ChannelId): (typeof SYNTAXES)[keyof typeof SYNTAXES] {
  return SYNTAXES[channelOf(id).unit];
}

/** Whether a channel is a size, which makes its whole property invalid where it is negative. */
export function isNeverNegative(id: ChannelId): boolean {
  const { legal, unit } = channelOf(id);
  return legal?.min === 0 && unit !== "";
}

/** What CSS has of a channel where nobody says one; 0 where that depends on what is in the element. */
export function initialInCss(id: ChannelId): number {
  const { css, initial } = channelOf(id);
  return css.implied ? Number(initial) : 0;
}

/** What is to be known of a property beyond its channels. */
type Facts = Omit<CssProperty, "property" | "channels" | "implied" | "parts">;

const composited = { cost: "composited" } as const;
const painted = { cost: "painted" } as const;

/** Facts of properties, in the order in which they are written; another one is painted, after these. */
const FACTS: Readonly<Record<string, Facts>> = {
  "transform-origin": { cost: "none" },
  translate: { ...composited, addsUp: true },
  rotate: composited,
  scale: { ...composited, addsUp: true },
  transform: {
    ...composited,
    // A custom property that nobody sets: what makes CSS smaller drops translate, rotate and scale beside a transform
    // that it can read, as if that said them as well.
    write: (values, { perspective }, isDeclared = false) =>
      `perspective(${isDeclared ? `var(--eye, ${perspective}px)` : `${perspective}px`}) ${calls(TURNED, values)}`,
  },
  opacity: { ...composited, isFade: true },
  visibility: {
    ...painted,
    isFade: true,
    // `visible` would show even inside a hidden parent.
    write: ([shown]) => (Number(shown) >= 0.5 ? "inherit" : "hidden"),
  },
  color: { ...painted, isFade: true },
  filter: composited,
  width: painted,
  height: painted,
  "border-radius": painted,
};

const channelsOf = (property: string) => CHANNELS.filter(({ css }) => css.property === property);
const TURNED = channelsOf("transform").map(({ id }) => id);

/** How channels become CSS: as individual transform properties, so that each can be animated by itself. */
export const CSS_PROPERTIES: readonly CssProperty[] = [
  ...new Set([...Object.keys(FACTS), ...CHANNELS.map(({ css }) => css.property)]),
].map((property) => {
  const channels = channelsOf(property);
  return {
    ...{ property, channels: channels.map(({ id }) => id) },
    implied: channels.every(({ css }) => css.implied === true),
    ...(FACTS[property] ?? painted),
  };
});

/** The values of channels, each in its function. */
function calls(channels: readonly ChannelId[], values: readonly string[]): string {
  return channels.map((id, i) => `${channelOf(id).css.call}(${values[i]})`).join(" ");
}

/** Combines the values of a property's channels. */
export function combine(
  { channels, write }: CssProperty,
  values: readonly string[],
  scene: Pick<CssScene, "perspective">,
  isDeclared = false,
): string {
  if (write) return write(values, scene, isDeclared);
  return channelOf(channels[0] as ChannelId).css.call ? calls(channels, values) : values.join(" ");
}
