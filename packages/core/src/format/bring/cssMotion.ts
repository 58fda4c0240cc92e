import type { Unread, WebAnimation } from "./brought.ts";
import { COMMA, SPACE, splitOutside } from "./splitOutside.ts";
import { type Keyframes, type Rule, say, unquoted } from "./styleSheet.ts";
import { timeOf, withVariables } from "./webValue.ts";

/** What elements are read with. */
export interface Reading {
  /** Custom properties of the whole page. */
  readonly root: ReadonlyMap<string, string>;
  readonly keyframes: ReadonlyMap<string, Keyframes>;
  readonly used: Set<string>;
  readonly unread: Unread[];
}

const EASING =
  /^(linear|ease|ease-in|ease-out|ease-in-out|step-start|step-end)$|^(linear|cubic-bezier|steps|var)\(/i;
const FILLS = ["none", "forwards", "backwards", "both"] as const;
const DIRECTIONS = ["normal", "reverse", "alternate", "alternate-reverse"] as const;

/** The animations that declarations say. */
export function animationsOf(
  declared: ReadonlyMap<string, string>,
  line: number,
  { keyframes, used, unread }: Reading,
): WebAnimation[] {
  const said = (name: string) => {
    const text = declared.get(name);
    return text === undefined ? [] : listOf(withVariables(text, declared));
  };
  const shorthand = said("animation");
  const long = (name: string, i: number): string | undefined => {
    const list = said(`animation-${name}`);
    return list.length === 0 ? undefined : list[i % list.length];
  };
  const count = Math.max(shorthand.length, said("animation-name").length);
  return Array.from({ length: count }, (_, i) => {
    const words = splitOutside(shorthand[i] ?? "", SPACE);
    const times = words.map(timeOf).filter((time) => time !== undefined);
    const easing = words.find((word) => EASING.test(word));
    /** Words of CSS may be written in capitals; names may not. */
    const oneOf = <T extends string>(list: readonly T[], word: string | undefined) =>
      list.find((each) => each === word?.toLowerCase());
    const wordOf = <T extends string>(list: readonly T[]) =>
      words.map((word) => oneOf(list, word)).find((word) => word !== undefined);
    const isCount = (word: string) => /^(infinite|\d*\.?\d+)$/i.test(word);
    const names = words.filter(
      (word) =>
        /^[-\w]+$|^(["']).*\1$/.test(word) &&
        timeOf(word) === undefined &&
        !EASING.test(word) &&
        !isCount(word) &&
        oneOf([...FILLS, ...DIRECTIONS, "running", "paused"], word) === undefined,
    );
    const name = unquoted(
      long("name", i) ??
        names[0] ??
        // Words that mean something else can be names as well.
        words.findLast((word) => keyframes.has(unquoted(word))) ??
        "",
    );
    const found = keyframes.get(name);
    if (!found) {
      if (name !== "" && name !== "none")
        unread.push({
          place: `line ${line}`,
          what: `animation ${name}`,
          why: "its keyframes are not there",
        });
      return [];
    }
    used.add(name);
    const inexact = (what: string, why: string) =>
      void unread.push({ place: `line ${line}`, what: `${what} of ${name}`, why });
    const state = ["running", "paused"] as const;
    if ((oneOf(state, long("play-state", i)) ?? wordOf(state)) === "paused")
      inexact("paused", "here it runs");
    const timeline = long("timeline", i) ?? "auto";
    if (timeline !== "auto") inexact(`animation-timeline: ${timeline}`, "here it plays in time");
    const read = (text: string | undefined) => (text === undefined ? undefined : timeOf(text));
    const iterations = long("iteration-count", i) ?? words.find(isCount) ?? "1";
    return fromFrames(found, {
      name,
      place: `line ${found.line}`,
      easing: long("timing-function", i) ?? easing ?? "ease",
      duration: read(long("duration", i)) ?? times[0] ?? 0,
      delay: read(long("delay", i)) ?? times[1] ?? 0,
      iterations: /^infinite$/i.test(iterations) ? Number.POSITIVE_INFINITY : Number(iterations),
      direction: oneOf(DIRECTIONS, long("direction", i)) ?? wordOf(DIRECTIONS) ?? "normal",
      fill: oneOf(FILLS, long("fill-mode", i)) ?? wordOf(FILLS) ?? "none",
      added: long("composition", i) === "add" || long("composition", i) === "accumulate",
    });
  }).flat();
}

function fromFrames(
  { frames }: Keyframes,
  timing: Omit<WebAnimation, "property" | "frames">,
): WebAnimation[] {
  const properties = new Set(
    frames.flatMap(({ declared }) =>
      [...declared.keys()].filter((name) => !name.startsWith("animation-")),
    ),
  );
  return [...properties].map((property) => ({
    ...timing,
    property,
    frames: frames.flatMap(({ offset, declared }) => {
      const value = declared.get(property);
      const easing = declared.get("animation-timing-function");
      return value === undefined ? [] : [{ offset, value, ...(easing ? { easing } : {}) }];
    }),
  }));
}

/** The transitions of an element on its way to a state, as animations. */
export function transitionsOf(declared: ReadonlyMap<string, string>, moved: Rule): WebAnimation[] {
  // The state that is gone to says how it is gone to.
  const around = new Map(declared);
  for (const [name, value] of moved.declared.plain)
    if (name.startsWith("transition")) say(around, name, value);
  return transitionTexts(around).flatMap((text) => {
    const said = splitOutside(text, SPACE);
    const times = said.map(timeOf).filter((time) => time !== undefined);
    const wanted = said.find((word) => timeOf(word) === undefined && !EASING.test(word)) ?? "all";
    const properties = wanted === "all" ? [...moved.declared.plain.keys()] : [wanted];
    return properties.flatMap((property): WebAnimation[] => {
      const [from, to] = [declared.get(property), moved.declared.plain.get(property)];
      if (from === undefined || to === undefined || from === to) return [];
      return [
        {
          name: `${property} ${moved.text}`.slice(0, 60),
          ...{ place: `line ${moved.line}`, property },
          frames: [
            { offset: 0, value: from },
            { offset: 1, value: to },
          ],
          easing: said.find((word) => EASING.test(word)) ?? "ease",
          ...{ duration: times[0] ?? 0, delay: times[1] ?? 0, iterations: 1 },
          ...{ direction: "normal" as const, fill: "both" as const, added: false },
        },
      ];
    });
  });
}

/** Transitions as the shorthand says each of them, also where longhands do. */
function transitionTexts(declared: ReadonlyMap<string, string>): string[] {
  const said = (name: string) => listOf(withVariables(declared.get(name) ?? "", declared));
  const long = ["property", "duration", "timing-function", "delay"].map((name) =>
    said(`transition-${name}`),
  );
  const [properties = [], ...others] = long;
  if (long.every((list) => list.length === 0)) return said("transition");
  const names = properties.length > 0 ? properties : ["all"];
  return names.map((name, i) =>
    [name, ...others.map((list) => (list.length > 0 ? list[i % list.length] : ""))].join(" "),
  );
}

/** The parts of a list between commas that stand in no parentheses. */
function listOf(text: string | undefined): string[] {
  return text === undefined ? [] : splitOutside(text, COMMA);
}
