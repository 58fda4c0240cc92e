import type { Motion } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import type { CssWeight } from "../css/sceneRules.ts";

/** One thing a person can choose of a format. */
export type HandoffOption = OptionKind & {
  /** Whether it changes anything with what else is chosen; absent for what always does. */
  readonly applies?: (settings: HandoffSettings) => boolean;
  /** Whether it is chosen once for a study, for all formats that have it. */
  readonly isOfStudy?: true;
};

/** One of the choices of an option. */
export interface HandoffChoice {
  readonly value: string;
  readonly text: string;
}

/** All choices of an option with a study. */
export function choicesOf(
  { choices, more }: Extract<HandoffOption, { type: "choice" }>,
  study: Study,
): readonly HandoffChoice[] {
  return more ? [...choices, ...more(study)] : choices;
}

type OptionKind =
  | {
      readonly type: "choice";
      readonly id: string;
      readonly label: string;
      readonly choices: readonly HandoffChoice[];
      /** Choices that a study has of its own, after the others. */
      readonly more?: (study: Study) => readonly HandoffChoice[];
      readonly initial: string;
      /** What it is initially where that depends on the study. */
      readonly initialOf?: (study: Study) => string;
    }
  | {
      readonly type: "number";
      readonly id: string;
      readonly label: string;
      readonly min: number;
      readonly max: number;
      readonly unit: string;
      /** Depends on the study, as the frame rate does. */
      readonly initial: (study: Study) => number;
    }
  | {
      readonly type: "text";
      readonly id: string;
      readonly label: string;
      readonly initial: string;
      /** What is wrong with a text and what would be right; undefined for one that is taken. */
      readonly fault: (text: string) => string | undefined;
    };

/** What was chosen, by the ids of the options. */
export type HandoffSettings = Readonly<Record<string, string | number>>;

/** What leaves, and under which names. */
export interface HandoffParts {
  /** Ids of the figures that leave; all if absent. */
  readonly figures?: ReadonlySet<string> | undefined;
  /** Selectors by figure id, in place of classes. */
  readonly selectors?: Readonly<Record<string, string>> | undefined;
  /** `@font-face` rules with the fonts in them, for what is to need nothing from elsewhere. */
  readonly fonts?: string | undefined;
  /** On a stage: whether it is shown as it is for people who prefer reduced motion. */
  readonly isReduced?: boolean | undefined;
}

/** What left: a text, and what is known of it. */
export interface Handoff {
  readonly text: string;
  /** Selector of each figure, by figure id, for what shows figures. */
  readonly selectorOf?: Readonly<Record<string, string>>;
  readonly weight?: CssWeight;
}

/** What a target cannot do with this study, and what to do about it. */
export interface HandoffLimit {
  readonly what: string;
  readonly cure: string;
}

/** How a hand-off is shown running: the HTML of a page that contains it. */
export type HandoffStage = (
  study: Study,
  handoff: Handoff,
  parts: HandoffParts,
  settings: HandoffSettings,
) => string;

/** What a picture is made of: frames at times, each shown for a while. */
export interface PicturePlan {
  readonly as: "gif" | "apng" | "webm" | "png" | "sprite";
  /** px */
  readonly width: number;
  readonly height: number;
  /** Of the study, ms. */
  readonly times: readonly number[];
  /** How long each frame is shown, ms. */
  readonly delays: readonly number[];
  /** How often it plays; 0 for without end. */
  readonly loops: number;
  /** Whether the scene's background is drawn. */
  readonly background: boolean;
}

/**
 * Figures that are found somewhere by selectors, of which those that stand still need not leave; figures of which a
 * format writes only some; or figures that are drawn as the scene has them, unless they are left out.
 */
export type FigureChoice = "selected" | "drawn";

/** What writes a format. It is loaded when something is to be written: to offer a format, none of it is needed. */
export interface HandoffWriter {
  readonly write: (study: Study, settings: HandoffSettings, parts: HandoffParts) => Handoff;
  readonly limits?: (study: Study, settings: HandoffSettings) => readonly HandoffLimit[];
  /** Absent for what does not run. */
  readonly stage?: HandoffStage;
}

/** What runs in a hand-off where that is not the study as it is: it is seen and proven beside this. */
export interface HandoffRun {
  /** The study that plays, in place of the one that is handed off. */
  readonly study?: (study: Study, settings: HandoffSettings) => Study;
  /** What happens where that is no motion of a study. */
  readonly motion?: (study: Study, settings: HandoffSettings) => Motion;
  /** The figures it moves, where those are not the ones that the motion drives. */
  readonly figures?: (study: Study) => ReadonlySet<string>;
}

/**
 * A format in which a study is handed off, as it is offered. A new format is one file, one with what writes it, and one
 * line in `HANDOFF_FORMATS`.
 */
export interface HandoffFormat {
  readonly id: string;
  readonly label: string;
  /** What it is, in a few words beside the label. */
  readonly note: string;
  readonly group: "For the web" | "For any code" | "For design systems" | "Pictures";
  readonly options: readonly HandoffOption[];
  /** The ending of its file. */
  readonly extension: (settings: HandoffSettings) => string;
  readonly mime: string;
  readonly load: () => Promise<HandoffWriter>;
  /** Whether it runs, and is shown running. */
  readonly hasStage?: true;
  /** The frames of what is drawn, by a browser; undefined for what is a text. */
  readonly picture?: (study: Study, settings: HandoffSettings) => PicturePlan | undefined;
  /** What runs in it where that is not the study as it is; loaded where it is needed. */
  readonly run?: {
    readonly isNeeded: (study: Study, settings: HandoffSettings) => boolean;
    readonly load: () => Promise<HandoffRun>;
  };
  /** Whether a study has anything for it; absent for what every study has. Without, all formats together leave it out. */
  readonly suits?: (study: Study) => boolean;
  /** How figures can be chosen; absent for not at all. */
  readonly choosesFigures?: (settings: HandoffSettings) => FigureChoice | undefined;
}
