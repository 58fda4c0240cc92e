import { type Curve, parseCurve } from "../../curve/index.ts";
import type { ChannelId, KeptAnimation } from "../../study/index.ts";
import { initialInCss } from "../css/cssProperties.ts";
import type {
  BroughtFigure,
  BroughtTrack,
  BroughtTween,
  Unread,
  WebAnimation,
  WebElement,
} from "./brought.ts";
import { JUMP, switchedKeys } from "./switchedKeys.ts";
import {
  channelOfVariable,
  channelsOfProperty,
  readWebValue,
  sizeOf,
  withVariables,
} from "./webValue.ts";

/** Elements of the web as figures with tweens; what cannot be is put on the list. */
export function figuresOf(elements: readonly WebElement[], unread: Unread[]): BroughtFigure[] {
  return elements.flatMap((element) => {
    const rest = restOf(element);
    const kept: KeptAnimation[] = [];
    const read = element.animations.flatMap((each) => {
      const found = tweenOf(each, element, rest, unread);
      if (found.length === 0 && !each.property.startsWith("--")) kept.push(keptOf(each));
      return found;
    });
    const tweens = joined(read);
    const css = element.origin && { css: cssOf(element, element.origin, rest, kept) };
    return tweens.length === 0 ? [] : [{ name: element.name, rest: rest.all, tweens, ...css }];
  });
}

/** What has to be known of an element so that its motion can go back to its rule. */
function cssOf(
  { declared, animations }: WebElement,
  origin: NonNullable<WebElement["origin"]>,
  rest: Rest,
  kept: readonly KeptAnimation[],
): NonNullable<BroughtFigure["css"]> {
  const animated = animations.map(({ property }) =>
    property.startsWith("--") ? channelOfVariable(property, declared)?.property : property,
  );
  const isTransform = animated.includes("transform") || rest.parts.has("transform");
  const isColor = (each: string) =>
    animated.includes(each) || (rest.parts.has(each) && !animated.includes("color"));
  const color = ["background-color", "background"].some(isColor)
    ? ("background-color" as const)
    : isColor("fill")
      ? ("fill" as const)
      : undefined;
  const moved = {
    x: "translate",
    y: "translate",
    rotate: "rotate",
    scaleX: "scale",
    scaleY: "scale",
  };
  const apart: Partial<Record<ChannelId, number>> = {};
  for (const [id, property] of Object.entries(moved)) {
    const channel = id as ChannelId;
    const more = besides(rest, isTransform ? "transform" : property, channel);
    if (more !== nothing(channel)) apart[channel] = more;
  }
  return {
    ...origin,
    ...(isTransform ? { isTransform } : {}),
    ...(color ? { color } : {}),
    apart,
    ...(kept.length > 0 ? { kept } : {}),
  };
}

const keptOf = ({
  property,
  frames,
  easing,
  duration,
  delay,
  iterations,
  direction,
  fill,
}: WebAnimation): KeptAnimation => ({
  ...{ property, frames, easing, duration, delay, direction, fill },
  iterations: Number.isFinite(iterations) ? iterations : null,
});

/** What each property says of each channel at rest, and what they come to together. */
interface Rest {
  readonly all: Partial<Record<ChannelId, number | string>>;
  readonly parts: ReadonlyMap<string, Partial<Record<ChannelId, number | string>>>;
}

/** Channels that several properties say together: `left` and `translate`, `rotate` and `transform`. */
const isScale = (id: ChannelId) => id === "scaleX" || id === "scaleY";

function restOf({ declared }: WebElement): Rest {
  const all: Partial<Record<ChannelId, number | string>> = {};
  const parts = new Map<string, Partial<Record<ChannelId, number | string>>>();
  const size = sizeOf(declared);
  for (const [property, text] of declared) {
    if (
      property.startsWith("--") ||
      (property !== "transform" && channelsOfProperty(property).length === 0)
    )
      continue;
    const read = readWebValue(property, withVariables(text, declared), size);
    if (typeof read === "string") continue;
    parts.set(property, read);
    for (const [channel, value] of Object.entries(read)) {
      const id = channel as ChannelId;
      const before = all[id];
      all[id] =
        typeof before !== "number" || typeof value !== "number"
          ? value
          : isScale(id)
            ? before * value
            : isTogether(id)
              ? before + value
              : value;
    }
  }
  return { all, parts };
}

const isTogether = (id: ChannelId) => id === "x" || id === "y" || id === "rotate";

/** What other properties than an animated one say of a channel: it goes along with what moves. */
function besides({ parts }: Rest, property: string, id: ChannelId): number {
  let together = isScale(id) ? 1 : 0;
  for (const [name, values] of parts) {
    const value = values[id];
    if (name === property || typeof value !== "number") continue;
    if (isScale(id)) together *= value;
    else if (isTogether(id)) together += value;
  }
  return together;
}

