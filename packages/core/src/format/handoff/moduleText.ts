import { cuesToEnd } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { CssHandoff } from "../css/css.ts";
import { type CssAnimation, placesOf } from "../css/cssAnimation.ts";
import { type CssBegin, ON_LOAD, PLAYING, sceneSelector } from "../css/cssBegins.ts";
import type { CssReduced } from "../css/cssChoices.ts";
import { cssNumber } from "../css/cssNumber.ts";
import { HELD_AFTER, isFade } from "../css/cssReduced.ts";
import { jsLineComment, jsLiteral } from "../escape.ts";

/** Properties as scripts name them: `border-radius` is `borderRadius`, custom ones are what they are. */
const scriptName = (property: string) =>
  property.startsWith("--")
    ? property
    : property.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());

/** How a module plays. */
export interface ModuleOptions {
  /** What people see who prefer reduced motion. */
  readonly reduced: CssReduced;
  readonly begins: CssBegin;
}

/**
 * A study as an ES module on the Web Animations API, with types in JSDoc: `play(root, options)`, and where it begins
 * with something that happens, `begin(scene, options)`. Each rule of the CSS is one line of data; what plays them is the
 * same for every study.
 */
export function moduleText(
  study: Study,
  { rules, calm, named }: CssHandoff,
  { reduced = "as-it-is", begins = ON_LOAD }: Partial<ModuleOptions> = {},
): string {
  const motion = handoffContext(study).motion;
  const texts = new Map(
    named.map((declaration) => {
      const at = declaration.indexOf(":");
      return [`var(${declaration.slice(0, at)})`, declaration.slice(at + 1, -1).trim()];
    }),
  );
  const calmed = new Map(reduced === "as-it-is" ? calm.map((each) => [each.name, each]) : []);
  const easings: string[] = [];
  /** The place of an easing in the table; linear has none. */
  const easingOf = (timing: string) => {
    const text = texts.get(timing) ?? timing;
    if (text === "linear") return undefined;
    const known = easings.indexOf(text);
    return known >= 0 ? known : easings.push(text) - 1;
  };
  const framesOf = ({ frames, timing = "linear" }: CssAnimation) => {
    const places = placesOf(frames);
    return frames.map((frame, i) => {
      const easing = easingOf(frame.timing ?? timing);
      const place = Number(cssNumber((places[i] as number) / 100));
      return easing === undefined ? [place, frame.value] : [place, frame.value, easing];
    });
  };
  const lines = rules.map((rule) =>
    jsLiteral([
      rule.selector,
      rule.declarations.join(" "),
      rule.animations.map((animation) => {
        const { property, iterations, added } = animation;
        const still = calmed.get(animation.name);
        const more = still
          ? framesOf(still)
          : reduced === "fade" && isFade(animation)
            ? 1
            : undefined;
        return [
          scriptName(property),
          Number(cssNumber(animation.duration)),
          Number(cssNumber(animation.delay)),
          animation.fill,
          Number.isFinite(iterations) ? iterations : null,
          animation.direction,
          framesOf(animation),
          ...(added || more ? [added ? 1 : 0] : []),
          ...(more ? [more] : []),
        ];
      }),
    ]),
  );
  const registered = rules.flatMap((rule) =>
    rule.registered.map(({ name, syntax, initial }) => jsLiteral([name, syntax, initial])),
  );
  const cues = cuesToEnd(motion).map(({ time, cue }) =>
    jsLiteral([Number(cssNumber(Math.max(time, 0))), cue.name]),
  );
  const list = (items: readonly string[]) =>
    items.length === 0 ? "[]" : `[\n  ${items.join(",\n  ")},\n]`;
  const { more } = WAYS[reduced];
  const call =
    begins.when === "load" ? "play(document" : jsLineComment(`begin(${SCENE_OF(begins)}`);
  return `// ${jsLineComment(study.name)}: ${cssNumber(motion.duration)} ms. const player = ${call}, { onCue: (name) => {} });

/** @typedef {[offset: number, value: string, easing?: number][]} Frames */
/** @typedef {[property: string, duration: number, delay: number, fill: FillMode, iterations: number | null, direction: PlaybackDirection, frames: Frames, added?: 0 | 1${more}]} Part */

/** From the study's start to the last end, ms. */
export const duration = ${cssNumber(motion.duration)};
/** @type {string[]} */
const easings = ${list(easings.map((text) => jsLiteral(text)))};
/** @type {[name: string, syntax: string, initialValue: string][]} */
const registered = ${list(registered)};
/** @type {[time: number, name: string][]} */
const cues = ${list(cues)};
/** Selector, style at rest, animations. @type {[selector: string, style: string, parts: Part[]][]} */
const figures = ${list(lines)};
${moduleRuntime({ reduced, begins })}`;
}

