import { type CssNode, generate, type Selector } from "css-tree";

/** A selector, read: what it is about, whether that is in a state, and how much it counts. */
export interface ReadSelector {
  /** The simple selectors of what it is about, apart from states, sorted: `.chip` and `#one`. */
  readonly subject: readonly string[];
  /** Whether it holds only while something is the case: hovered, open, playing. */
  readonly isState: boolean;
  /** Whether it is about a face of a card as hand-offs have it. */
  readonly isFace: boolean;
  /** Whether it is about the whole page: `:root`, `html` or `*`. */
  readonly isRoot: boolean;
  readonly specificity: number;
  /** As it is written; nested ones with what is around them. */
  readonly text: string;
}

/** States of elements that something begins with. */
const STATES = /^(hover|active|focus|focus-within|focus-visible|checked|target|open)$/;
const STATE_CLASSES = /^(playing|active|open|on|is-[-\w]+)$/;
/** The most simple selectors of a subject that are looked at. */
const MOST_SIMPLE = 8;

/**
 * Reads a selector of a style sheet from its syntax tree.
 *
 * @param outer the selector of the rule around a nested one, which `&` stands for
 */
export function readSelector(selector: Selector, outer?: ReadSelector): ReadSelector {
  let simple: string[] = [];
  let isState = false;
  let isFace = false;
  let isRoot = false;
  let afterChild = false;
  let [ids, classes, types] = [0, 0, 0];
  selector.children.forEach((node: CssNode) => {
    switch (node.type) {
      case "Combinator":
        afterChild = node.name === ">";
        simple = [];
        isRoot = false;
        break;
      case "NestingSelector":
        simple.push(...(outer?.subject ?? []));
        isState ||= outer?.isState ?? false;
        classes += 1;
        break;
      case "PseudoClassSelector":
        classes += 1;
        if (STATES.test(node.name)) isState = true;
        if (node.name === "root") isRoot = true;
        break;
      case "PseudoElementSelector":
        types += 1;
        simple.push(`::${node.name}`);
        break;
      case "IdSelector":
        ids += 1;
        simple.push(`#${node.name}`);
        break;
      case "ClassSelector":
        classes += 1;
        if (STATE_CLASSES.test(node.name)) isState = true;
        else simple.push(`.${node.name}`);
        isFace = afterChild && (node.name === "front" || node.name === "back");
        break;
      case "AttributeSelector":
        classes += 1;
        simple.push(generate(node));
        break;
      case "TypeSelector":
        if (node.name === "*" || node.name === "html") isRoot = true;
        else {
          types += 1;
          simple.push(node.name);
        }
        break;
      default:
        break;
    }
  });
  const subject = [...new Set(simple)].sort().slice(0, MOST_SIMPLE);
  return {
    ...{ subject, isState, isFace, text: textOf(selector, outer) },
    isRoot: isRoot && subject.length === 0,
    specificity: ids * 1e6 + classes * 1e3 + types,
  };
}

function textOf(selector: Selector, outer?: ReadSelector): string {
  if (!outer) return spaced(generate(selector));
  const around = outer.text.includes(",") ? `:is(${outer.text})` : outer.text;
  const own = generate(selector);
  return spaced(own.includes("&") ? own.replaceAll("&", around) : `${around} ${own}`);
}

/** With spaces around what stands between, as people write it. */
const spaced = (text: string): string => text.replace(/\s*([>+~])\s*(?![^([]*[)\]])/g, " $1 ");

/** A selector of all that is about a subject, in the order in which CSS wants its parts. */
export function selectorOf(subject: readonly string[]): string {
  const place = (part: string) => (part.startsWith("::") ? 2 : /^[.#[]/.test(part) ? 1 : 0);
  return [...subject].sort((a, b) => place(a) - place(b)).join("");
}

export const subjectKey = (subject: readonly string[]): string => subject.join(" ");

/** The keys of all subjects that an element of this one is of as well: every part of it. */
export function partsOf(subject: readonly string[]): string[] {
  const keys: string[] = [];
  for (let bits = 1; bits < 2 ** subject.length; bits++)
    keys.push(subjectKey(subject.filter((_, i) => bits & (1 << i))));
  return keys;
}

/** How a subject is called: by its id, its last class, an attribute's value or its type. */
export function nameOfSubject(subject: readonly string[]): string {
  const find = (start: string) => subject.findLast((each) => each.startsWith(start));
  return find("#") ?? find(".") ?? find("[") ?? subject.at(-1) ?? "";
}

/** A name in words: `.boarding-pass` is Boarding pass. */
export function nameOf(subject: string): string {
  const word =
    /[.#]([-\w]+)(?!.*[.#])/.exec(subject)?.[1] ??
    /["']?([-\w ]+)["']?\]?$/.exec(subject)?.[1] ??
    subject;
  const words = word.replace(/[-_]+/g, " ").trim();
  return words === "" ? "Element" : words[0]?.toUpperCase() + words.slice(1);
}