/** The value that says nothing of a channel, where functions of `transform` are missing in a keyframe. */
const nothing = (id: ChannelId): number => (isScale(id) ? 1 : 0);

function tweenOf(
  animation: WebAnimation,
  { declared }: WebElement,
  rest: Rest,
  unread: Unread[],
): BroughtTween[] {
  const { name, place, property, frames, duration, delay, iterations, direction, fill, added } =
    animation;
  const refuse = (why: string) => {
    if (
      !unread.some(
        (each) =>
          each.place === place && each.what === `${property} of ${name}` && each.why === why,
      )
    )
      unread.push({ place, what: `${property} of ${name}`, why });
    return [];
  };
  const variable = property.startsWith("--") ? channelOfVariable(property, declared) : undefined;
  if (property.startsWith("--") && !variable)
    return refuse("no declaration uses this custom property");
  const size = sizeOf(declared);
  const base = variable ? declared.get(variable.property) : undefined;
  const tracks = new Map<
    ChannelId,
    { time: number; value: number | string; curve?: ReturnType<typeof curveOf> }[]
  >();
  const note = (why: string) => void refuse(why);
  if (property === "transform") {
    const lists = frames.map(({ value }) => functionsOf(withVariables(value, declared)));
    const longest = lists.reduce((most, each) => (each.length > most.length ? each : most), []);
    if (lists.some((list) => list.some((name, k) => name !== longest[k])))
      return refuse("its keyframes have different functions, which browsers blend as matrices");
    const order = orderProblem(longest);
    if (order) return refuse(order);
    if (longest.some((name) => TURNING.has(name)) && !longest.includes("perspective"))
      note("it turns without perspective; here it is seen from 900 px away");
    for (const { value } of frames) {
      const [, distance] = /perspective\(\s*([^()]*?)\s*\)/i.exec(value) ?? [];
      if (distance !== undefined && !/^(900px|none)$/i.test(distance))
        note(`it is seen from ${distance}; here from 900 px away`);
    }
    for (const other of ["rotate", "scale"])
      if (rest.parts.has(other) && longest.some((name) => name.startsWith("translate")))
        note(`${other} is said beside it: here places are not turned or scaled by it`);
  }
  const whole = frames[0]?.offset === 0 && frames.at(-1)?.offset === 1;
  /** All channels that any of its keyframes says. */
  const said = new Set<ChannelId>();
  for (const [i, frame] of frames.entries()) {
    const around = new Map(declared);
    if (variable) around.set(property, frame.value);
    const text = withVariables(variable && base ? only(base, property) : frame.value, around);
    const read = variable
      ? oneOf(readWebValue(variable.property, text, size), variable.channel)
      : readWebValue(property, text, size);
    if (typeof read === "string") return refuse(read);
    const curve = curveOf(withVariables(frame.easing ?? animation.easing, declared));
    if (typeof curve === "string") return refuse(curve);
    const values: Partial<Record<ChannelId, number | string>> = { ...read };
    for (const id of Object.keys(read)) said.add(id as ChannelId);
    // `none`, or fewer functions than elsewhere: what is missing does nothing there.
    if (property === "transform") for (const id of said) values[id] ??= nothing(id);
    for (const [id, alone] of Object.entries(values)) {
      const channel = id as ChannelId;
      const keys = tracks.get(channel) ?? [];
      const apart = besides(rest, variable?.property ?? property, channel);
      const value =
        typeof alone !== "number" || added || variable
          ? alone
          : isScale(channel)
            ? alone * apart
            : alone + apart;
      if (property === "transform" && keys.length === 0)
        for (const earlier of frames.slice(0, i))
          keys.push({
            time: earlier.offset * duration,
            value: isScale(channel) ? apart : nothing(channel) + apart,
            curve: curveOf(withVariables(earlier.easing ?? animation.easing, declared)),
          });
      const time = frame.offset * duration;
      const last = keys.at(-1);
      // Two keyframes of the web cannot have one time; those a hair apart are a jump.
      const isJump = last !== undefined && time - last.time < JUMP && i > 0 && frame.offset < 1;
      keys.push({ time: isJump ? (last?.time ?? time) : time, value, curve });
      tracks.set(channel, keys);
    }
  }
  if (tracks.size === 0) return refuse("it has no keyframes");
  const adds = added || variable?.adds === true;
  const scales = property === "scale" && added;
  const out: BroughtTrack[] = [];
  for (const [channel, keys] of tracks) {
    const isStill = keys.every(({ value }) => value === keys[0]?.value);
    // Of a place or a size that is added part by part the other part says nothing.
    if (adds && isStill && keys[0]?.value === (scales ? 1 : 0)) continue;
    if (!whole) {
      const still = rest.all[channel] ?? initialInCss(channel);
      // The keyframe that nobody wrote goes on with the easing that those have which say none.
      const curve = curveOf(withVariables(animation.easing, declared));
      if ((keys[0]?.time ?? 0) > 0) keys.unshift({ time: 0, value: still, curve });
      if ((keys.at(-1)?.time ?? 0) < duration) keys.push({ time: duration, value: still });
    }
    const isSwitch = channel === "visible";
    const isColor = channel === "color";
    out.push({
      channel,
      ...(adds && !scales && !isSwitch && !isColor ? { mode: "relative" as const } : {}),
      ...(isColor
        ? {
            space: keys.every(({ value }) => LEGACY.test(String(value)))
              ? ("srgb" as const)
              : ("oklab" as const),
          }
        : {}),
      keys: isSwitch
        ? switchedKeys(keys)
        : keys.map(({ time, value, curve }, i) => ({
            ...{ time, value },
            ...(i < keys.length - 1 && curve && typeof curve !== "string" && curve.kind !== "linear"
              ? { curve }
              : {}),
          })),
    });
  }
  if (out.length === 0) return [];
  return [
    {
      ...{ name, place, delay, fill, direction, duration, tracks: out },
      iterations: iterations === Number.POSITIVE_INFINITY ? null : iterations,
    },
  ];
}

