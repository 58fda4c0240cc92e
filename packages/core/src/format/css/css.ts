import { fitBezier } from "../../fit/index.ts";
import { compileStudy, type Motion } from "../../motion/index.ts";
import { type Figure, PERSPECTIVE, type Study } from "../../study/index.ts";
import { cssComment } from "../escape.ts";
import { handoffNames } from "../names.ts";
import { type CssAnimation, HAIR } from "./cssAnimation.ts";
import { type CssBegin, ON_LOAD, selectorsOf } from "./cssBegins.ts";
import { faceCss } from "./cssFaces.ts";
import { type CssContext, figureCss } from "./cssFigure.ts";
import { cssNumber } from "./cssNumber.ts";
import { type CssReduced, calmText, reducedText } from "./cssReduced.ts";
import { addedText, type CssRule, ruleText, scrollText } from "./cssRule.ts";
import { shakesCss } from "./cssShakes.ts";
import { CssCurves } from "./cssText.ts";
import { figureTolerances } from "./cssTolerances.ts";
import { waitingRules } from "./cssWaiting.ts";
import { joinedIn, motionOnlyRule, ownValueIn, selectorsOfOrigin } from "./motionOnly.ts";

/** CSS that plays a study, and the class names it uses. */
export interface CssHandoff {
  readonly text: string;
  /** What the text is made of, without what is for reduced motion. */
  readonly rules: readonly CssRule[];
  /** Animations with calmed shakes, in place of those of the same names, for people who prefer reduced motion. */
  readonly calm: readonly CssAnimation[];
  /** The declarations of named curves. */
  readonly named: readonly string[];
  /** Class name of each figure, by figure id. */
  readonly classOf: Readonly<Record<string, string>>;
  /** The selector of each figure's rule, by figure id: its class, or the person's own. */
  readonly selectorOf: Readonly<Record<string, string>>;
  /** How many animations the browser can run off the main thread, and which properties are painted anew. */
  readonly weight: CssWeight;
}

export interface CssWeight {
  readonly animations: number;
  readonly offMainThread: number;
  /** Such as "color of lamp". */
  readonly repaints: readonly string[];
}

/** The difference within which CSS shows what the motion shows if nothing else is asked for, px. */
export const WITHIN = 0.1;

export interface CssOptions {
  /** Ids of the figures that leave; all if absent. */
  readonly figures?: ReadonlySet<string> | undefined;
  /** Selectors by figure id, in place of classes. */
  readonly selectors?: Readonly<Record<string, string>> | undefined;
  /** What people see who prefer reduced motion. */
  readonly reduced?: CssReduced | undefined;
  /** When it begins; when the page loads if absent. */
  readonly begins?: CssBegin | undefined;
  /** The greatest difference in px; those in degrees, opacity and the like go with it. */
  readonly within?: number | undefined;
  /** How curves leave that CSS does not have: as straight pieces, or as the nearest cubic-bezier. */
  readonly lacking?: "linear" | "bezier" | undefined;
  /** Whether browsers that know neither `linear()` nor animations that add get something in place of it. */
  readonly fallbacks?: boolean | undefined;
  /**
   * Only how elements move that have a look and a place of their own: "leaving" with the rules that figures were brought
   * in from, "staged" with what an element needs that stands by itself.
   */
  readonly motionOnly?: "leaving" | "staged" | undefined;
}

/**
 * CSS that moves as `motion.at(t)` says: for each figure a rule and its `@keyframes`.
 *
 * Each track becomes one animation of an individual transform property (or `opacity`, `color` …)
 * with the keys' own curves, so the browser computes the same function and can run it off the main
 * thread. Where the two channels of one property go by different keys or curves, or add to something
 * that still moves, the channels run as registered custom properties and the property is put
 * together from them. What CSS cannot express is sampled. Shakes are animations that add to the others.
 * See docs/decisions.md.
 */
