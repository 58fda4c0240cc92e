import type { Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { cssComment } from "../escape.ts";
import { handoffNames } from "../names.ts";
import { asCompound, STATES as BEGIN_STATES, sceneSelector, selectorsOf } from "./cssBegins.ts";
import type { CssReduced } from "./cssChoices.ts";
import { faceChanges } from "./cssFaces.ts";
import { cssNumber } from "./cssNumber.ts";
import { FADES, inMedia } from "./cssReduced.ts";
import { CssCurves } from "./cssText.ts";
import { figureTolerances } from "./cssTolerances.ts";
import { type Change, changesOf, type TransitionOf } from "./transitionChanges.ts";

/** What starts the transition. */
export const TRANSITION_TRIGGERS = ["hover", "press", "focus", "class"] as const;
export type TransitionTrigger = (typeof TRANSITION_TRIGGERS)[number];

export interface TransitionOptions {
  readonly when: TransitionTrigger;
  /** Selector of the element around all figures. */
  readonly on: string;
  readonly figures?: ReadonlySet<string> | undefined;
  readonly selectors?: Readonly<Record<string, string>> | undefined;
  /** What is multiplied with the tolerances of all properties. */
  readonly share: number;
  /** What people see who prefer reduced motion; the other pose at once if absent. */
  readonly reduced?: CssReduced | undefined;
  /** How the two poses are called. */
  readonly between?: readonly [from: string, to: string];
}

/** CSS that goes from how a study begins to how it ends, and what of the motion between is lost. */
export interface TransitionCss {
  readonly text: string;
  readonly classOf: Readonly<Record<string, string>>;
  readonly selectorOf: Readonly<Record<string, string>>;
  /** What moves in a way that no transition has, such as "rotate of lamp". */
  readonly lost: readonly string[];
  /** By figure id, how its channels go. */
  readonly ways: Readonly<Record<string, readonly TransitionOf[]>>;
}

/**
 * Two rules for each figure, how it stands at first and at the end, and a transition between them: each property with
 * the delay, the duration and the progress that the motion has.
 */
export function transitionCss(
  study: Study,
  {
    when,
    on,
    figures,
    selectors = {},
    share,
    reduced = "end",
    between = ["how it begins", "how it ends"],
  }: TransitionOptions,
): TransitionCss {
  const motion = handoffContext(study).motion;
  const names = handoffNames(study);
  const { classOf } = names;
  const selectorOf = selectorsOf(study, classOf, selectors);
  const curves = new CssCurves();
  const toleranceOf = figureTolerances(motion, share);
  const lost: string[] = [];
  const ways: Record<string, readonly TransitionOf[]> = {};
  const state = `${sceneSelector(on)}${when === "focus" ? ":focus-within" : BEGIN_STATES[when]}`;
  const changed: Changed[] = [];
  const blocks = study.figures.flatMap((figure, i) => {
    if (figures && !figures.has(figure.id)) return [];
    const selector = selectorOf[figure.id] as string;
    const found = changesOf(motion, figure, i, {
      name: names.classes[i] as string,
      curves,
      toleranceOf,
    });
    lost.push(...found.lost);
    ways[figure.id] = found.changes;
    const rules = ruleBlocks(selector, state, found.still, found.changes);
    if (found.changes.length > 0) changed.push({ selector, changes: found.changes });
    return [...found.registered, ...rules, ...faceBlocks(motion, i, selector, state, changed)];
  });
  const calm = reducedBlocks(changed, reduced, state);
  const [from, to] = between;
  const head = `/* ${cssComment(`${study.name}: from ${from} to ${to}`)}, ${Math.round(motion.duration)} ms. */`;
  return { text: `${[head, ...blocks, ...calm].join("\n\n")}\n`, classOf, selectorOf, lost, ways };
}

/** An element whose declarations change. */
interface Changed {
  readonly selector: string;
  readonly changes: readonly Pick<Change, "property" | "before" | "duration" | "delay">[];
}

/** The rules for people who prefer reduced motion. */
function reducedBlocks(
  changed: readonly Changed[],
  way: CssReduced,
  state: string,
): readonly string[] {
  if (way === "as-it-is" || changed.length === 0) return [];
  const rules =
    way === "end"
      ? [block(changed.map(({ selector }) => selector).join(",\n"), ["transition: none;"])]
      : changed.map(({ selector, changes }) => {
          const times = (read: (change: (typeof changes)[number]) => number) =>
            changes
              .map((each) => `${cssNumber(FADES.has(each.property) ? read(each) : 0)}ms`)
              .join(", ");
          return way === "rest"
            ? block(
                `${state} ${asCompound(selector)}`,
                changes.map(({ property, before }) => `${property}: ${before};`),
              )
            : block(selector, [
                `transition-duration: ${times(({ duration }) => duration)};`,
                `transition-delay: ${times(({ delay }) => delay)};`,
              ]);
        });
  return inMedia(rules);
}

const block = (selector: string, lines: readonly string[]) =>
  `${selector} {\n  ${lines.join("\n  ")}\n}`;

function ruleBlocks(
  selector: string,
  state: string,
  still: readonly string[],
  changes: readonly Change[],
): string[] {
  const inside = asCompound(selector);
  const first = changes.map(({ property, before }) => `${property}: ${before};`);
  const timings = changes.map(
    ({ property, duration, timing, delay }) =>
      `${property} ${cssNumber(duration)}ms ${timing} ${cssNumber(delay)}ms`,
  );
  const transition = timings.length > 0 ? [`transition:\n    ${timings.join(",\n    ")};`] : [];
  return [
    block(selector, [
      "position: absolute;",
      "left: 0;",
      "top: 0;",
      ...still,
      ...first,
      ...transition,
    ]),
    ...(changes.length > 0
      ? [
          block(
            `${state} ${inside}`,
            changes.map(({ property, after }) => `${property}: ${after};`),
          ),
        ]
      : []),
  ];
}

/** The faces of a card, each seen while it faces the viewer. */
function faceBlocks(
  motion: Motion,
  index: number,
  selector: string,
  state: string,
  changed: Changed[],
): string[] {
  const figure = motion.study.figures[index];
  if (figure?.kind !== "card" || !figure.look.back) return [];
  const { back, times } = faceChanges(motion, index);
  const ends = times.length % 2 === 1 ? !back : back;
  const word = (shown: boolean) => (shown ? "inherit" : "hidden");
  const inside = asCompound(selector);
  return (["front", "back"] as const).flatMap((side) => {
    const own = `${inside} > .${side}`;
    const changes = ends !== back;
    const before = word(back === (side === "back"));
    // Which face is seen is no fading: with all that stands still it changes at once.
    if (changes)
      changed.push({
        selector: own,
        changes: [{ property: "visibility", before, duration: 0, delay: 0 }],
      });
    return [
      block(own, [
        ...["position: absolute;", "inset: 0;", ...(side === "back" ? ["rotate: y 180deg;"] : [])],
        `visibility: ${before};`,
        ...(changes ? [`transition: visibility 0s linear ${cssNumber(times.at(-1) ?? 0)}ms;`] : []),
      ]),
      ...(changes
        ? [block(`${state} ${own}`, [`visibility: ${word(ends === (side === "back"))};`])]
        : []),
    ];
  });
}
