import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import { ruleText } from "../css/cssRule.ts";
import { poseRules } from "../css/poseCss.ts";
import { drawnOf } from "../drawn.ts";
import { handoffNames } from "../names.ts";
import { figureMarkup, inScene, svgPage } from "./figureMarkup.ts";
import type {
  HandoffFormat,
  HandoffLimit,
  HandoffOption,
  HandoffParts,
  HandoffSettings,
  PicturePlan,
} from "./handoffFormat.ts";

/** More frames than this are no picture any more. */
const MOST_FRAMES = 2000;

/**
 * Writes a study at moments as an SVG that stands still: at one, or at several below each other, which a browser draws
 * faster and in less memory than as many SVGs, each with its fonts.
 */
export function stillWriter(
  study: Study,
  {
    fonts,
    background = true,
    figures,
  }: Pick<HandoffParts, "fonts" | "figures"> & { readonly background?: boolean },
): (...times: readonly number[]) => string {
  const { classOf } = handoffNames(study);
  const selectorOf = Object.fromEntries(
    Object.entries(classOf).map(([id, name]) => [id, `.${name}`]),
  );
  const motion = handoffContext(study).motion;
  const drawn = drawnOf(study, figures);
  const body = figureMarkup(study, classOf, { drawn });
  const scene = background ? study : { ...study, scene: { ...study.scene, background: "none" } };
  return (...times) => {
    const css = times.flatMap((time, i) =>
      poseRules(motion, time, selectorOf, drawn.isThere).map((rule) =>
        ruleText(times.length > 1 ? { ...rule, selector: inScene(i) + rule.selector } : rule),
      ),
    );
    return svgPage(scene, { css: css.join("\n"), fonts, bodies: times.map(() => body) });
  };
}

/** Whether the scene's background is drawn. */
export const BACKGROUND_OPTION: HandoffOption = {
  type: "choice",
  id: "background",
  label: "Background",
  choices: [
    { value: "scene", text: "the scene's" },
    { value: "none", text: "none" },
  ],
  initial: "scene",
  // Browsers write video without transparency.
  applies: ({ as }) => as !== "webm",
};

const OPTIONS: readonly HandoffOption[] = [
  {
    type: "number",
    id: "rate",
    label: "Frames a second",
    min: 1,
    max: 60,
    unit: "fps",
    initial: () => 30,
  },
  { type: "number", id: "scale", label: "Scale", min: 0.1, max: 4, unit: "×", initial: () => 1 },
  BACKGROUND_OPTION,
];

/** The frames of a study: to its end, of what never ends one round. */
function planOf(study: Study, settings: HandoffSettings, as: PicturePlan["as"]): PicturePlan {
  const motion = handoffContext(study).motion;
  const rate = Number(settings.rate ?? 30);
  const last = Math.ceil((motion.duration * rate) / 1000 - 1e-9);
  const count = Math.max(1, Math.min(motion.endless ? last : last + 1, MOST_FRAMES));
  const times = Array.from({ length: count }, (_, i) => (i * 1000) / rate);
  // In whole hundredths, so that no frame comes late by more than one: what a GIF can say.
  const step = as === "gif" ? 10 : 1;
  const edge = (i: number) => Math.round((i * 1000) / rate / step) * step;
  const scale = Number(settings.scale ?? 1);
  return {
    as,
    width: Math.max(1, Math.round(study.scene.width * scale)),
    height: Math.max(1, Math.round(study.scene.height * scale)),
    times,
    delays: times.map((_, i) => edge(i + 1) - edge(i)),
    loops: Math.round(Number(settings.loops ?? 0)),
    background: settings.background !== "none",
  };
}

function frameLimits(study: Study, settings: HandoffSettings): HandoffLimit[] {
  const { duration, endless } = handoffContext(study).motion;
  const cut = (duration * Number(settings.rate ?? 30)) / 1000 > MOST_FRAMES;
  return [
    ...(cut
      ? [
          {
            what: `Only the first ${MOST_FRAMES} frames leave.`,
            cure: "Choose fewer frames a second.",
          },
        ]
      : []),
    ...(endless
      ? [
          {
            what: "What repeats forever is there for its first round.",
            cure: "Give it loops that meet at the study's end.",
          },
        ]
      : []),
  ];
}

