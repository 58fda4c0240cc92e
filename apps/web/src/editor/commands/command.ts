import type { Bench } from "../session/bench.ts";

/**
 * Something a person can ask for. Shortcut, button, menu and palette run the same command and ask the same question:
 * does it apply, and why not.
 */
export interface Command {
  readonly id: string;
  /** What it does, as the palette and the list of shortcuts say it. */
  readonly label: string;
  /** Other words that people look for it by. */
  readonly also?: string;
  /** What a menu or a button calls it where that is not its label, of what it would be done with. */
  readonly text?: (bench: Bench, at?: string) => string;
  /** Where it stands in a figure's menu, as it does in each; undefined where it is about none, or not about this one. */
  readonly inFigureMenu?: (bench: Bench, at: string) => boolean;
  /** Shortcuts as react-hotkeys-hook writes them; absent for none. */
  readonly keys?: readonly string[];
  /** The same as a person reads them, and what the browser itself is asked for (copying). */
  readonly shownKeys?: string;
  /**
   * Why it does not apply now, as a sentence; undefined where it does. Absent for what always applies. `at` is the figure
   * whose menu it is asked in; absent for the chosen one.
   */
  readonly why?: (bench: Bench, at?: string) => string | undefined;
  readonly run: (bench: Bench, at?: string) => void;
  /** Whether what it switches is on; absent for what is no switch. */
  readonly isOn?: (bench: Bench) => boolean;
  /** It applies while the scene takes presses as well; absent for what is about the timeline. */
  readonly inLive?: true;
  /** Holding its key does it again and again; absent for once, however long the key is held. */
  readonly repeats?: true;
}

/** What the platform calls the key that makes commands. */
export const MOD =
  typeof navigator !== "undefined" && /Mac/.test(navigator.platform) ? "Cmd" : "Ctrl";

/** Why a command does not apply now, as a sentence; undefined where it does. */
export function whyNot(command: Command, bench: Bench, at?: string): string | undefined {
  if (bench.store.getState().live && !command.inLive)
    return "That is done in the timeline: leave Live first (L).";
  return command.why?.(bench, at);
}

/** Does what a command stands for, if it applies; answers whether it did. */
export function runCommand(command: Command, bench: Bench, at?: string): boolean {
  if (whyNot(command, bench, at) !== undefined) return false;
  command.run(bench, at);
  return true;
}

export const NO_KEYS = "Choose a key first: click a bead on a lane.";
export const NO_FIGURE = "Choose a figure first.";
export const NO_LANE = "Choose a channel first: click its name in the timeline.";

/** The figure that a command is about: the one whose menu it stands in, else the chosen one. */
export const figureOf = ({ selection }: Bench, at?: string): string | null =>
  at ?? selection.figure;

/** Why something that needs a figure does not apply. */
export const needsFigure = (bench: Bench, at?: string): string | undefined =>
  figureOf(bench, at) === null ? NO_FIGURE : undefined;

/** Why something that needs chosen keys does not apply. */
export const needsKeys = ({ selection }: Bench): string | undefined =>
  selection.keys.length === 0 ? NO_KEYS : undefined;

/** Why something that needs a channel of a figure does not apply. */
export const needsLane = ({ selection }: Bench): string | undefined =>
  selection.figure === null || selection.channel === null ? NO_LANE : undefined;

/** Whether blocks are looked at and some are chosen: then commands for both go to them. */
export const hasBlocks = (bench: Bench): boolean =>
  bench.store.getState().arranging && (bench.selection.items ?? []).length > 0;

/** Why something that needs chosen blocks does not apply. */
export const needsBlocks = (bench: Bench): string | undefined => {
  if (!bench.store.getState().arranging) return "Show the sequence as blocks first (Q).";
  return hasBlocks(bench) ? undefined : "Choose a block first.";
};

/** What some commands take, which comes when it is first needed. `needs` says why they do not apply without it. */
function late<T>(bring: () => Promise<T>, needs: (bench: Bench) => string | undefined) {
  let there: T | undefined;
  const load = async (): Promise<T> => {
    there = await bring();
    return there;
  };
  return {
    load: (): void => void load(),
    /** Why something does not apply, asked of what comes late once it is there. */
    why: (ask: (of: T, bench: Bench) => string | undefined) => (bench: Bench) =>
      needs(bench) ?? (there && ask(there, bench)),
    /** Something done with what comes late. */
    run:
      (work: (of: T, bench: Bench) => void) =>
      (bench: Bench): void =>
        void load().then((of) => work(of, bench)),
  };
}

/** For chosen blocks. */
export const {
  load: loadBlockCommands,
  why: whyBlocks,
  run: withBlocks,
} = late(() => import("./blockCommands.ts"), needsBlocks);

/** For the way of the chosen figure. */
export const {
  load: loadPathCommands,
  why: whyPath,
  run: withPath,
} = late(() => import("./pathCommands.ts"), needsFigure);