/** Just past the end, where what stays is, in the module's own words. */
const OVER = `duration + ${HELD_AFTER}`;

/** What people see who prefer reduced motion: what it is called, what each part carries for it, and what it does. */
const WAYS: Readonly<
  Record<
    CssReduced,
    {
      readonly said: string;
      readonly more: string;
      /** Parts of a figure that are animated. */
      readonly parts?: string;
      readonly frames?: string;
      /** What is done with an animation that is made; it goes on to the list of those that play. */
      readonly made?: string;
      /** Whether nothing plays: the study's end stands at once. */
      readonly isStill: boolean;
    }
  >
> = {
  "as-it-is": {
    ...{ said: "as it is, with its shakes calmed", isStill: false },
    ...{ more: ", calmed?: Frames", frames: "(calm && calmed) || frames" },
  },
  end: { said: "the last pose at once", more: "", isStill: true },
  rest: { said: "the figures at rest", more: "", parts: "(calm ? [] : parts)", isStill: true },
  fade: {
    ...{ said: "what fades; all else stands as it ends", more: ", fades?: 1", isStill: false },
    made: `        if (calm && !fades) {
          made.pause();
          made.currentTime = ${OVER};
          held.push(made);
          return [];
        }
`,
  },
};

/** What plays the data, for a way of reducing motion and a beginning. */
export function moduleRuntime({ reduced, begins }: ModuleOptions): string {
  const { said, parts = "parts", frames = "frames", made = "", isStill } = WAYS[reduced];
  const last = reduced === "fade" ? ", fades" : reduced === "as-it-is" ? ", calmed" : "";
  return `
/**
 * @typedef {object} Options
 * @property {boolean | "auto"} [reduced] ${said}; "auto" asks what the person prefers
 * @property {number} [rate] 1 is full speed
 * @property {(name: string) => void} [onCue] called at each cue's time, whatever the rate
 *
 * @typedef {object} Player
 * @property {Promise<unknown>} finished
 * @property {() => void} play
 * @property {() => void} pause
 * @property {() => void} reverse
 * @property {(time: number) => void} seek to a time, ms
 * @property {() => void} cancel
 */

/** @param {boolean | "auto"} reduced */
const isCalm = (reduced) => (reduced === "auto" ? matchMedia("(prefers-reduced-motion: reduce)").matches : reduced);

/**
 * Plays on the elements that are found within a root.
 *
 * @param {ParentNode} [root]
 * @param {Options} [options]
 * @returns {Player}
 */
export function play(root = document, { reduced = "auto", rate = 1, onCue } = {}) {
  for (const [name, syntax, initialValue] of registered)
    try {
      CSS.registerProperty({ name, syntax, initialValue, inherits: false });
    } catch {
      // Registered by an earlier call.
    }
  const calm = isCalm(reduced);
  /** All end together, so that they go back together. @param {number} end */
  const rest = (end) => Math.max(0, duration - end) || 0;
${reduced === "fade" ? "  /** @type {Animation[]} */\n  const held = [];\n" : ""}  const all = figures.flatMap(([selector, style, parts]) =>
    [...root.querySelectorAll(selector)].flatMap((element) => {
      /** @type {HTMLElement} */ (element).style.cssText += style;
      return ${parts}.flatMap(([property, length, delay, fill, count, direction, frames, added${last}]) => {
        const iterations = count ?? Infinity;
        const made = element.animate(
          (${frames}).map(([offset, value, easing]) => ({
            offset,
            [property]: value,
            easing: easing === undefined ? "linear" : easings[easing],
          })),
          { duration: length, delay, fill, iterations, direction, composite: added ? "add" : "replace", endDelay: rest(delay + length * iterations) },
        );
        // Else browsers remove what has ended and is added onto by another.
        made.persist();
${made}        return made;
      });
    }),
  );
  /** @param {number} time */
  const timer = (time) => new Animation(new KeyframeEffect(null, null, { duration: time, fill: "both" }));
  const clock = timer(duration);
  const marks = cues.map(([time, name]) => {
    const mark = timer(time);
    mark.onfinish = () => mark.playbackRate > 0 && onCue?.(name);
    return mark;
  });
  const every = [clock, ...all, ...marks];
  const player = {
    get finished() {
      return clock.finished;
    },
    play: () => {
${isStill ? `      if (calm) return player.seek(${OVER});\n` : ""}      if (clock.playState === "finished") player.seek(0);
      for (const each of every) each.play();
    },
    pause: () => every.forEach((each) => each.pause()),
    reverse: () => {
      const now = Number(clock.currentTime ?? 0);
      for (const each of every) {
        each.updatePlaybackRate(-each.playbackRate);
        each.currentTime = Math.min(now, Number(each.effect?.getComputedTiming().endTime ?? now));
        each.play();
      }
    },
    /** @param {number} time */
    seek: (time) => every.forEach((each) => void (each.currentTime = time)),
    cancel: () => ${reduced === "fade" ? "[...every, ...held]" : "every"}.forEach((each) => each.cancel()),
  };
  for (const each of every) each.playbackRate = rate;
  for (const each of [clock, ...marks]) each.play();
${isStill ? STILL : ""}  return player;
}
${begins.when === "load" ? "" : beginText(begins, isStill)}`;
}

