import {
  type Atrule,
  type CssNode,
  type Rule as CssRuleNode,
  generate,
  type List,
  parse,
  tokenize,
  tokenTypes,
} from "css-tree";
import type { Unread } from "./brought.ts";
import { type Layer, layersOf } from "./layers.ts";
import { type ReadSelector, readSelectors } from "./selectors.ts";

/** A rule of a style sheet, read. */
export interface Rule {
  readonly selectors: readonly ReadSelector[];
  /** As written, for the first selector. */
  readonly text: string;
  readonly declared: Declared;
  /** What it declares, as written, apart from animations. */
  readonly written: readonly string[];
  readonly line: number;
  /** Its place among all. */
  readonly order: number;
  readonly layer: Layer;
}

/** Declarations by property, in the order in which they count; of `!important` ones those only. */
export interface Declared {
  readonly plain: ReadonlyMap<string, string>;
  readonly important: ReadonlyMap<string, string>;
}

export interface Keyframes {
  readonly line: number;
  readonly frames: readonly {
    readonly offset: number;
    readonly declared: ReadonlyMap<string, string>;
  }[];
}

/** A style sheet as it is written: its rules and its keyframes by name. */
export interface Sheet {
  readonly rules: readonly Rule[];
  readonly keyframes: ReadonlyMap<string, Keyframes>;
}

/** Nothing that people write stands in so many brackets; what is deeper would use up a reader's stack. */
const DEEPEST_NESTING = 200;
/** A text with more faults is no CSS. Each costs the parser a walk over the whole text. */
const MOST_FAULTS = 1000;

const OPENING: readonly number[] = [
  ...[tokenTypes.Function, tokenTypes.LeftParenthesis],
  ...[tokenTypes.LeftSquareBracket, tokenTypes.LeftCurlyBracket],
];
const CLOSING: readonly number[] = [
  ...[tokenTypes.RightParenthesis, tokenTypes.RightSquareBracket, tokenTypes.RightCurlyBracket],
];

/** Ends the reading of a text that is no CSS. */
class TooManyFaults extends Error {}

/** The first place of a text that stands in more brackets than a reader can follow; undefined if there is none. */
function tooDeepAt(css: string): number | undefined {
  let depth = 0;
  let place: number | undefined;
  tokenize(css, (type, start) => {
    if (OPENING.includes(type)) depth++;
    else if (CLOSING.includes(type)) depth = Math.max(depth - 1, 0);
    if (depth > DEEPEST_NESTING) place ??= start;
  });
  return place;
}

/** A style sheet as a tree; what is no CSS is put on the list. Undefined where it cannot be read at all. */
function treeOf(css: string, unread: Unread[], offsetLine: number): CssNode | undefined {
  const lines = css.split("\n");
  const what = (line: number) => lines[line - 1]?.slice(0, 200).trim().slice(0, 60) ?? "";
  const refuse = (line: number, why: string) =>
    unread.push({ place: `line ${line + offsetLine}`, what: what(line), why });
  const deep = tooDeepAt(css);
  if (deep !== undefined) {
    refuse(
      css.slice(0, deep).split("\n").length,
      `it stands in more than ${DEEPEST_NESTING} brackets`,
    );
    return undefined;
  }
  let faults = 0;
  try {
    return parse(css, {
      positions: true,
      parseCustomProperty: false,
      onParseError: ({ line, message }) => {
        if (++faults > MOST_FAULTS) throw new TooManyFaults();
        refuse(line, `this is no CSS: ${message}`);
      },
    });
  } catch (error) {
    if (!(error instanceof TooManyFaults)) throw error;
    return undefined;
  }
}

/** Reads a style sheet; what cannot be read is put on the list with its line. */
export function readSheet(css: string, unread: Unread[], offsetLine = 0): Sheet {
  const lineOf = (node: CssNode) => (node.loc?.start.line ?? 1) + offsetLine;
  const rules: Rule[] = [];
  const keyframes = new Map<string, Keyframes>();
  const root = treeOf(css, unread, offsetLine);
  if (!root) return { rules, keyframes };
  /** Keyframes by prefixes of other browsers than count where nothing else is called so. */
  const prefixed = new Map<string, Keyframes>();
  const layers = layersOf();
  const read = (nodes: List<CssNode>, layer: Layer, outer?: readonly ReadSelector[]): void => {
    nodes.forEach((node) => {
      if (node.type === "Rule") readRule(node, layer, outer);
      else if (node.type === "Atrule") readAtrule(node, layer, outer);
    });
  };
  const readRule = (node: CssRuleNode, layer: Layer, outer?: readonly ReadSelector[]): void => {
    if (node.prelude.type !== "SelectorList") return;
    const selectors: ReadSelector[] = [];
    node.prelude.children.forEach((each) => {
      if (each.type === "Selector") selectors.push(...readSelectors(each, outer));
    });
    const text = generate(node.prelude);
    const declared = declarationsOf(node.block.children, css);
    const written = writtenIn(node.block.children, css);
    const [line, order] = [lineOf(node), rules.length];
    rules.push({ selectors, text, declared, written, line, order, layer });
    read(node.block.children, layer, selectors);
  };
  const readAtrule = (node: Atrule, layer: Layer, outer?: readonly ReadSelector[]): void => {
    const { name, prelude, block } = node;
    const condition = prelude ? generate(prelude) : "";
    const kind = name.toLowerCase();
    if (!block) {
      if (kind === "layer") for (const each of condition.split(",")) layers.within(layer, each);
      return;
    }
    const [, prefix] = /^(-\w+-)?keyframes$/.exec(kind) ?? [];
    if (kind.endsWith("keyframes")) {
      const into = prefix === undefined || prefix === "-webkit-" ? keyframes : prefixed;
      into.set(unquoted(condition), {
        line: lineOf(node),
        frames: framesOf(node, css, lineOf, unread),
      });
      return;
    }
    const left = leftOut(kind, condition);
    if (left === undefined)
      read(block.children, kind === "layer" ? layers.within(layer, condition) : layer, outer);
    else if (left !== "" && /animation|transition|keyframes/i.test(generate(block)))
      unread.push({
        place: `line ${lineOf(node)}`,
        what: `@${name} ${condition}`.trim(),
        why: left,
      });
  };
  if (root.type === "StyleSheet") read(root.children, layers.none);
  for (const [called, frames] of prefixed)
    if (!keyframes.has(called)) keyframes.set(called, frames);
  return { rules, keyframes };
}