/** A picture that moves: GIF, APNG or WebM. */
export const pictureFormat: HandoffFormat = {
  id: "picture",
  label: "Picture",
  note: "GIF, APNG or WebM",
  group: "Pictures",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: [
        { value: "gif", text: "GIF" },
        { value: "apng", text: "APNG" },
        { value: "webm", text: "WebM" },
      ],
      initial: "gif",
    },
    ...OPTIONS,
    {
      type: "number",
      id: "loops",
      label: "Plays",
      applies: ({ as }) => as !== "webm",
      min: 0,
      max: 100,
      unit: "times, 0 forever",
      initial: () => 0,
    },
  ],
  extension: ({ as }) => (as === "apng" ? "png" : String(as ?? "gif")),
  mime: "image/gif",
  write: () => ({ text: "" }),
  choosesFigures: () => "drawn",
  picture: (study, settings) =>
    planOf(
      study,
      settings,
      settings.as === "apng" ? "apng" : settings.as === "webm" ? "webm" : "gif",
    ),
  limits: (study, settings) => [
    ...frameLimits(study, settings),
    ...(settings.as === "gif" || settings.as === undefined
      ? [
          {
            what: "A GIF has 256 colors and times in hundredths of a second.",
            cure: "Choose APNG to have every color and time.",
          },
          ...(settings.background === "none"
            ? [
                {
                  what: "What is half transparent becomes whole or nothing in a GIF.",
                  cure: "Choose APNG.",
                },
              ]
            : []),
        ]
      : []),
    ...(settings.as === "webm"
      ? [
          {
            what: "Video is compressed: colors are near, not the same, and it has no sound of cues.",
            cure: "Choose APNG to have every color.",
          },
          ...(settings.background === "none"
            ? [
                {
                  what: "The background stays: browsers write video without transparency.",
                  cure: "Choose APNG.",
                },
              ]
            : []),
        ]
      : []),
  ],
};

/** All frames in one PNG, with a map of where each is. */
export const spriteFormat: HandoffFormat = {
  id: "sprite",
  label: "Sprite sheet",
  note: "PNG with a JSON map",
  group: "Pictures",
  options: [
    OPTIONS[0] as HandoffOption,
    {
      type: "number",
      id: "scale",
      label: "Scale",
      min: 0.05,
      max: 2,
      unit: "×",
      initial: ({ scene }) => Math.min(1, Math.round((320 / scene.width) * 100) / 100),
    },
    OPTIONS[2] as HandoffOption,
  ],
  extension: () => "zip",
  mime: "application/zip",
  write: (study, settings) => ({
    text: `${JSON.stringify(spriteMap(planOf(study, settings, "sprite")), null, 1)}\n`,
  }),
  choosesFigures: () => "drawn",
  picture: (study, settings) => planOf(study, settings, "sprite"),
  limits: (study, settings) => {
    const { columns, width, height } = sheetOf(planOf(study, settings, "sprite"));
    const isLarge = Math.max(columns * width, height) > 8192;
    return [
      ...frameLimits(study, settings),
      ...(isLarge
        ? [
            {
              what: "The sheet is larger than 8192 px: not every graphics card takes it.",
              cure: "Choose a smaller scale or fewer frames.",
            },
          ]
        : []),
    ];
  },
};

/** How frames lie on a sheet: in rows, as near to a square as they come. */
export function sheetOf({ width, height, times }: PicturePlan): {
  readonly columns: number;
  readonly rows: number;
  readonly width: number;
  readonly height: number;
} {
  const columns = Math.max(
    1,
    Math.min(times.length, Math.ceil(Math.sqrt((times.length * height) / width))),
  );
  const rows = Math.ceil(times.length / columns);
  return { columns, rows, width, height: rows * height };
}

/** Where each frame is on the sheet, and how long it is shown, ms. */
export function spriteMap(plan: PicturePlan): object {
  const { width, height, times, delays } = plan;
  const { columns, rows } = sheetOf(plan);
  return {
    size: { w: columns * width, h: rows * height },
    frames: times.map((time, i) => ({
      ...{ frame: i, time, duration: delays[i] },
      ...{ x: (i % columns) * width, y: Math.floor(i / columns) * height, w: width, h: height },
    })),
  };
}