/** What stands still does so as the study ends. */
const STILL = `  if (calm) {
    player.pause();
    player.seek(${OVER});
  }
`;

const SCENE_OF = ({ on }: CssBegin) => `document.querySelector(${jsLiteral(sceneSelector(on))})`;

/** When a motion begins, in words, and as a script with a scene, its player, a signal that ends it, and `hold`. */
const BEGINNINGS: Readonly<
  Record<Exclude<CssBegin["when"], "load">, { readonly words: string; readonly script: string }>
> = {
  view: {
    words: "once it comes into view",
    script: `  const observer = new IntersectionObserver(([entry]) => {
    if (!entry?.isIntersecting) return;
    observer.disconnect();
    player.play();
  }, { threshold: 0.5 });
  observer.observe(scene);
  signal.addEventListener("abort", () => observer.disconnect());`,
  },
  hover: {
    words: "while it is hovered",
    script: `  scene.addEventListener("mouseenter", player.play, { signal });
  scene.addEventListener("mouseleave", hold, { signal });`,
  },
  press: {
    words: "while it is pressed",
    script: `  scene.addEventListener("pointerdown", player.play, { signal });
  for (const end of ["pointerup", "pointercancel"]) addEventListener(end, hold, { signal });`,
  },
  class: {
    words: `while it has the class ${PLAYING}`,
    script: `  let had = false;
  const look = () => {
    const has = scene.classList.contains("${PLAYING}");
    if (has === had) return;
    had = has;
    has ? player.play() : hold();
  };
  const observer = new MutationObserver(look);
  observer.observe(scene, { attributeFilter: ["class"] });
  signal.addEventListener("abort", () => observer.disconnect());
  look();`,
  },
  scroll: {
    words: "as far as the page is scrolled",
    script: `  const look = () => {
    const { scrollTop, scrollHeight, clientHeight } = document.documentElement;
    player.seek((duration * scrollTop) / Math.max(scrollHeight - clientHeight, 1));
  };
  addEventListener("scroll", look, { signal });
  addEventListener("resize", look, { signal });
  look();`,
  },
};

function beginText(begins: CssBegin, isStill: boolean): string {
  const { words, script } = BEGINNINGS[begins.when as keyof typeof BEGINNINGS];
  // What stands still does not go with the page.
  const still =
    begins.when === "scroll" && isStill
      ? '  if (isCalm(options.reduced ?? "auto")) return player;\n'
      : "";
  return `
/**
 * Plays ${words}, from the start; the player's \`cancel\` ends that.
 *
 * @param {Element | null} [scene] the element around all figures
 * @param {Options} [options]
 * @returns {Player}
 */
export function begin(scene = ${SCENE_OF(begins)}, options = {}) {
  if (!scene) throw new Error("begin: there is no element around all figures");
  const player = play(scene, options);
${still}  const ender = new AbortController();
  const { signal } = ender;
  const hold = () => {
    player.pause();
    player.seek(0);
  };
  hold();
${script}
  const { cancel } = player;
  player.cancel = () => {
    ender.abort();
    cancel();
  };
  return player;
}
`;
}