/**
 * Why what stands in an at-rule is left out: "" for what is never meant, such as motion for people who prefer none;
 * undefined where it is not.
 */
function leftOut(name: string, condition: string): string | undefined {
  if (name === "media") return leftOutOfMedia(condition.toLowerCase());
  if (name === "supports") {
    // What stands there for browsers that cannot do what this program can is none of ours.
    if (/not/.test(condition)) return "";
    return /scroll|view/.test(condition)
      ? "what goes with the scroll position is left out"
      : undefined;
  }
  if (name === "layer" || name === "scope") return undefined;
  return name === "font-face" || name === "property" || name === "page"
    ? ""
    : "what stands in it is left out";
}

/** The same for what a screen, or the person in front of it, has to be. */
function leftOutOfMedia(condition: string): string | undefined {
  if (condition === "print") return "";
  const asked = condition.replace(/^(only )?(screen|all)( and )?/, "").replace(/\s/g, "");
  if (asked === "" || asked === "(prefers-reduced-motion:no-preference)") return undefined;
  if (/^not(alland)?\(prefers-reduced-motion(:reduce)?\)$/.test(asked)) return undefined;
  // What is said for people who prefer less motion is not what is played.
  return /^\(prefers-reduced-motion(:reduce)?\)$/.test(asked)
    ? ""
    : "what holds on some screens only is left out";
}

/** A name of keyframes, which may stand in quotes. */
export const unquoted = (name: string): string => name.trim().replace(/^(["'])(.*)\1$/, "$2");

/** Properties that browsers know by their old prefix as well: it says the same. */
const ALIAS = /^-webkit-(?=animation|transition|transform|filter|border-radius|perspective)/;

/** The longhands of a shorthand begin so: whoever says the shorthand says them again. */
const SHORTHANDS = ["animation", "transition"];

/** Says a property over what was said before. */
export function say(into: Map<string, string>, name: string, value: string): void {
  if (SHORTHANDS.includes(name))
    for (const known of into.keys()) if (known.startsWith(`${name}-`)) into.delete(known);
  // At the end: what is said later counts more.
  into.delete(name);
  into.set(name, value);
}

/** The text of a node as it is written, but for notes in it: what two words are there stay two. */
function textOf(node: CssNode, css: string): string {
  const text = node.loc ? css.slice(node.loc.start.offset, node.loc.end.offset) : generate(node);
  return text.replace(/\/\*[\s\S]*?(\*\/|$)/g, " ").trim();
}

function declarationsOf(nodes: List<CssNode>, css: string): Declared {
  const [plain, important] = [new Map<string, string>(), new Map<string, string>()];
  nodes.forEach((node) => {
    if (node.type !== "Declaration") return;
    const name = node.property.startsWith("--")
      ? node.property
      : node.property.toLowerCase().replace(ALIAS, "");
    say(node.important ? important : plain, name, textOf(node.value, css));
  });
  return { plain, important };
}

/** Declarations as they are written, apart from those of animations. */
function writtenIn(nodes: List<CssNode>, css: string): string[] {
  const written: string[] = [];
  nodes.forEach((node) => {
    if (
      node.type !== "Declaration" ||
      !node.loc ||
      /^(-webkit-)?animation(-|$)/i.test(node.property)
    )
      return;
    written.push(css.slice(node.loc.start.offset, node.loc.end.offset).trim());
  });
  return written;
}

function framesOf(
  { block }: Atrule,
  css: string,
  lineOf: (node: CssNode) => number,
  unread: Unread[],
): Keyframes["frames"] {
  const frames = new Map<number, Map<string, string>>();
  block?.children.forEach((node) => {
    if (node.type !== "Rule") return;
    const declared = declarationsOf(node.block.children, css).plain;
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
      // One moment that is said several times is one keyframe, in which what is said later counts.
      if (offset >= 0 && offset <= 1)
        frames.set(offset, new Map([...(frames.get(offset) ?? []), ...declared]));
      else
        unread.push({
          place: `line ${lineOf(node)}`,
          what: word,
          why: "it is no place between 0 % and 100 %",
        });
    }
  });
  return [...frames]
    .map(([offset, declared]) => ({ offset, declared }))
    .sort((a, b) => a.offset - b.offset);
}
