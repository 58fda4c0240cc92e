import { type CssNode, generate, type PseudoClassSelector, type Selector } from "css-tree";

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

/** Pseudo-classes that say which of its kind an element is: what they are about is an element of its own. */
const PLACES = /^(first|last|only|nth|nth-last)-(child|of-type)$/;
/** Pseudo-classes that stand for any of a list of selectors. */
const LISTS = /^(is|where|matches|-webkit-any)$/;
/** The most selectors that one with lists in it is read as. */
const MOST_SELECTORS = 64;

/** A selector while it is read. */
interface Draft {
  readonly simple: readonly string[];
  readonly isState: boolean;
  readonly isFace: boolean;
  readonly isRoot: boolean;
  readonly weight: number;
}

const NOTHING: Draft = { simple: [], isState: false, isFace: false, isRoot: false, weight: 0 };

/**
 * Reads a selector of a style sheet from its syntax tree: one selector for each that a list in it, as in `:is()`, stands
 * for.
 *
 * @param outer the selectors of the rule around a nested one, which `&` stands for
 */
export function readSelectors(
  selector: Selector,
  outer: readonly ReadSelector[] = [],
): ReadSelector[] {
  const around = outer.map(({ text }) => text).join(", ");
  const text = textOf(selector, around, outer.length);
  return draftsOf(selector, outer).map(({ simple, isState, isFace, isRoot, weight }) => {
    const subject = [...new Set(simple)].sort().slice(0, MOST_SIMPLE);
    return {
      ...{ subject, isState, isFace, text },
      isRoot: isRoot && subject.length === 0,
      specificity: weight,
    };
  });
}

/** How much a simple selector counts. Source: Selectors 4, section 17. */
const [ID, CLASS, TYPE] = [1e6, 1e3, 1] as const;

function draftsOf(selector: Selector, outer: readonly ReadSelector[]): Draft[] {
  let drafts: Draft[] = [NOTHING];
  let afterChild = false;
  const each = (change: (draft: Draft) => Partial<Draft>) => {
    drafts = drafts.map((draft) => ({ ...draft, ...change(draft) }));
  };
  const add = (part: string, weight: number) =>
    each((draft) => ({ simple: [...draft.simple, part], weight: draft.weight + weight }));
  /** Each draft so far with each of some others; they count as much as the one of them that counts most. */
  const any = (others: readonly Draft[], isWeightless: boolean) => {
    const weight = isWeightless ? 0 : Math.max(0, ...others.map((other) => other.weight));
    drafts = drafts
      .flatMap((draft) =>
        others.map((other) => ({
          simple: [...draft.simple, ...other.simple],
          isState: draft.isState || other.isState,
          isFace: draft.isFace || other.isFace,
          isRoot: draft.isRoot || other.isRoot,
          weight: draft.weight + weight,
        })),
      )
      .slice(0, MOST_SELECTORS);
  };
  selector.children.forEach((node: CssNode) => {
    switch (node.type) {
      case "Combinator":
        afterChild = node.name === ">";
        each(() => ({ simple: [], isRoot: false }));
        break;
      case "NestingSelector":
        if (outer.length > 0)
          any(
            outer.map(({ subject, isState, specificity }) => ({
              ...NOTHING,
              ...{ simple: subject, isState, weight: specificity },
            })),
            false,
          );
        break;
      case "PseudoClassSelector": {
        const lists = listsIn(node);
        if (LISTS.test(node.name) && lists.length > 0)
          any(
            lists.flatMap((list) => draftsOf(list, outer)),
            node.name === "where",
          );
        else if (PLACES.test(node.name)) add(generate(node), CLASS);
        else if (lists.length > 0) {
          // Of `:not()` and `:has()` only what they count is read.
          const most = Math.max(0, ...lists.flatMap((list) => draftsOf(list, outer)).map(weightOf));
          each(({ weight }) => ({ weight: weight + most }));
        } else
          each(({ weight, isState, isRoot }) => ({
            weight: weight + CLASS,
            isState: isState || STATES.test(node.name),
            isRoot: isRoot || node.name === "root",
          }));
        break;
      }
      case "PseudoElementSelector":
        // What stands before or after an element is none of its variants.
        each(({ simple, weight }) => ({
          simple: [`${selectorOf(simple)}::${node.name}`],
          weight: weight + TYPE,
        }));
        break;
      case "IdSelector":
        add(`#${node.name}`, ID);
        break;
      case "ClassSelector": {
        const isFace = afterChild && (node.name === "front" || node.name === "back");
        if (STATE_CLASSES.test(node.name))
          each(({ weight }) => ({ isState: true, weight: weight + CLASS }));
        else add(`.${node.name}`, CLASS);
        each(() => ({ isFace }));
        break;
      }
      case "AttributeSelector":
        add(generate(node), CLASS);
        break;
      case "TypeSelector":
        if (node.name === "*" || node.name === "html") each(() => ({ isRoot: true }));
        else add(node.name, TYPE);
        break;
      default:
        break;
    }
  });
  return drafts;
}

const weightOf = ({ weight }: Draft): number => weight;

/** The selectors that a pseudo-class has in its parentheses. */
function listsIn({ children }: PseudoClassSelector): Selector[] {
  const found: Selector[] = [];
  children?.forEach((child) => {
    if (child.type === "Selector") found.push(child);
    if (child.type === "SelectorList")
      child.children.forEach((each) => {
        if (each.type === "Selector") found.push(each);
      });
  });
  return found;
}

function textOf(selector: Selector, outer: string, count: number): string {
  if (count === 0) return spaced(generate(selector));
  const around = count > 1 || outer.includes(",") ? `:is(${outer})` : outer;
  const own = generate(selector);
  return spaced(own.includes("&") ? own.replaceAll("&", around) : `${around} ${own}`);
}

/** With spaces around what stands between, as people write it. */
const spaced = (text: string): string => text.replace(/\s*([>+~])\s*(?![^([]*[)\]])/g, " $1 ");

/** A selector of all that is about a subject, in the order in which CSS wants its parts. */
export function selectorOf(subject: readonly string[]): string {
  const place = (part: string) => (part.startsWith(":") ? 2 : /^[.#[]/.test(part) ? 1 : 0);
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

/** How a subject is called: by its id, its last class, an attribute's value or its type, and which of them it is. */
export function nameOfSubject(subject: readonly string[]): string {
  const find = (start: string) => subject.findLast((each) => each.startsWith(start));
  const word = find("#") ?? find(".") ?? find("[") ?? subject.at(-1) ?? "";
  const [, place = ""] = /^:[-a-z]+\((\d+)\)$/.exec(find(":") ?? "") ?? [];
  return [nameOf(word), place].join(" ").trim();
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
