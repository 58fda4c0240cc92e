import { fitBezier } from "../../fit/index.ts";
import type { Motion } from "../../motion/index.ts";
import { type Figure, PERSPECTIVE, type Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { handoffNames } from "../names.ts";
import type { CssAnimation } from "./cssAnimation.ts";
import { selectorsOf } from "./cssBegins.ts";
import { WITHIN } from "./cssChoices.ts";
import { faceCss } from "./cssFaces.ts";
import { type CssContext, figureCss } from "./cssFigure.ts";
import type { CssRule } from "./cssRule.ts";
import { shakesCss } from "./cssShakes.ts";
import { CssCurves } from "./cssText.ts";
import { figureTolerances } from "./cssTolerances.ts";
import { joinedIn, motionOnlyRule, ownValueIn, selectorsOfOrigin } from "./motionOnly.ts";

/** What the rules of a scene depend on, whatever is written of them. */
export interface SceneOptions {
  /** Ids of the figures that leave; all if absent. */
  readonly figures?: ReadonlySet<string> | undefined;
  /** Selectors by figure id, in place of classes. */
  readonly selectors?: Readonly<Record<string, string>> | undefined;
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

/** The rules and animations that show a study, before anything of them is written. */
export interface SceneRules {
  readonly motion: Motion;
  readonly rules: readonly CssRule[];
  /** Animations with calmed shakes, in place of those of the same names, for people who prefer reduced motion. */
  readonly calm: readonly CssAnimation[];
  readonly curves: CssCurves;
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

/** The rules of a study, made once for all formats that are written of them; see `handoffContext`. */
export function sceneRules(study: Study, options: SceneOptions = {}): SceneRules {
  const { figures, selectors = {}, within = WITHIN, lacking = "linear" } = options;
  const { fallbacks = false, motionOnly } = options;
  const all = { figures, selectors, within, lacking, fallbacks, motionOnly };
  const name = JSON.stringify({ ...all, figures: figures && [...figures].sort() });
  return handoffContext(study).once(`rules ${name}`, () => made(study, all));
}

function made(
  study: Study,
  { figures, selectors = {}, within = WITHIN, lacking, fallbacks, motionOnly }: SceneOptions,
): SceneRules {
  const { motion, calm, still } = handoffContext(study);
  const names = handoffNames(study);
  const { classes, classOf } = names;
  const leaves = ({ id }: Figure) => figures === undefined || figures.has(id);
  const origins = motionOnly === "leaving" ? selectorsOfOrigin(study) : {};
  const selectorOf = selectorsOf(study, classOf, { ...origins, ...given(selectors) });
  const curves = new CssCurves(
    study.curves,
    {
      ...(lacking === "bezier" ? { lacking: (curve) => fitBezier(curve).curve } : {}),
      ...(fallbacks ? { fallbacks: (curve) => fitBezier(curve, { within: true }).curve } : {}),
    },
    names.properties,
  );
  const scene: CssContext = {
    perspective: study.scene.perspective ?? PERSPECTIVE,
    toleranceOf: figureTolerances(motion, within / WITHIN),
    keyframesOnly: fallbacks ?? false,
    ...{ names, still, curves, selectorOf },
    ...(motionOnly ? { animatesOnly: true, ownValue: ownValueIn(study) } : {}),
    tally: { animations: 0, offMainThread: 0, repaints: new Set() },
  };
  const joined = motionOnly ? joinedIn(motion, scene) : undefined;
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
  return {
    ...{ motion, rules, curves, classOf, selectorOf },
    calm: study.figures.flatMap((figure, i) => (leaves(figure) ? shaken(i).calm : [])),
    weight: { animations, offMainThread, repaints: [...repaints] },
  };
}

/** The selectors that somebody gave: an empty one is none. */
const given = (selectors: Readonly<Record<string, string>>) =>
  Object.fromEntries(Object.entries(selectors).filter(([, text]) => text.trim() !== ""));
