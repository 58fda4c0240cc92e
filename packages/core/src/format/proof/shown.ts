import { CHANNELS, type ChannelId } from "../../study/index.ts";

/** What a browser shows of one figure. */
export interface Shown {
  /** Two opposite corners of its box in the scene, px. */
  readonly corners: readonly [number, number, number, number];
  /**
   * What the browser says of channels by themselves, in their units: those of `PROVEN_CHANNELS`. Null where it does not:
   * a rotation that one `transform` says together with all else, corners that are a share of the figure.
   */
  readonly values: Readonly<Partial<Record<ChannelId, number | null>>>;
  readonly visible: boolean;
  /** Cards: whether the back is what is shown; null where there is none, or nothing is shown. */
  readonly back: boolean | null;
  /** 8-bit sRGB. */
  readonly color: readonly [number, number, number];
}

/** The channels whose values a browser says, with the property and the function in which it does. */
export const PROVEN_CHANNELS = CHANNELS.flatMap(({ id, unit, initial, css, proven }) =>
  proven === undefined ? [] : [{ id, unit, initial: Number(initial), proven, css }],
);

/** What the script reads of them. */
const READ = PROVEN_CHANNELS.map(({ id, unit, initial, css }) => ({
  ...{ id, unit, initial, call: css.call ?? null, isJoined: css.movesCorners === true },
  // A shorthand of four corners says them all.
  property: css.property === "border-radius" ? "border-top-left-radius" : css.property,
}));

/**
 * JavaScript for a page that plays a hand-off: it defines `levitasShownNow()`, which gives `Shown` by figure id,
 * `levitasShownAt(time)`, which puts every animation at a time before that, `levitasPlayed(until, rate, count)`, which plays
 * from the start and notes what is seen in frames on the way, and answers messages of the page around it; see `StageMessage`.
 *
 * @param selectorOf selectors by figure id
 */
