import { type Curve, LINEAR, parseCurve } from "../../curve/index.ts";
import type { ChannelId } from "../../study/index.ts";
import type {
  BroughtFigure,
  BroughtTrack,
  BroughtTween,
  Unread,
  WebAnimation,
  WebElement,
} from "./brought.ts";
import {
  channelOfVariable,
  channelsOfProperty,
  readWebValue,
  sizeOf,
  withVariables,
} from "./webValue.ts";

/** Keys closer than this are two of one time: a jump, ms. */
const JUMP = 0.02;

/** Elements of the web as figures with tweens; what cannot be is put on the list. */
export function figuresOf(elements: readonly WebElement[], unread: Unread[]): BroughtFigure[] {
  return elements.flatMap((element) => {
    const rest = restOf(element);
    const tweens = joined(
      element.animations.flatMap((each) => tweenOf(each, element, rest, unread)),
    );
    return tweens.length === 0 ? [] : [{ name: element.name, rest, tweens }];
  });
}

function restOf({ declared }: WebElement): Partial<Record<ChannelId, number | string>> {
  const rest: Partial<Record<ChannelId, number | string>> = {};
  const size = sizeOf(declared);
  for (const [property, text] of declared) {
    if (
      property.startsWith("--") ||
      (property !== "transform" && channelsOfProperty(property).length === 0)
    )
      continue;
    const read = readWebValue(property, withVariables(text, declared), size);
    if (typeof read === "string") continue;
    for (const [channel, value] of Object.entries(read)) {
      const id = channel as ChannelId;
      const before = rest[id];
      // left and translate, or translate and transform: places add up.
      const adds =
        (id === "x" || id === "y") && typeof before === "number" && typeof value === "number";
      rest[id] = adds ? before + (value as number) : value;
    }
  }
  return rest;
}

function tweenOf(
  animation: WebAnimation,
  { declared }: WebElement,
  rest: Partial<Record<ChannelId, number | string>>,
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
  const whole = frames[0]?.offset === 0 && frames.at(-1)?.offset === 1;
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
    for (const [id, value] of Object.entries(read)) {
      const channel = id as ChannelId;
      const keys = tracks.get(channel) ?? [];
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
      const still = rest[channel] ?? INITIAL[channel] ?? 0;
      if ((keys[0]?.time ?? 0) > 0) keys.unshift({ time: 0, value: still, curve: LINEAR });
      if ((keys.at(-1)?.time ?? 0) < duration) keys.push({ time: duration, value: still });
    }
    const isSwitch = channel === "visible";
    const isColor = channel === "color";
    out.push({
      channel,
      ...(adds && !scales && !isSwitch && !isColor ? { mode: "relative" as const } : {}),
      ...(isColor
        ? {
            space: String(keys[0]?.value).startsWith("oklab")
              ? ("oklab" as const)
              : ("srgb" as const),
          }
        : {}),
      keys: keys.map(({ time, value, curve }, i) => ({
        ...{ time, value },
        ...(i < keys.length - 1 &&
        curve &&
        typeof curve !== "string" &&
        !isSwitch &&
        curve.kind !== "linear"
          ? { curve }
          : {}),
      })),
    });
  }
  if (out.length === 0) return [];
  return [
    {
      ...{ name, delay, fill, direction, duration, tracks: out },
      iterations: Number.isFinite(iterations) ? iterations : null,
    },
  ];
}

const INITIAL: Readonly<Partial<Record<ChannelId, number>>> = {
  scaleX: 1,
  scaleY: 1,
  opacity: 1,
  visible: 1,
};

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
  const plain =
    text.trim() === "step-end"
      ? "steps(1, jump-end)"
      : text.trim() === "step-start"
        ? "steps(1, jump-start)"
        : text.trim();
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
