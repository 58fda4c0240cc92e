import {
  type Atrule,
  type CssNode,
  type Rule as CssRuleNode,
  generate,
  type List,
  parse,
} from "css-tree";
import type { Unread, WebAnimation, WebElement } from "./brought.ts";
import {
  nameOfSubject,
  partsOf,
  type ReadSelector,
  readSelector,
  selectorOf,
  subjectKey,
} from "./selectors.ts";
import { COMMA, SPACE, splitOutside } from "./splitOutside.ts";
import { calculated, withVariables } from "./webValue.ts";

interface Rule {
  readonly selectors: readonly ReadSelector[];
  /** As written, for the first selector. */
  readonly text: string;
  readonly declared: Declared;
  /** What it declares, as written, apart from animations. */
  readonly written: readonly string[];
  readonly line: number;
  /** Its place among all. */
  readonly order: number;
}

/** Declarations by property, in the order in which they count; of `!important` ones those only. */
interface Declared {
  readonly plain: ReadonlyMap<string, string>;
  readonly important: ReadonlyMap<string, string>;
}

interface Keyframes {
  readonly line: number;
  readonly frames: readonly {
    readonly offset: number;
    readonly declared: ReadonlyMap<string, string>;
  }[];
}

/** What a style sheet says: elements with their animations and transitions. */
export function readCss(css: string, unread: Unread[], offsetLine = 0): WebElement[] {
  const lineOf = (node: CssNode) => (node.loc?.start.line ?? 1) + offsetLine;
  const lines = css.split("\n");
  const root = parse(css, {
    positions: true,
    parseCustomProperty: false,
    onParseError: (error) => {
      unread.push({
        place: `line ${error.line + offsetLine}`,
        what: lines[error.line - 1]?.trim().slice(0, 60) ?? "",
        why: `this is no CSS: ${error.message}`,
      });
    },
  });
  const rules: Rule[] = [];
  const keyframes = new Map<string, Keyframes>();
  const read = (nodes: List<CssNode>, outer?: ReadSelector): void => {
    nodes.forEach((node) => {
      if (node.type === "Rule") readRule(node, outer);
      else if (node.type === "Atrule") readAtrule(node, outer);
    });
  };
  const readRule = (node: CssRuleNode, outer?: ReadSelector): void => {
    if (node.prelude.type !== "SelectorList") return;
    const selectors: ReadSelector[] = [];
    node.prelude.children.forEach((each) => {
      if (each.type === "Selector") selectors.push(readSelector(each, outer));
    });
    const text = generate(node.prelude);
    const declared = declarationsOf(node.block.children);
    const written = writtenIn(node.block.children, css);
    rules.push({ selectors, text, declared, written, line: lineOf(node), order: rules.length });
    read(node.block.children, selectors[0]);
  };
  const readAtrule = (node: Atrule, outer?: ReadSelector): void => {
    const { name, prelude, block } = node;
    if (!block) return;
    if (/^(-\w+-)?keyframes$/i.test(name)) {
      if (!prelude) return;
      const called = generate(prelude).replace(/^["']|["']$/g, "");
      keyframes.set(called, { line: lineOf(node), frames: framesOf(node, lineOf, unread) });
      return;
    }
    const condition = prelude ? generate(prelude) : "";
    const left = leftOut(name.toLowerCase(), condition);
    if (left === undefined) read(block.children, outer);
    else if (left !== "" && /animation|transition|keyframes/i.test(generate(block)))
      unread.push({
        place: `line ${lineOf(node)}`,
        what: `@${name} ${condition}`.trim(),
        why: left,
      });
  };
  if (root.type === "StyleSheet") read(root.children);
  return elementsOf(rules, keyframes, unread);
}

/**
 * Why what stands in an at-rule is left out: "" for what is never meant, such as motion for people who prefer none;
 * undefined where it is not.
 */
function leftOut(name: string, condition: string): string | undefined {
  if (name === "media") {
    if (/prefers-reduced-motion/.test(condition)) return "";
    if (condition === "print") return "";
    return /^(screen|all)?$/i.test(condition)
      ? undefined
      : "what holds on some screens only is left out";
  }
  if (name === "supports") return /not|scroll/.test(condition) ? "" : undefined;
  if (name === "layer" || name === "scope") return undefined;
  return name === "font-face" || name === "property" || name === "page"
    ? ""
    : "what stands in it is left out";
}

/** The longhands of a shorthand begin so: whoever says the shorthand says them again. */
const SHORTHANDS = ["animation", "transition"];

/** Says a property over what was said before. */
function say(into: Map<string, string>, name: string, value: string): void {
  if (SHORTHANDS.includes(name))
    for (const known of into.keys()) if (known.startsWith(`${name}-`)) into.delete(known);
  // At the end: what is said later counts more.
  into.delete(name);
  into.set(name, value);
}

function declarationsOf(nodes: List<CssNode>): Declared {
  const [plain, important] = [new Map<string, string>(), new Map<string, string>()];
  nodes.forEach((node) => {
    if (node.type !== "Declaration") return;
    const name = node.property.startsWith("--") ? node.property : node.property.toLowerCase();
    say(node.important ? important : plain, name, generate(node.value).trim());
  });
  return { plain, important };
}

/** Declarations as they are written, apart from those of animations. */
function writtenIn(nodes: List<CssNode>, css: string): string[] {
  const written: string[] = [];
  nodes.forEach((node) => {
    if (node.type !== "Declaration" || !node.loc || /^animation(-|$)/i.test(node.property)) return;
    written.push(css.slice(node.loc.start.offset, node.loc.end.offset).trim());
  });
  return written;
}

function framesOf(
  { block }: Atrule,
  lineOf: (node: CssNode) => number,
  unread: Unread[],
): Keyframes["frames"] {
  const frames: { offset: number; declared: ReadonlyMap<string, string> }[] = [];
  block?.children.forEach((node) => {
    if (node.type !== "Rule") return;
    const declared = declarationsOf(node.block.children).plain;
    for (const text of generate(node.prelude).split(",")) {
      const word = text.trim().toLowerCase();
      const offset =
        word === "from"
          ? 0
          : word === "to"
            ? 1
            : /^[-+\d.e]+%$/.test(word)
              ? Number.parseFloat(word) / 100
              : Number.NaN;
      if (offset >= 0 && offset <= 1) frames.push({ offset, declared });
      else
        unread.push({
          place: `line ${lineOf(node)}`,
          what: word,
          why: "it is no place between 0 % and 100 %",
        });
    }
  });
  return frames.sort((a, b) => a.offset - b.offset);
}

function elementsOf(
  rules: readonly Rule[],
  keyframes: ReadonlyMap<string, Keyframes>,
  unread: Unread[],
): WebElement[] {
  const root = new Map<string, string>();
  const bySubject = new Map<string, Set<Rule>>();
  const subjects = new Map<string, readonly string[]>();
  for (const rule of rules)
    for (const { subject, isRoot } of rule.selectors) {
      if (isRoot)
        for (const [name, value] of rule.declared.plain)
          if (name.startsWith("--")) root.set(name, value);
      if (subject.length === 0) continue;
      const key = subjectKey(subject);
      subjects.set(key, subject);
      const own = bySubject.get(key) ?? new Set();
      bySubject.set(key, own.add(rule));
    }
  // What another subject says more exactly is not an element of its own: `.chip` beside `.chip.one`.
  const isPart = new Set<string>();
  for (const subject of subjects.values())
    for (const key of partsOf(subject)) if (key !== subjectKey(subject)) isPart.add(key);
  const used = new Set<string>();
  const elements = [...subjects].flatMap(([key, subject]): WebElement[] => {
    if (isPart.has(key)) return [];
    const own = new Set(partsOf(subject).flatMap((part) => [...(bySubject.get(part) ?? [])]));
    return elementOf(subject, [...own], { root, keyframes, used, unread });
  });
  for (const [name, { line }] of keyframes)
    if (!used.has(name))
      unread.push({ place: `line ${line}`, what: `@keyframes ${name}`, why: "nothing uses them" });
  return elements;
}

/** What elements are read with. */
interface Sheet {
  /** Custom properties of the whole page. */
  readonly root: ReadonlyMap<string, string>;
  readonly keyframes: ReadonlyMap<string, Keyframes>;
  readonly used: Set<string>;
  readonly unread: Unread[];
}

/** One element with what moves it, from the rules that are about it. */
function elementOf(subject: readonly string[], rules: Rule[], sheet: Sheet): WebElement[] {
  const key = new Set(partsOf(subject));
  const matching = ({ selectors }: Rule) =>
    selectors.filter((each) => key.has(subjectKey(each.subject)));
  const weight = (rule: Rule) => Math.max(...matching(rule).map(({ specificity }) => specificity));
  const cascade = rules
    .map((rule) => ({ rule, weight: weight(rule) }))
    .sort((a, b) => a.weight - b.weight || a.rule.order - b.rule.order)
    .map(({ rule }) => rule);
  const isPlain = (rule: Rule) => matching(rule).some(({ isState }) => !isState);
  const isTransition = ({ declared }: Rule) =>
    [...declared.plain.keys()].some((name) => name.startsWith("transition"));
  const running = cascade.findLast(({ declared }) => hasAnimation(declared.plain));
  if (!running && !cascade.some(isTransition)) return [];
  const declared = new Map(sheet.root);
  const plain = cascade.filter(isPlain);
  for (const { declared: each } of plain)
    for (const [name, value] of each.plain) say(declared, name, value);
  for (const { declared: each } of plain)
    for (const [name, value] of each.important) say(declared, name, value);
  // What is begun by hovering and the like moves here from the start.
  const moving = new Map(declared);
  if (running && !isPlain(running))
    for (const [name, value] of running.declared.plain) say(moving, name, value);
  const animations = running ? animationsOf(moving, running.line, sheet) : [];
  const moved = cascade.find((rule) => !isPlain(rule) && !hasAnimation(rule.declared.plain));
  if (moved) animations.push(...transitionsOf(declared, moved));
  if (animations.length === 0) return [];
  if (cascade.some((rule) => matching(rule).some(({ isFace }) => isFace))) {
    sheet.unread.push({
      place: `line ${cascade[0]?.line}`,
      what: subject.join(""),
      why: "faces of a card are drawn by the card itself",
    });
    return [];
  }
  const origin = running && { origin: originOf(running, subject, matching(running)) };
  return [{ name: nameOf(nameOfSubject(subject)), declared, animations, ...origin }];
}

/** The rule that animates an element, as its motion leaves again; one that others share gets a selector of its own. */
function originOf(
  { selectors, written }: Rule,
  subject: readonly string[],
  matching: readonly ReadSelector[],
): NonNullable<WebElement["origin"]> {
  const own = matching.find((each) => subjectKey(each.subject) === subjectKey(subject));
  const isShared = selectors.length > 1 || !own;
  const selector = own?.text ?? selectorOf(subject);
  // What a shared rule declares stays where it is: all whom it is about have it.
  return { selector, declarations: isShared ? [] : written };
}

const hasAnimation = (declared: ReadonlyMap<string, string>) =>
  (declared.has("animation") && declared.get("animation") !== "none") ||
  declared.has("animation-name");

/** A name in words: `.boarding-pass` is Boarding pass. */
export function nameOf(subject: string): string {
  const word =
    /[.#]([-\w]+)(?!.*[.#])/.exec(subject)?.[1] ??
    /["']?([-\w ]+)["']?\]?$/.exec(subject)?.[1] ??
    subject;
  const words = word.replace(/[-_]+/g, " ").trim();
  return words === "" ? "Element" : words[0]?.toUpperCase() + words.slice(1);
}

const EASING =
  /^(linear|ease|ease-in|ease-out|ease-in-out|step-start|step-end)$|^(linear|cubic-bezier|steps|var)\(/;
const FILLS = ["none", "forwards", "backwards", "both"] as const;
const DIRECTIONS = ["normal", "reverse", "alternate", "alternate-reverse"] as const;

/** A time in ms; undefined for what is none. */
export function timeOf(text: string): number | undefined {
  const word = text.includes("(") ? calculated(text) : text;
  const [, digits, unit] = /^([-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?)(ms|s)$/i.exec(word) ?? [];
  if (digits === undefined) return undefined;
  return Number(digits) * (unit?.toLowerCase() === "s" ? 1000 : 1);
}

function animationsOf(
  declared: ReadonlyMap<string, string>,
  line: number,
  { keyframes, used, unread }: Sheet,
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
    const numbers = words.filter((word) => word === "infinite" || /^\d*\.?\d+$/.test(word));
    const name =
      long("name", i) ??
      words.find((word) => keyframes.has(word)) ??
      words.find(
        (word) =>
          /^[-\w]+$/.test(word) &&
          timeOf(word) === undefined &&
          !EASING.test(word) &&
          !numbers.includes(word) &&
          ![...FILLS, ...DIRECTIONS, "running", "paused"].includes(word as never),
      ) ??
      "";
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
    if ((long("play-state", i) ?? words.find((word) => word === "paused")) === "paused")
      inexact("paused", "here it runs");
    const timeline = long("timeline", i) ?? "auto";
    if (timeline !== "auto") inexact(`animation-timeline: ${timeline}`, "here it plays in time");
    const read = (text: string | undefined) => (text === undefined ? undefined : timeOf(text));
    const iterations = long("iteration-count", i) ?? numbers[0] ?? "1";
    return fromFrames(found, {
      name,
      place: `line ${found.line}`,
      easing: long("timing-function", i) ?? easing ?? "ease",
      duration: read(long("duration", i)) ?? times[0] ?? 0,
      delay: read(long("delay", i)) ?? times[1] ?? 0,
      iterations: iterations === "infinite" ? Number.POSITIVE_INFINITY : Number(iterations),
      direction:
        DIRECTIONS.find(
          (each) =>
            each ===
            (long("direction", i) ?? words.find((word) => DIRECTIONS.includes(word as never))),
        ) ?? "normal",
      fill:
        FILLS.find(
          (each) =>
            each === (long("fill-mode", i) ?? words.find((word) => FILLS.includes(word as never))),
        ) ?? "none",
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

function transitionsOf(declared: ReadonlyMap<string, string>, moved: Rule): WebAnimation[] {
  return transitionTexts(declared).flatMap((text) => {
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
