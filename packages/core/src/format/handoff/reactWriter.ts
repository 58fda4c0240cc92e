import { handoffCss } from "../css/css.ts";
import { drawnOf } from "../drawn.ts";
import { jsLiteral } from "../escape.ts";
import { cssOptionsOf } from "./cssSettings.ts";
import { figureMarkup, scenePage, scriptText } from "./figureMarkup.ts";
import type { HandoffWriter } from "./handoffFormat.ts";
import { moduleText } from "./moduleText.ts";
import { moduleLimits } from "./moduleWriter.ts";

export const reactWriter: HandoffWriter = {
  write: (study, settings, { fonts, figures }) => {
    const drawn = drawnOf(study, figures);
    const { within, reduced, begins } = cssOptionsOf(settings);
    const css = handoffCss(study, { within, figures: drawn.figures });
    const plays = begins?.when === "load" ? "play" : "begin";
    const styleOf = Object.fromEntries(
      css.rules.map(({ selector, declarations }) => [selector, declarations.join(" ")]),
    );
    const { width, height, background } = study.scene;
    const markup = figureMarkup(study, css.classOf, { drawn, styleOf });
    const text = `import { createElement, useEffect, useRef } from "react";
${moduleText(study, css, { reduced, begins })}
/** The figures as they stand at first; also what a server renders. */
const markup = ${jsLiteral(fonts ? `<style>${fonts}</style>${markup}` : markup)};
const scene = ${jsLiteral({ position: "relative", overflow: "hidden", width, height, background })};

/**
 * Plays on the elements within a root, from when it is there until it goes.
 *
 * @param {import("react").RefObject<HTMLElement | null>} root
 * @param {Options & { playing?: boolean }} [options]
 * @returns {import("react").RefObject<Player | null>}
 */
export function usePlayer(root, { playing = true, reduced = "auto", rate = 1, onCue } = {}) {
  const player = useRef(/** @type {Player | null} */ (null));
  const told = useRef(onCue);
  const wasPlaying = useRef(true);
  useEffect(() => {
    told.current = onCue;
  });
  useEffect(() => {
    if (!root.current) return;
    const made = ${plays}(root.current, { reduced, rate, onCue: (name) => told.current?.(name) });
    player.current = made;
    wasPlaying.current = true;
    return () => {
      made.cancel();
      player.current = null;
    };
  }, [root, reduced, rate]);
  useEffect(() => {
    if (playing === wasPlaying.current) return;
    wasPlaying.current = playing;
    if (playing) player.current?.play();
    else player.current?.pause();
  });
  return player;
}

/**
 * The scene, playing.
 *
 * @param {Options & { playing?: boolean } & import("react").ComponentPropsWithoutRef<"div">} props
 */
export function Scene({ playing, reduced, rate, onCue, style, ...rest }) {
  const root = useRef(/** @type {HTMLDivElement | null} */ (null));
  useEffect(() => {
    // A page with a strict policy for styles lets scripts set them, and no markup.
    for (const element of root.current?.querySelectorAll("[style]") ?? [])
      /** @type {HTMLElement} */ (element).style.cssText = element.getAttribute("style") ?? "";
  }, []);
  usePlayer(root, { playing, reduced, rate, onCue });
  return createElement("div", {
    ...rest,
    ref: root,
    style: { .../** @type {import("react").CSSProperties} */ (scene), ...style },
    dangerouslySetInnerHTML: { __html: markup },
  });
}
`;
    return { text, selectorOf: css.selectorOf, weight: css.weight };
  },
  limits: moduleLimits,
  stage: (study, { text }, parts, settings) => {
    const isWaiting = settings.begins !== undefined && settings.begins !== "load";
    const begun = isWaiting
      ? reactWriter.write(study, { ...settings, begins: "load" }, parts).text
      : text;
    const script = scriptText(begun.replace(/^import .*$/gm, "").replace(/^export /gm, ""));
    return scenePage(study, {
      css: "",
      body: `<script>{\n${STAND_IN}${script}\n${mount(parts.isReduced ?? false)}}</script>`,
    });
  },
};

/** What the component asks of React, as far as one that is mounted once needs it: a preview asks for nothing. */
const STAND_IN = `const effects = [];
const useRef = (current) => ({ current });
const useEffect = (effect) => void effects.push(effect);
const createElement = (tag, { ref, style, dangerouslySetInnerHTML, ...rest }) => {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(rest)) element.setAttribute(name, value);
  for (const [name, value] of Object.entries(style))
    element.style[name] = typeof value === "number" ? value + "px" : value;
  element.innerHTML = dangerouslySetInnerHTML.__html;
  ref.current = element;
  return element;
};
`;
const mount = (
  isReduced: boolean,
) => `document.body.append(Scene({ reduced: ${isReduced}, "data-scene": "" }));
for (const effect of effects) effect();
`;
