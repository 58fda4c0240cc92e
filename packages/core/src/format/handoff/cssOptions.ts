import { BEGINS, isSelector, ON_LOAD, PLAYING } from "../css/cssBegins.ts";
import { REDUCED_WAYS, WITHIN } from "../css/cssChoices.ts";
import type { HandoffOption } from "./handoffFormat.ts";

const BEGIN_TEXTS: Readonly<Record<(typeof BEGINS)[number], string>> = {
  load: "when the page loads",
  view: "when it comes into view",
  hover: "while it is hovered",
  press: "while it is pressed",
  class: `while it has the class ${PLAYING}`,
  scroll: "with the scroll position",
};

const REDUCED_TEXTS: Readonly<Record<(typeof REDUCED_WAYS)[number], string>> = {
  "as-it-is": "as it is, shakes calmed",
  end: "still, as it ends",
  rest: "still, at rest",
  fade: "fades only",
};

/** What people see who prefer reduced motion. */
export const REDUCED_OPTION = {
  type: "choice",
  id: "reduced",
  label: "Reduced motion",
  choices: REDUCED_WAYS.map((value) => ({ value, text: REDUCED_TEXTS[value] })),
  initial: "as-it-is",
  isOfStudy: true,
} as const satisfies HandoffOption;

/** The element around all figures, which is hovered, pressed, seen, or has a class. */
export const ON_OPTION: HandoffOption = {
  type: "text",
  id: "on",
  label: "Element around all",
  initial: ON_LOAD.on,
  fault: (text) =>
    isSelector(text)
      ? undefined
      : "Give the selector of the element around all figures, such as .scene.",
};

/** How far off what is seen may be. */
export const WITHIN_OPTION: HandoffOption = {
  type: "number",
  id: "within",
  label: "Within",
  min: 0.01,
  max: 5,
  unit: "px",
  initial: () => WITHIN,
};

/** What can be chosen of a motion that a script plays. */
export const MODULE_OPTIONS: readonly HandoffOption[] = [
  {
    type: "choice",
    id: "begins",
    label: "Begins",
    choices: BEGINS.map((value) => ({ value, text: BEGIN_TEXTS[value] })),
    initial: "load",
  },
  {
    ...ON_OPTION,
    // Nothing is waited for when the page loads, and the whole page is what is scrolled.
    applies: ({ begins }) => begins !== undefined && begins !== "load" && begins !== "scroll",
  },
  REDUCED_OPTION,
  WITHIN_OPTION,
];

/** What can be chosen of CSS in every format that is made of it. */
export const CSS_OPTIONS: readonly HandoffOption[] = [
  ...MODULE_OPTIONS,
  {
    type: "choice",
    id: "lacking",
    label: "Curves CSS lacks",
    choices: [
      { value: "linear", text: "linear()" },
      { value: "bezier", text: "cubic-bezier" },
    ],
    initial: "linear",
  },
  {
    type: "choice",
    id: "fallbacks",
    label: "Old browsers",
    choices: [
      { value: "none", text: "left out" },
      { value: "written", text: "fallbacks" },
    ],
    initial: "none",
  },
];

/** Whether an SVG moves by CSS, not by SMIL. */
export const usesCss = ({ moves }: { readonly moves?: string | number }) => moves !== "smil";
