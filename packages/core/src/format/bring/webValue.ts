import { calc } from "@csstools/css-calc";
import { CHANNELS, type ChannelId, channelOf } from "../../study/index.ts";
import { readColor } from "../../value/index.ts";
import { cssUnit } from "../css/cssProperties.ts";
import { COMMA, SPACE, splitOutside } from "./splitOutside.ts";

/** What a property says, by channels; a text says why it cannot be read. */
export type ChannelValues = Partial<Record<ChannelId, number | string>> | string;

/** The channels of each property, in the order of its parts. */
const PARTS: ReadonlyMap<string, readonly ChannelId[]> = partsOf();

function partsOf(): Map<string, readonly ChannelId[]> {
  const parts = new Map<string, readonly ChannelId[]>();
  for (const { id, css } of CHANNELS) {
    // What a `transform` says is read function by function.
    if (css.property !== "transform")
      parts.set(css.property, [...(parts.get(css.property) ?? []), id]);
    for (const other of css.also ?? []) parts.set(other, [id]);
  }
  return parts;
}

/** The functions of a property that say one channel each. */
const callsOf = (property: string): ReadonlyMap<string, ChannelId> =>
  new Map(
    CHANNELS.flatMap(({ id, css }) =>
      css.property === property && css.call ? [[css.call.toLowerCase(), id] as const] : [],
    ),
  );
const FILTERS = callsOf("filter");

/** Functions of `transform` with the channels of their arguments. */
const FUNCTIONS: ReadonlyMap<string, readonly ChannelId[]> = new Map<string, readonly ChannelId[]>([
  ["translate", ["x", "y"]],
  ["translatex", ["x"]],
  ["translatey", ["y"]],
  ["translate3d", ["x", "y"]],
  ["rotate", ["rotate"]],
  ["rotatez", ["rotate"]],
  ["scale", ["scaleX", "scaleY"]],
  ["scalex", ["scaleX"]],
  ["scaley", ["scaleY"]],
  ["skew", ["skew"]],
  ...[...callsOf("transform")].map(([name, id]) => [name, [id]] as const),
]);

/** The channels that a property can move; none for one that has none here. */
export function channelsOfProperty(property: string): readonly ChannelId[] {
  return PARTS.get(property) ?? [];
}

/** A text that custom properties make longer than this is not read: letters. */
const LONGEST = 20_000;

/**
 * A text with the custom properties in it replaced by what is declared of them. Those that make it longer than a value
 * can be stay as they are, and are not read.
 */
export function withVariables(text: string, declared: ReadonlyMap<string, string>): string {
  let out = text;
  for (let round = 0; round < 8 && out.includes("var("); round++) {
    let length = out.length;
    out = out.replace(
      /var\(\s*(--[-\w]+)\s*(?:,\s*([^()]*))?\)/g,
      (whole, name: string, other?: string) => {
        const value = declared.get(name)?.trim() ?? other ?? whole;
        length += value.length - whole.length;
        // With space around it: what is two words stays two.
        return length > LONGEST ? whole : ` ${value} `;
      },
    );
    if (length > LONGEST) return out;
  }
  return out.trim();
}

/**
 * The channel that a custom property feeds, from the declaration it stands in, and whether it adds to another one
 * there.
 */
export function channelOfVariable(
  variable: string,
  declared: ReadonlyMap<string, string>,
): { readonly channel: ChannelId; readonly adds: boolean; readonly property: string } | undefined {
  const used = new RegExp(`var\\(\\s*${variable.replace(/[^-\w]/g, "")}\\s*[,)]`);
  for (const [property, text] of declared) {
    if (property.startsWith("--") || !used.test(text)) continue;
    const found =
      property === "transform"
        ? argumentsOf(text)
        : splitOutside(text, SPACE).map((part, i) => ({ part, channel: PARTS.get(property)?.[i] }));
    for (const { part, channel } of found) {
      if (!channel || !used.test(part)) continue;
      return { channel, adds: part.search(used) > part.indexOf("var("), property };
    }
  }
  return undefined;
}

function argumentsOf(text: string): { part: string; channel: ChannelId | undefined }[] {
  return splitOutside(text, SPACE).flatMap((call) => {
    const at = call.indexOf("(");
    const [name, inside] = [call.slice(0, at).toLowerCase(), call.slice(at + 1, -1)];
    return splitOutside(inside, COMMA).map((part, i) => ({
      part,
      channel: FUNCTIONS.get(name)?.[i],
    }));
  });
}

const DEGREES: Readonly<Record<string, number>> = {
  deg: 1,
  turn: 360,
  rad: 180 / Math.PI,
  grad: 0.9,
};

/** What sums in a value come to; what is no sum, and what the package throws at, stays as it is. */
export function calculated(value: string): string {
  if (!value.includes("(")) return value;
  try {
    return calc(value);
  } catch {
    return value;
  }
}

