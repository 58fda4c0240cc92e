import type { Unread, WebAnimation, WebElement } from "./brought.ts";

const FILLS = ["none", "forwards", "backwards", "both"] as const;
const DIRECTIONS = ["normal", "reverse", "alternate", "alternate-reverse"] as const;
const TIMING = new Set(["offset", "easing", "composite"]);

/** Whether data is what `element.animate` is called with, once or several times. */
export function isWebAnimations(data: unknown): boolean {
  const first = Array.isArray(data) ? data[0] : data;
  if (typeof first !== "object" || first === null) return false;
  return (
    "keyframes" in first ||
    "frames" in first ||
    (Array.isArray(data) && Array.isArray(first)) ||
    "offset" in first ||
    Object.keys(first).some((name) => /^(translate|rotate|scale|transform|opacity)$/.test(name))
  );
}

/**
 * Keyframes of the Web Animations API as JSON: one set, or a list of `{keyframes, options, target}`. Keyframes may be a
 * list of them, or lists of values by property.
 */
export function readWebAnimations(data: unknown, unread: Unread[]): WebElement[] {
  const isPair = Array.isArray(data) && Array.isArray(data[0]);
  const isKeyframes =
    Array.isArray(data) &&
    !isPair &&
    !("keyframes" in Object(data[0])) &&
    !("frames" in Object(data[0]));
  const list: unknown[] = isPair
    ? [{ keyframes: data[0], options: data[1] }]
    : isKeyframes || !Array.isArray(data)
      ? [
          data !== null && typeof data === "object" && ("keyframes" in data || "frames" in data)
            ? data
            : { keyframes: data },
        ]
      : data;
  const byName = new Map<string, WebAnimation[]>();
  list.forEach((item, i) => {
    const place = list.length === 1 ? "the animation" : `animation ${i + 1}`;
    const of = Object(item) as Record<string, unknown>;
    const named = [of.target, of.selector, of.element, of.name, of.id].find(
      (each) => typeof each === "string",
    );
    const name = String(named ?? `Element ${i + 1}`);
    const options = of.options ?? of.timing ?? of.effect ?? of;
    const timing = timingOf(options);
    for (const [what, why] of inexactIn(options))
      unread.push({ place, what: `${what} of ${name}`, why });
    const whole = easingOfPass(options);
    const frames = framesOf(of.keyframes ?? of.frames, place, unread);
    const properties = new Set(frames.flatMap(({ values }) => Object.keys(values)));
    const isOneSpan = frames.length === 2 && frames[0]?.easing === "linear";
    if (whole !== "linear" && !isOneSpan)
      unread.push({
        place,
        what: `easing of ${name}`,
        why: "an easing of the whole pass over several keyframes is left out",
      });
    const animations = [...properties].map(
      (property): WebAnimation => ({
        ...{ name, place, property: cssName(property) },
        ...timing,
        frames: frames.flatMap(({ offset, easing, values }) =>
          values[property] === undefined
            ? []
            : [{ offset, value: values[property], easing: isOneSpan ? whole : easing }],
        ),
      }),
    );
    byName.set(name, [...(byName.get(name) ?? []), ...animations]);
  });
  return [...byName].map(([name, animations]) => ({
    name: name.replace(/^[.#]/, ""),
    declared: new Map(),
    animations,
  }));
}

const cssName = (name: string) =>
  name.startsWith("--")
    ? name
    : name === "cssOffset"
      ? "offset"
      : name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

function timingOf(options: unknown): Omit<WebAnimation, "name" | "place" | "property" | "frames"> {
  const of = (typeof options === "number" ? { duration: options } : Object(options)) as Record<
    string,
    unknown
  >;
  const number = (value: unknown, other: number) =>
    typeof value === "number" && Number.isFinite(value) ? value : other;
  const isEndless =
    of.iterations === Number.POSITIVE_INFINITY ||
    of.iterations === "Infinity" ||
    of.iterations === "infinite" ||
    of.iterations === null;
  return {
    // Of the whole pass; keyframes have their own.
    easing: "linear",
    duration: number(of.duration, 0),
    delay: number(of.delay, 0),
    iterations: isEndless ? Number.POSITIVE_INFINITY : number(of.iterations, 1),
    direction: DIRECTIONS.find((each) => each === of.direction) ?? "normal",
    fill: FILLS.find((each) => each === of.fill) ?? "none",
    added: of.composite === "add" || of.composite === "accumulate",
  };
}

/** The easing of a whole pass, over that of the keyframes. */
function easingOfPass(options: unknown): string {
  const { easing } = Object(options) as Record<string, unknown>;
  return typeof easing === "string" && easing.trim() !== "" ? easing.trim() : "linear";
}

/** What options say that has no counterpart here, with why. */
function inexactIn(options: unknown): [string, string][] {
  const of = Object(options) as Record<string, unknown>;
  const list: [string, string][] = [];
  if (typeof of.iterationStart === "number" && of.iterationStart !== 0)
    list.push(["iterationStart", "here every pass begins at its start"]);
  if (of.iterationComposite === "accumulate")
    list.push(["iterationComposite", "here passes do not go on from one another"]);
  if (of.pseudoElement) list.push(["pseudoElement", "it becomes a figure of its own"]);
  if (of.composite === "accumulate") list.push(["composite: accumulate", "it is added"]);
  return list;
}

interface Frame {
  readonly offset: number;
  readonly easing: string;
  readonly values: Readonly<Record<string, string>>;
}

function framesOf(keyframes: unknown, place: string, unread: Unread[]): Frame[] {
  if (Array.isArray(keyframes))
    return spread(keyframes.map((each) => Object(each) as Record<string, unknown>));
  if (typeof keyframes !== "object" || keyframes === null) {
    unread.push({ place, what: "keyframes", why: "there are none" });
    return [];
  }
  const of = keyframes as Record<string, unknown>;
  const lists = Object.entries(of).filter(([name]) => !TIMING.has(name));
  // Each property spreads its values by itself; where several have one at a moment, that is one keyframe.
  const together = new Map<number, Record<string, unknown>>();
  for (const [name, given] of lists) {
    const values = Array.isArray(given) ? given : [given];
    values.forEach((value, i) => {
      const at = values.length === 1 ? 1 : i / (values.length - 1);
      together.set(at, { ...together.get(at), [name]: value });
    });
  }
  const list = (value: unknown) => (Array.isArray(value) ? value : [value]);
  const [offsets, easings] = [list(of.offset), list(of.easing)];
  return spread(
    [...together]
      .sort(([a], [b]) => a - b)
      .map(([at, values], i) => ({
        ...values,
        offset:
          typeof offsets[i] === "number" ? offsets[i] : of.offset === undefined ? at : undefined,
        easing: easings[i % easings.length],
      })),
  );
}

/** Frames without an offset lie evenly between those with one, as the API has it. */
function spread(frames: readonly Record<string, unknown>[]): Frame[] {
  const offsets = frames.map(({ offset }) => (typeof offset === "number" ? offset : undefined));
  if (frames.length > 1) offsets[0] ??= 0;
  if (frames.length > 0) offsets[frames.length - 1] ??= 1;
  for (let i = 1; i < offsets.length; i++) {
    if (offsets[i] !== undefined) continue;
    const next = offsets.findIndex((each, k) => k > i && each !== undefined);
    const [from, to] = [offsets[i - 1] as number, offsets[next] as number];
    offsets[i] = from + (to - from) / (next - i + 1);
  }
  return frames.map((frame, i) => ({
    offset: offsets[i] as number,
    easing: typeof frame.easing === "string" ? frame.easing : "linear",
    values: Object.fromEntries(
      Object.entries(frame)
        .filter(([name, value]) => !TIMING.has(name) && value !== undefined && value !== null)
        .map(([name, value]) => [name, String(value)]),
    ),
  }));
}
