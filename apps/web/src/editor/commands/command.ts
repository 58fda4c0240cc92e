import type { Bench } from "../session/bench.ts";

/**
 * Something a person can ask for. Shortcut, button, menu and palette run the same command and ask the same question:
 * does it apply, and why not.
 */
export interface Command {
  readonly id: string;
  /** What it does, as the palette and the list of shortcuts say it. */
  readonly label: string;
  /** Shortcuts as react-hotkeys-hook writes them; empty for none. */
  readonly keys: readonly string[];
  /** The same as a person reads them; empty for none. */
  readonly shownKeys: string;
  /** Why it does not apply now, as a sentence; undefined where it does. Absent for what always applies. */
  readonly why?: (bench: Bench) => string | undefined;
  readonly run: (bench: Bench) => void;
  /** It applies while the scene takes presses as well; absent for what is about the timeline. */
  readonly inLive?: true;
  /** Holding its key does it again and again; absent for once, however long the key is held. */
  readonly repeats?: true;
}

/** What the platform calls the key that makes commands. */
export const MOD =
  typeof navigator !== "undefined" && /Mac/.test(navigator.platform) ? "Cmd" : "Ctrl";

/** Why a command does not apply now, as a sentence; undefined where it does. */
export function whyNot(command: Command, bench: Bench): string | undefined {
  if (bench.store.getState().live && !command.inLive)
    return "That is done in the timeline: leave Live first (L).";
  return command.why?.(bench);
}

/** Does what a command stands for, if it applies; answers whether it did. */
export function runCommand(command: Command, bench: Bench): boolean {
  if (whyNot(command, bench) !== undefined) return false;
  command.run(bench);
  return true;
}

export const NO_KEYS = "Choose a key first: click a bead on a lane.";
export const NO_FIGURE = "Choose a figure first.";
export const NO_LANE = "Choose a channel first: click its name in the timeline.";

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

type BlockCommands = typeof import("./blockCommands.ts");

let blockCommands: BlockCommands | undefined;
const bringBlockCommands = (): Promise<BlockCommands> =>
  import("./blockCommands.ts").then((commands) => {
    blockCommands = commands;
    return commands;
  });

/** Brings what commands for blocks take, when blocks are looked at. */
export const loadBlockCommands = (): void => void bringBlockCommands();

/** Why something for chosen blocks does not apply, asked of what comes with the view of the blocks. */
export const whyBlocks =
  (ask: (commands: BlockCommands, bench: Bench) => string | undefined) =>
  (bench: Bench): string | undefined =>
    needsBlocks(bench) ?? (blockCommands && ask(blockCommands, bench));

/** Something for chosen blocks. What it takes comes with the view of the blocks. */
export const withBlocks =
  (work: (commands: BlockCommands, bench: Bench) => void) =>
  (bench: Bench): void =>
    void bringBlockCommands().then((commands) => work(commands, bench));