/** The size of an element's box and of its letters, px, as far as it is said: what percentages and `em` are shares of. */
export interface WebSize {
  readonly width?: number | undefined;
  readonly height?: number | undefined;
  readonly em?: number | undefined;
}

/** The size of the box of an element as it is declared: with its padding and its borders, where those come on top. */
export function sizeOf(declared: ReadonlyMap<string, string>): WebSize {
  const said = (property: string) =>
    splitOutside(calculated(withVariables(declared.get(property) ?? "", declared)), SPACE);
  const length = (property: string) => numberOf(said(property)[0] ?? "", "px");
  const isWhole = said("box-sizing")[0] === "border-box";
  const padding = said("padding").map((word) => numberOf(word, "px") ?? 0);
  const [above = 0, beside = above, below = above, other = beside] = padding;
  const drawn = said("border").flatMap((word) => numberOf(word, "px") ?? []);
  const border = numberOf(said("border-width")[0] ?? "", "px") ?? drawn[0] ?? 0;
  const side = (property: string, more: number) => {
    const own = length(property);
    return own === undefined || isWhole ? own : own + more + 2 * border;
  };
  const letters =
    declared.get("font-size") ??
    declared
      .get("font")
      ?.split(/[\s/]/)
      .find((word) => /^[\d.]/.test(word));
  return {
    width: side("width", beside + other),
    height: side("height", above + below),
    em: numberOf(withVariables(letters ?? "", declared), "px"),
  };
}

/** A value of a property as channel values. */
export function readWebValue(property: string, value: string, size: WebSize = {}): ChannelValues {
  const text = calculated(value).trim();
  if (channelsOfProperty(property)[0] === "color")
    return readColor(text, "srgb") ? { color: text } : `${text} is no color that can be read`;
  if (property === "visibility") return { visible: /^(hidden|collapse)$/i.test(text) ? 0 : 1 };
  if (/^none$/i.test(text)) return noneOf(property);
  if (property === "transform") return readTransform(text, size);
  if (property === "filter") return readFilter(text, size);
  const channels = PARTS.get(property);
  if (!channels) return "nothing here moves like it";
  const words = originIn(property, splitOutside(text, SPACE));
  if (words.length > 1 && words[0] === "z" && property === "rotate") words.shift();
  const unit = cssUnit(channels[0] as ChannelId);
  const most = property === "border-radius" ? 1 : channels.length;
  if (
    words.length === 0 ||
    words.length > most + (property === "translate" && numberOf(words[2] ?? "", "px") === 0 ? 1 : 0)
  )
    return `it has more parts than ${channels.length === 1 ? "one" : "two"}`;
  const out: Partial<Record<ChannelId, number>> = {};
  for (const [i, channel] of channels.entries()) {
    const word = words[i] ?? (property === "translate" ? "0" : words[0]);
    // Shares of left and top are of what an element stands in, which nobody says.
    const side = property === "left" || property === "top" ? undefined : sideOf(channel, size);
    const number = numberOf(word ?? "", unit, { side, em: size.em });
    if (number === undefined) return `${word} ${whyNot(word ?? "", unit, channel)}`;
    out[channel] = number;
  }
  return out;
}

/** The two places that `transform-origin` says, across and down, in whatever order it says them; other words as they are. */
function originIn(property: string, words: readonly string[]): string[] {
  const [first = "", second = "50%", ...more] = words;
  if (property !== "transform-origin") return [...words];
  const isDown = /^(top|bottom)$/i.test(first) || /^(left|right)$/i.test(second);
  // A depth that is none says nothing.
  const rest = more.filter((word) => numberOf(word, "px") !== 0);
  return isDown ? [second, first, ...rest] : [first, second, ...rest];
}

/** The side of an element that percentages of a channel are shares of, px. */
function sideOf(channel: ChannelId, { width, height }: WebSize): number | undefined {
  if (channel === "x" || channel === "pivotX") return width;
  return channel === "y" || channel === "pivotY" ? height : undefined;
}

function whyNot(word: string, unit: keyof typeof UNIT_WORDS, channel: ChannelId): string {
  if (word.endsWith("%") && unit === "px")
    return `is a share of a ${channel === "y" || channel === "height" ? "height" : "width"} that is not said`;
  if (/em$/i.test(word) && unit === "px") return "is a share of a font size that is not said";
  return `is not ${UNIT_WORDS[unit]}`;
}

const UNIT_WORDS = { px: "in px", deg: "an angle", "": "a number", "%": "a share in %" } as const;

/** Lengths in px. Source: CSS Values and Units 4, section 6.2; a rem is what browsers begin with. */
const LENGTHS: Readonly<Record<string, number>> = {
  ...{ px: 1, in: 96, cm: 96 / 2.54, mm: 9.6 / 2.54, q: 2.4 / 2.54, pt: 96 / 72, pc: 16, rem: 16 },
};