/** Colors in the syntax of before CSS Color 4, which browsers blend in sRGB; all others they blend in OKLab. */
const LEGACY = /^\s*(#|rgba?\(|hsla?\(|hwb\(|[a-z]+\s*$)/i;

/** Functions of `transform` that turn toward the eye. */
const TURNING = new Set(["rotatex", "rotatey"]);

/** The order in which this program puts a figure: by itself, in the order of CSS's own single properties. */
const ORDER = ["perspective", "translate", "rotate", "scale", "rotatex", "rotatey", "skew"];
const placeInOrder = (name: string): number => {
  if (name.startsWith("translate")) return 1;
  if (name === "rotate" || name === "rotatez") return 2;
  if (name.startsWith("scale")) return 3;
  if (name.startsWith("skew")) return 6;
  return ORDER.indexOf(name);
};

/** The names of the functions of a value of `transform`, small; none of `none`. */
function functionsOf(text: string): string[] {
  return [...text.matchAll(/(?<![a-z0-9])([a-z0-9]+)\(/gi)]
    .map(([, name = ""]) => name.toLowerCase())
    .filter((name) => placeInOrder(name) >= 0 || /^(matrix|rotate)/.test(name));
}

/** Why functions in an order cannot be read exactly; undefined if they can. */
function orderProblem(names: readonly string[]): string | undefined {
  const seen = names.map(placeInOrder);
  const perspectives = names.filter((name) => name === "perspective").length;
  if (perspectives > 0 && names[0] !== "perspective") return "perspective() stands in the middle";
  for (let i = 1; i < seen.length; i++)
    if ((seen[i] as number) < (seen[i - 1] as number))
      return `${names[i]}() after ${names[i - 1]}() moves otherwise than the figures here, which are moved, turned, scaled, turned in depth and skewed in this order`;
  return undefined;
}

/** The value of one property with every custom property but one set to nothing that adds. */
function only(base: string, property: string): string {
  return base.replace(/var\(\s*(--[-\w]+)\s*\)/g, (whole, name: string) =>
    name === property
      ? whole
      : /calc\(/.test(base) && base.includes(`+ var(${property})`) && !name.startsWith("--middle")
        ? `calc(0 * ${whole})`
        : whole,
  );
}

function oneOf(
  read: ReturnType<typeof readWebValue>,
  channel: ChannelId,
): ReturnType<typeof readWebValue> {
  if (typeof read === "string") return read;
  const value = read[channel];
  return value === undefined ? "its value cannot be read" : { [channel]: value };
}

function curveOf(text: string): Curve | string {
  const word = text.trim().toLowerCase();
  const plain =
    word === "step-end"
      ? "steps(1, jump-end)"
      : word === "step-start"
        ? "steps(1, jump-start)"
        : word;
  const read = parseCurve(plain);
  return read.ok
    ? read.value
    : `its easing ${plain.slice(0, 60)} cannot be read: ${read.faults[0]?.message ?? ""}`;
}

/** Tweens of one timing, whose channels differ, as one. */
function joined(tweens: readonly BroughtTween[]): BroughtTween[] {
  const out: BroughtTween[] = [];
  for (const tween of tweens) {
    const last = out.at(-1);
    const isSame =
      last &&
      last.delay === tween.delay &&
      last.duration === tween.duration &&
      last.iterations === tween.iterations &&
      last.direction === tween.direction &&
      last.fill === tween.fill &&
      !last.tracks.some(({ channel }) => tween.tracks.some((each) => each.channel === channel));
    if (isSame) out[out.length - 1] = { ...last, tracks: [...last.tracks, ...tween.tracks] };
    else out.push(tween);
  }
  return out;
}