export function stageScript(selectorOf: Readonly<Record<string, string>>): string {
  const selectors = JSON.stringify(selectorOf).replace(/</g, "\\u003c");
  return `(() => {
  // A figure that is SVG itself: its box is the first thing in it, inside of its transforms.
  const drawn = (id, element) => {
    const box = element.querySelector("rect");
    const turns = [];
    for (let at = box.parentNode; at !== element.parentNode; at = at.parentNode) turns.push(at.transform);
    const blur = element.querySelector(":scope > filter > feGaussianBlur");
    return { id, element, box, turns, blur };
  };
  const channels = ${JSON.stringify(READ)};
  /** The number that a style says of a channel; null where it says it together with others, or as a share. */
  const valueOf = (style, { property, call, unit, initial, isJoined }) => {
    if (isJoined && style.getPropertyValue("--joined")) return null;
    const text = style.getPropertyValue(property);
    const said = call ? (new RegExp(call + "\\\\(([^)]*)\\\\)").exec(text) ?? ["", ""])[1] : text;
    const number = Number.parseFloat(said);
    if (said.includes("%") && unit !== "%") return null;
    if (Number.isNaN(number)) return initial;
    return unit === "%" && !said.includes("%") ? number * 100 : number;
  };
  const valuesOf = (read) => Object.fromEntries(channels.map((channel) => [channel.id, read(channel)]));
  /** How SVG says what styles say elsewhere. */
  const DRAWN = {
    rotate: ({ turns }) =>
      turns.flatMap(({ animVal }) => [...animVal]).find(({ type }) => type === SVGTransform.SVG_TRANSFORM_ROTATE)?.angle ?? 0,
    corner: ({ box }) => box.rx.animVal.value,
    blur: ({ blur }) => (blur ? blur.stdDeviationX.animVal : 0),
  };
  const figures = Object.entries(${selectors}).flatMap(([id, selector]) => {
    const element = document.querySelector(selector);
    if (!element) return [];
    // Two points, of which the browser says where they are, whatever turns and bends the figure.
    const mark = (place) => {
      const point = element.appendChild(document.createElement("i"));
      point.style.cssText = "position:absolute;width:0;height:0;left:" + place + ";top:" + place;
      return point;
    };
    return [element instanceof SVGElement ? drawn(id, element) : { id, element, start: mark("0"), end: mark("100%") }];
  });
  const all = document.getAnimations();
  const drawings = [...document.querySelectorAll("svg")].filter((svg) => svg.querySelector("animate, animateTransform"));
  const canvas = new OffscreenCanvas(1, 1).getContext("2d", { willReadFrequently: true });
  const scene = document.querySelector("[data-scene]") ?? document.body;
  const seek = (time) => {
    for (const each of all) {
      each.pause();
      each.currentTime = time;
    }
    for (const svg of drawings) {
      svg.pauseAnimations();
      svg.setCurrentTime(time / 1000);
    }
    // What is done on it to a time, for what answers.
    globalThis.levitasSeek?.(time);
  };
  const shownFace = (element) => {
    const [front, back] = ["front", "back"].map((side) => {
      const found = element.querySelector(":scope > ." + side);
      return found ? getComputedStyle(found).visibility === "visible" : null;
    });
    return front === back ? null : back;
  };
  /** Where a box of SVG is, as the browser says it, and what its transforms and filter are. */
  const drawnAt = (figure, style, left, top) => {
    const { box } = figure;
    const matrix = box.getScreenCTM();
    const at = (x, y) => new DOMPoint(x, y).matrixTransform(matrix);
    const [from, to] = [at(0, 0), at(box.width.animVal.value, box.height.animVal.value)];
    return {
      corners: [from.x - left, from.y - top, to.x - left, to.y - top],
      values: valuesOf((channel) => DRAWN[channel.id]?.(figure) ?? valueOf(style, channel)),
      back: shownFace(box.parentNode),
    };
  };
  const shown = (figure, left, top) => {
    const { element, start, end } = figure;
    const style = getComputedStyle(element);
    canvas.clearRect(0, 0, 1, 1);
    canvas.fillStyle = "#000";
    canvas.fillStyle = style.color;
    canvas.fillRect(0, 0, 1, 1);
    const [r, g, b] = canvas.getImageData(0, 0, 1, 1).data;
    const seen = {
      visible: style.visibility === "visible",
      color: [r, g, b],
    };
    if (!start) return { ...seen, ...drawnAt(figure, style, left, top) };
    const [from, to] = [start.getBoundingClientRect(), end.getBoundingClientRect()];
    return {
      ...seen,
      corners: [from.x - left, from.y - top, to.x - left, to.y - top],
      values: valuesOf((channel) => valueOf(style, channel)),
      back: shownFace(element),
    };
  };
  globalThis.levitasShownAt = (time) => {
    seek(time);
    return levitasShownNow();
  };
  globalThis.levitasShownNow = () => {
    const { left, top } = scene.getBoundingClientRect();
    return Object.fromEntries(figures.map((figure) => [figure.id, shown(figure, left, top)]));
  };
  /** Plays everything from its start to a time and notes what is seen on the way, in frames as they come. */
  globalThis.levitasPlayed = (until, rate, count) =>
    new Promise((done) => {
      // SMIL knows one speed only.
      const speed = drawings.length > 0 ? 1 : rate;
      const { timeline } = document;
      const begin = timeline.currentTime;
      for (const each of all) {
        each.playbackRate = speed;
        each.startTime = begin;
      }
      for (const svg of drawings) {
        svg.setCurrentTime(0);
        svg.unpauseAnimations();
      }
      const samples = [];
      const look = () => {
        const [svg] = drawings;
        const time = svg ? svg.getCurrentTime() * 1000 : (timeline.currentTime - begin) * speed;
        if (time >= (until * samples.length) / count) samples.push({ time, shown: levitasShownNow() });
        if (time < until) return requestAnimationFrame(look);
        for (const each of all) each.playbackRate = 1;
        done(samples);
      };
      requestAnimationFrame(look);
    });
  addEventListener("message", ({ data, source }) => {
    if (source !== parent || data === null || typeof data !== "object") return;
    if (data.type === "seek") seek(data.time);
    if (data.type === "measure")
      source.postMessage({ type: "measured", time: data.time, shown: levitasShownAt(data.time) }, "*");
    if (data.type === "play")
      levitasPlayed(data.until, data.rate, data.count).then((samples) => source.postMessage({ type: "played", samples }, "*"));
  });
  if (parent !== globalThis) parent.postMessage({ type: "ready" }, "*");
})();`;
}

/**
 * A page of HTML with a script at the end of its body. There it finds every animation: later, browsers would no longer
 * list those that are over.
 *
 * @param page the page of a hand-off's stage
 * @param script what `stageScript` gives, and what is to be done before it
 */
export function withScript(page: string, script: string): string {
  return page.replace(/<\/body>(?![\s\S]*<\/body>)/, () => `<script>${script}</script>\n</body>`);
}

/** What the page around a stage sends it, and what it answers. */
export type StageMessage =
  | { readonly type: "seek"; readonly time: number }
  | { readonly type: "measure"; readonly time: number }
  /** Plays to a time, ms, at a rate, and looks about so often. */
  | {
      readonly type: "play";
      readonly until: number;
      readonly rate: number;
      readonly count: number;
    };
export type StageAnswer =
  | { readonly type: "ready" }
  | {
      readonly type: "measured";
      readonly time: number;
      readonly shown: Readonly<Record<string, Shown>>;
    }
  | { readonly type: "played"; readonly samples: readonly PlayedSample[] };

/** What was seen in a frame while a hand-off played. */
export interface PlayedSample {
  /** ms */
  readonly time: number;
  readonly shown: Readonly<Record<string, Shown>>;
}