/**
 * A number in a unit; percentages count as shares where the unit is none, and of a side where that is known.
 *
 * @param shares what percentages and `em` are shares of, px
 */
function numberOf(
  word: string,
  unit: "px" | "deg" | "" | "%",
  { side, em }: { readonly side?: number | undefined; readonly em?: number | undefined } = {},
): number | undefined {
  const plain = word.includes("(") ? calculated(withShares(word, side, em)) : word;
  const [, digits = "", named = ""] =
    /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)([a-z%]*)$/i.exec(plain.trim()) ?? [];
  const number = Number(digits);
  const own = named.toLowerCase();
  if (digits === "" || !Number.isFinite(number)) {
    const place: Readonly<Record<string, number>> = {
      left: 0,
      top: 0,
      center: 50,
      right: 100,
      bottom: 100,
    };
    return unit === "%" ? place[word.trim().toLowerCase()] : undefined;
  }
  if (own === unit || (number === 0 && own === "")) return number;
  if (unit === "deg") return DEGREES[own] === undefined ? undefined : number * DEGREES[own];
  if (unit === "" && own === "%") return number / 100;
  const length = own === "em" ? em : LENGTHS[own];
  if (unit === "px") {
    if (own === "%" && side !== undefined) return (number / 100) * side;
    return length === undefined ? undefined : number * length;
  }
  if (unit === "%" && length !== undefined && side) return ((number * length) / side) * 100;
  return undefined;
}

/** The words of a sum with what they are shares of put in, as far as that is known. */
function withShares(word: string, side: number | undefined, em: number | undefined): string {
  const share = (text: string, unit: RegExp, whole: number | undefined) =>
    whole === undefined
      ? text
      : text.replace(unit, (_, digits: string) => `${Number(digits) * whole}px`);
  return share(
    share(word, /(\d*\.?\d+)%/g, side === undefined ? undefined : side / 100),
    /(\d*\.?\d+)em\b/gi,
    em,
  );
}

/** The properties that can be `none`; of `transform` that says nothing that is not said otherwise. */
const CAN_BE_NONE: ReadonlySet<string> = new Set(["translate", "scale", "rotate", "filter"]);

function noneOf(property: string): ChannelValues {
  if (property === "transform") return {};
  if (!CAN_BE_NONE.has(property)) return "none says nothing here";
  return Object.fromEntries(
    channelsOfProperty(property).map((id) => [id, channelOf(id).initial as number]),
  );
}

/** A list of filters; what it does not say is as it is without a filter. */
function readFilter(text: string, { em }: WebSize): ChannelValues {
  const out = noneOf("filter") as Partial<Record<ChannelId, number>>;
  const seen = new Set<string>();
  for (const call of splitOutside(text, SPACE)) {
    const [, name = "", word = ""] = /^([-a-z]+)\(([^()]*)\)$/i.exec(call) ?? [];
    const id = FILTERS.get(name.toLowerCase());
    if (!id) return `of filters only ${[...FILTERS.keys()].join("(), ")}() can be read`;
    if (seen.has(id)) return `${name}() stands in it twice`;
    seen.add(id);
    const unit = cssUnit(id);
    // A factor and its percentage are the same.
    const number =
      unit === "%" ? 100 * (numberOf(word, "") ?? Number.NaN) : numberOf(word, unit, { em });
    if (word !== "" && !Number.isFinite(number))
      return `${word} in ${name}() ${whyNot(word, unit, id)}`;
    if (word !== "") out[id] = number as number;
  }
  return out;
}

function readTransform(text: string, size: WebSize): ChannelValues {
  const out: Partial<Record<ChannelId, number>> = {};
  for (const call of splitOutside(text, SPACE)) {
    const at = call.indexOf("(");
    const name = call.slice(0, at).toLowerCase();
    if (name === "perspective") continue;
    const channels = FUNCTIONS.get(name);
    if (!channels) return `${call.slice(0, at) || text}() cannot be read`;
    const given = splitOutside(call.slice(at + 1, -1), COMMA);
    for (const [i, channel] of channels.entries()) {
      const scales = channel === "scaleX" || channel === "scaleY";
      const word = given[i] ?? (scales ? given[0] : "0");
      const unit = cssUnit(channel);
      const number = numberOf(word ?? "", unit, { side: sideOf(channel, size), em: size.em });
      if (number === undefined) return `${word} in ${name}() ${whyNot(word ?? "", unit, channel)}`;
      if (out[channel] !== undefined) return `${name}() stands in it twice`;
      out[channel] = number;
    }
  }
  return out;
}

/** A time in ms; undefined for what is none. */
export function timeOf(text: string): number | undefined {
  const word = text.includes("(") ? calculated(text) : text;
  const [, digits, unit] = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)(ms|s)$/i.exec(word) ?? [];
  if (digits === undefined) return undefined;
  return Number(digits) * (unit?.toLowerCase() === "s" ? 1000 : 1);
}
