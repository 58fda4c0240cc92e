import { TokenType, tokenize } from "@csstools/css-tokenizer";
import type { Study } from "../../study/index.ts";

/** When a motion begins. */
export const BEGINS = ["load", "view", "hover", "press", "class", "scroll"] as const;

/** When a motion begins, and the element it is about: the one that is hovered, pressed, seen, or has the class. */
export interface CssBegin {
  readonly when: (typeof BEGINS)[number];
  /** Selector of an element around all figures. */
  readonly on: string;
}

export const ON_LOAD: CssBegin = { when: "load", on: ".scene" };

/** The class that begins a motion. */
export const PLAYING = "playing";

/** What is added to the selector of the element around all while the motion runs. */
export const STATES: Partial<Record<CssBegin["when"], string>> = {
  view: `.${PLAYING}`,
  class: `.${PLAYING}`,
  hover: ":hover",
  press: ":active",
};

/** Whether a text is a selector that can stand in front of a rule: nothing in it ends the selector or the rule. */
export function isSelector(text: string): boolean {
  return text.trim() !== "" && isClosedWithout(text, NEVER);
}

/** Whether a text of CSS closes all it opens, and has none of some kinds of tokens in it. */
export function isClosedWithout(text: string, never: ReadonlySet<TokenType>): boolean {
  let sound = true;
  const open: string[] = [];
  const tokens = tokenize({ css: text }, { onParseError: () => (sound = false) });
  for (const [type, token] of tokens) {
    if (type === TokenType.Function || type === TokenType.OpenParen) open.push(")");
    else if (type === TokenType.OpenSquare) open.push("]");
    else if (token === ")" || token === "]") {
      if (open.pop() !== token) return false;
    } else if (never.has(type)) return false;
  }
  return sound && open.length === 0;
}

const NEVER: ReadonlySet<TokenType> = new Set([
  TokenType.OpenCurly,
  TokenType.CloseCurly,
  TokenType.Semicolon,
  TokenType.AtKeyword,
  TokenType.Comment,
  TokenType.CDC,
  TokenType.CDO,
  TokenType.BadString,
  TokenType.BadURL,
]);

/** The selector of each figure: the person's own, or its class where none is given that is one. */
export function selectorsOf(
  { figures }: Study,
  classOf: Readonly<Record<string, string>>,
  own: Readonly<Record<string, string>>,
): Readonly<Record<string, string>> {
  return Object.fromEntries(
    figures.map(({ id }) => {
      const text = own[id]?.trim() ?? "";
      return [id, isSelector(text) ? text : `.${classOf[id]}`];
    }),
  );
}

/** The selector of an element while its motion runs. */
export function playingSelector(selector: string, { when, on }: CssBegin): string {
  const state = STATES[when];
  return state ? `${sceneSelector(on)}${state} ${asCompound(selector)}` : selector;
}

/** The selector of an element before its motion runs; for motions that wait for a state. */
export function waitingSelector(selector: string, { when, on }: CssBegin): string {
  return `${sceneSelector(on)}:not(${STATES[when]}) ${asCompound(selector)}`;
}

/** A selector as one thing, so that another can be put in front of it or behind. */
export const asCompound = (selector: string) =>
  selector.includes(",") ? `:is(${selector})` : selector;
/** The element around all; where the text is no selector, the usual one. */
export const sceneSelector = (on: string) => asCompound(isSelector(on) ? on.trim() : ON_LOAD.on);

/** A script that gives an element its class once it comes into view. */
export function viewScript({ on }: CssBegin): string {
  const selector = JSON.stringify(sceneSelector(on)).replace(/</g, "\\u003c");
  return `for (const scene of document.querySelectorAll(${selector}))
  new IntersectionObserver(([entry], observer) => {
    if (!entry.isIntersecting) return;
    scene.classList.add("${PLAYING}");
    observer.disconnect();
  }, { threshold: 0.5 }).observe(scene);`;
}
