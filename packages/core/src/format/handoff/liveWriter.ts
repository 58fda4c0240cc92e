import { htmlText } from "../../art/index.ts";
import { NO_LIVE, type Study } from "../../study/index.ts";
import { jsLiteral } from "../escape.ts";
import { answers } from "../live/answers.ts";
import { type LiveModule, liveModule } from "../live/liveModule.ts";
import { figureMarkup, SCROLL_CSS, scenePage, scriptText } from "./figureMarkup.ts";
import type { HandoffLimit, HandoffWriter } from "./handoffFormat.ts";
import { takeOf } from "./liveRun.ts";

/** Does the take by pointer events, keys and levers of the page itself, up to any time of it. */
const DRIVER = `
let now = 0;
let next = 0;
let controls;
const scene = document.querySelector("[data-scene]");
// What is done here by hand is no part of the take.
for (const type of ["pointerdown", "pointermove", "pointerup", "keydown", "keyup"])
  addEventListener(type, (event) => event.isTrusted && event.stopImmediatePropagation(), true);
const POINTER = { press: "pointerdown", release: "pointerup", move: "pointermove" };
const act = (event) => {
  if (event.type === "lever") controls.send(event);
  else if ("key" in event)
    document.body.dispatchEvent(new KeyboardEvent(event.type === "key-down" ? "keydown" : "keyup", { key: event.key, bubbles: true }));
  else {
    const { left, top } = scene.getBoundingClientRect();
    const hit = event.figure === null ? scene : scene.querySelector(selectors[event.figure]) ?? scene;
    hit.dispatchEvent(new PointerEvent(POINTER[event.type], { clientX: left + event.x, clientY: top + event.y, bubbles: true, isPrimary: true }));
  }
};
globalThis.levitasSeek = (time) => {
  if (!controls || time < now) {
    controls?.stop();
    now = next = 0;
    controls = live(scene, { now: () => now, reduced: false });
  }
  for (; next < take.length && take[next].time <= time; next++) {
    now = take[next].time;
    act(take[next]);
  }
  now = time;
  controls.paint();
};
levitasSeek(0);`;

/** A page on which a module answers. */
function pageOf(
  study: Study,
  { text, classOf }: LiveModule,
  fonts: string | undefined,
  script: string,
): string {
  const module = scriptText(text.replace(/^export /gm, ""));
  const { levers } = study.live ?? NO_LIVE;
  const sliders = levers.filter(({ of }) => of.kind === "slider");
  const scrolls = script === "" && levers.some(({ of }) => of.kind === "scroll");
  return scenePage(study, {
    css: scrolls ? SCROLL_CSS : "",
    fonts,
    body: `<div data-scene>\n${figureMarkup(study, classOf)}\n</div>${script === "" ? slidersHtml(sliders) : ""}\n<script>{\n${module}\n${script || "live();"}\n}</script>`,
  });
}

function slidersHtml(levers: NonNullable<Study["live"]>["levers"]): string {
  return levers
    .map(
      ({ id, name, range: [low, high], initial = low }) =>
        `\n<label style="display:block;padding:10px 12px;font:14px system-ui,sans-serif">${htmlText(name)} <input type="range" data-lever="${htmlText(id)}" min="${low}" max="${high}" step="any" value="${initial}"></label>`,
    )
    .join("");
}

function liveLimits(study: Study): readonly HandoffLimit[] {
  const responses = (study.live ?? NO_LIVE).responses.filter(({ disabled }) => !disabled);
  const played = responses.filter(({ then }) =>
    then.some((each) => each.do === "play" || each.do === "seek"),
  );
  const isAimedInDepth = responses.some(({ then }) =>
    then.some((each) => each.do === "aim" && standsInDepth(study, each.figure)),
  );
  return [
    ...(!answers(study)
      ? [
          {
            what: "This study answers to nothing yet.",
            cure: "Make its first answer in Live (L on the bench).",
          },
        ]
      : []),
    ...(played.length > 0
      ? [
          {
            what: `${played.length === 1 ? "An answer that plays" : `${played.length} answers that play`} the sequence, or send it to a marker, ${played.length === 1 ? "does" : "do"} nothing in the module: it knows poses, not the sequence.`,
            cure: "Hand off “Module” as well and play it from your code, or keep what it shows as poses.",
          },
        ]
      : []),
    ...(isAimedInDepth
      ? [
          {
            what: "A figure is aimed at the pointer that stands in one which turns away in depth: on the page it is aimed as if that lay flat.",
            cure: "Aim a figure that stands in the scene itself.",
          },
        ]
      : []),
  ];
}

/** Whether something that a figure stands in may be turned away in depth. */
function standsInDepth(study: Study, figure: string): boolean {
  const parent = study.figures.find(({ id }) => id === figure)?.parent;
  const around = study.figures.find(({ id }) => id === parent);
  if (!around) return false;
  const { turnX = 0, turnY = 0 } = around.rest as { turnX?: number; turnY?: number };
  return turnX !== 0 || turnY !== 0 || standsInDepth(study, around.id);
}

export const liveWriter: HandoffWriter = {
  write: (study, { file }, { figures, selectors, fonts }) => {
    const module = liveModule(study, { figures, selectors });
    const text = file === "page" ? pageOf(study, module, fonts, "") : module.text;
    return { text, selectorOf: module.selectorOf };
  },
  limits: liveLimits,
  stage: (study, _, { fonts }, settings) => {
    const module = liveModule(study);
    const take = jsLiteral(takeOf(study, settings).events);
    const script = `const take = ${take};\nconst selectors = ${jsLiteral(module.selectorOf)};${DRIVER}`;
    return pageOf(study, module, fonts, script);
  },
};
