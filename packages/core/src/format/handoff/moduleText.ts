import { compileStudy } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import type { CssHandoff } from "../css/css.ts";
import { placesOf } from "../css/cssAnimation.ts";
import { cssNumber } from "../css/cssNumber.ts";
import { jsLineComment, jsLiteral } from "../escape.ts";

/** Added to the end of the search, so that a cue exactly at the end is included, ms. */
const HAIR = 1e-3;

/** Properties as scripts name them: `border-radius` is `borderRadius`, custom ones are what they are. */
const scriptName = (property: string) =>
  property.startsWith("--")
    ? property
    : property.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());

/**
 * A study as an ES module on the Web Animations API, with types in JSDoc: `play(root, options)`. Each rule of the CSS
 * is one line of data; what plays them is the same for every study.
 */
export function moduleText(study: Study, { rules, named }: CssHandoff): string {
  const motion = compileStudy(study);
  const texts = new Map(
    named.map((declaration) => {
      const at = declaration.indexOf(":");
      return [`var(${declaration.slice(0, at)})`, declaration.slice(at + 1, -1).trim()];
    }),
  );
  const easings: string[] = [];
  /** The place of an easing in the table; linear has none. */
  const easingOf = (timing: string) => {
    const text = texts.get(timing) ?? timing;
    if (text === "linear") return undefined;
    const known = easings.indexOf(text);
    return known >= 0 ? known : easings.push(text) - 1;
  };
  const lines = rules.map(({ selector, declarations, animations }) =>
    jsLiteral([
      selector,
      declarations.join(" "),
      animations.map(({ property, frames, timing = "linear", ...rest }) => {
        const places = placesOf(frames);
        return [
          scriptName(property),
          Number(cssNumber(rest.duration)),
          Number(cssNumber(rest.delay)),
          rest.fill,
          Number.isFinite(rest.iterations) ? rest.iterations : null,
          rest.direction,
          frames.map((frame, i) => {
            const easing = easingOf(frame.timing ?? timing);
            const place = Number(cssNumber((places[i] as number) / 100));
            return easing === undefined ? [place, frame.value] : [place, frame.value, easing];
          }),
          ...(rest.added ? [1] : []),
        ];
      }),
    ]),
  );
  const registered = rules.flatMap((rule) =>
    rule.registered.map(({ name, syntax, initial }) => jsLiteral([name, syntax, initial])),
  );
  const cues = motion
    .events(Number.NEGATIVE_INFINITY, motion.duration + HAIR)
    .map(({ time, cue }) => jsLiteral([Number(cssNumber(Math.max(time, 0))), cue.name]));
  const list = (items: readonly string[]) =>
    items.length === 0 ? "[]" : `[\n  ${items.join(",\n  ")},\n]`;
  return `// ${jsLineComment(study.name)}: ${cssNumber(motion.duration)} ms. const player = play(document, { onCue: (name) => {} });

/** @typedef {[property: string, duration: number, delay: number, fill: FillMode, iterations: number | null, direction: PlaybackDirection, frames: [offset: number, value: string, easing?: number][], added?: 1]} Part */

/** Of what begins with the study to the end of what ends, ms. */
export const duration = ${cssNumber(motion.duration)};
/** @type {string[]} */
const easings = ${list(easings.map((text) => jsLiteral(text)))};
/** @type {[name: string, syntax: string, initialValue: string][]} */
const registered = ${list(registered)};
/** @type {[time: number, name: string][]} */
const cues = ${list(cues)};
/** Selector, style at rest, animations. @type {[selector: string, style: string, parts: Part[]][]} */
const figures = ${list(lines)};
${RUNTIME}`;
}

const RUNTIME = `
/**
 * @typedef {object} Options
 * @property {boolean | "auto"} [reduced] the last pose at once; "auto" asks what the person prefers
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
  /** All end together, so that they go back together. @param {number} end */
  const rest = (end) => Math.max(0, duration - end) || 0;
  const all = figures.flatMap(([selector, style, parts]) =>
    [...root.querySelectorAll(selector)].flatMap((element) => {
      /** @type {HTMLElement} */ (element).style.cssText += style;
      return parts.map(([property, length, delay, fill, count, direction, frames, added]) => {
        const iterations = count ?? Infinity;
        return element.animate(
          frames.map(([offset, value, easing]) => ({
            offset,
            [property]: value,
            easing: easing === undefined ? "linear" : easings[easing],
          })),
          { duration: length, delay, fill, iterations, direction, composite: added ? "add" : "replace", endDelay: rest(delay + length * iterations) },
        );
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
      if (clock.playState === "finished") player.seek(0);
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
    cancel: () => every.forEach((each) => each.cancel()),
  };
  for (const each of every) each.playbackRate = rate;
  for (const each of [clock, ...marks]) each.play();
  const still = reduced === "auto" ? matchMedia("(prefers-reduced-motion: reduce)").matches : reduced;
  if (still) {
    player.pause();
    player.seek(duration);
  }
  return player;
}
`;
