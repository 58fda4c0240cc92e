import {
  type Atrule,
  type CssNode,
  type Rule as CssRuleNode,
  generate,
  type List,
  parse,
} from "css-tree";
import type { Unread } from "./brought.ts";
import { type ReadSelector, readSelector } from "./selectors.ts";

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

/** Reads a style sheet; what cannot be read is put on the list with its line. */
export function readSheet(css: string, unread: Unread[], offsetLine = 0): Sheet {
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
  return { rules, keyframes };
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
export function say(into: Map<string, string>, name: string, value: string): void {
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