export function handoffCss(
  study: Study,
  {
    figures,
    selectors = {},
    reduced = "as-it-is",
    begins = ON_LOAD,
    within = WITHIN,
    lacking = "linear",
    fallbacks = false,
    motionOnly,
  }: CssOptions = {},
): CssHandoff {
  const motion = compileStudy(study);
  const names = handoffNames(study);
  const { classes, classOf } = names;
  const leaves = ({ id }: Figure) => figures === undefined || figures.has(id);
  const origins = motionOnly === "leaving" ? selectorsOfOrigin(study) : {};
  const selectorOf = selectorsOf(study, classOf, { ...origins, ...given(selectors) });
  const share = within / WITHIN;
  const scene: CssContext = {
    perspective: study.scene.perspective ?? PERSPECTIVE,
    toleranceOf: figureTolerances(motion, share),
    keyframesOnly: fallbacks,
    names,
    still: compileStudy({ ...study, sequence: [] }),
    curves: new CssCurves(
      study.curves,
      {
        ...(lacking === "bezier" ? { lacking: (curve) => fitBezier(curve).curve } : {}),
        ...(fallbacks ? { fallbacks: (curve) => fitBezier(curve, { within: true }).curve } : {}),
      },
      names.properties,
    ),
    selectorOf,
    ...(motionOnly ? { animatesOnly: true, ownValue: ownValueIn(study) } : {}),
    tally: { animations: 0, offMainThread: 0, repaints: new Set() },
  };
  const joined = motionOnly ? joinedIn(motion, scene) : undefined;
  const calm = motion.shakes.length > 0 ? compileStudy(study, { calm: true }) : motion;
  const shaken = shakesCss(motion, calm, joined ? { ...scene, joined } : scene);
  const rules = study.figures.flatMap((figure, i) => {
    if (!leaves(figure)) return [];
    const parent = study.figures.find((each) => each.id === figure.parent);
    const inside = parent && `${selectorOf[parent.id]}${parent.look.back ? " > .front" : ""}`;
    const own = selectorOf[figure.id] as string;
    const name = classes[i] as string;
    const rule = motionOnly
      ? motionOnlyRule(motion, figure, name, scene, motionOnly === "staged")
      : figureCss(motion, figure, name, inside, scene);
    if (!rule) return [];
    const { animations, declarations } = shaken(i);
    scene.tally.animations += animations.length;
    scene.tally.offMainThread += animations.length;
    return [
      {
        ...rule,
        declarations: [...rule.declarations, ...declarations],
        animations: [...rule.animations, ...animations],
      },
      ...faceCss(motion, i, own, scene),
    ];
  });
  const { animations, offMainThread, repaints } = scene.tally;
  const weight = { animations, offMainThread, repaints: [...repaints] };
  const written = new Set<string>();
  const begun = rules.map((rule) => ruleText(rule, { written, begins, curves: scene.curves }));
  const calmed = study.figures.flatMap((figure, i) => (leaves(figure) ? shaken(i).calm : []));
  const whenReduced =
    reduced === "as-it-is" ? calmText(calmed) : reducedText(motion, rules, reduced, begins);
  const blocks = [
    `/* ${cssComment(study.name)}: ${cssNumber(motion.duration)} ms. */`,
    ...scene.curves.rootText(),
    ...begun,
    ...(motionOnly ? [] : waitingRules(motion, selectorOf, rules, begins)),
    ...(fallbacks ? addedText(rules, begins) : []),
    ...scrollText(rules, begins, motion.duration, reduced !== "as-it-is"),
    ...whenReduced,
    ...cueNotes(motion),
  ];
  return {
    text: `${blocks.join("\n\n")}\n`,
    ...{ rules, calm: calmed, named: scene.curves.named(), classOf, selectorOf, weight },
  };
}

/** The selectors that somebody gave: an empty one is none. */
const given = (selectors: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(selectors).filter(([, text]) => text.trim() !== ""));

/** The cues, which CSS cannot play, as a comment with their times. */
function cueNotes(motion: Motion): string[] {
  const events = motion.events(Number.NEGATIVE_INFINITY, motion.duration + HAIR);
  if (events.length === 0) return [];
  const lines = events.map(
    ({ time, cue }) =>
      `   ${cssNumber(time)} ms: ${cssComment(cue.name)}${cue.sound ? ` (${cue.sound})` : ""}`,
  );
  return [`/* Cues, which CSS cannot play; hand them off as JavaScript:\n${lines.join("\n")} */`];
}
