import { deleteKeys, keyNear, keysOfFigure, setValueAt } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { channelOf, eachTween } from "@levitas/core/study";
import { placeItems } from "@levitas/core/timeline";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import { ARRANGEMENTS } from "../session/arrangement.ts";
import type { Bench } from "../session/bench.ts";
import { keyTolerance } from "../session/changes.ts";
import { laneName } from "../session/rows.ts";
import { chosenFigures } from "../session/selection.ts";
import { repeatChosen } from "./clipboard.ts";
import { markHere } from "./markHere.ts";
import { smoothChosen } from "./smoothChosen.ts";

/**
 * Something a person can ask for. Answers whether it applies; with `act` it is also done, so that a
 * button, a menu and a shortcut agree on when it is greyed out.
 */
export interface Command {
  readonly id: string;
  readonly label: string;
  /** Shortcuts as react-hotkeys-hook writes them; empty for none. */
  readonly keys: readonly string[];
  readonly shownKeys: string;
  readonly run: (bench: Bench, act: boolean) => boolean;
  /** Holding its key does it again and again; absent for once, however long the key is held. */
  readonly repeats?: true;
}

/** What the platform calls the key that makes commands. */
const MOD = typeof navigator !== "undefined" && /Mac/.test(navigator.platform) ? "Cmd" : "Ctrl";

const always =
  (work: (bench: Bench) => void) =>
  (bench: Bench, act: boolean): boolean => {
    if (act) work(bench);
    return true;
  };

const step = (frames: number) =>
  always((bench) => bench.clock.step(frames, bench.shown.scene.frameRate));

/** Times of the keys to go between: of the selected channel, else of everything. */
function keyTimes(bench: Bench): number[] {
  const { study, selection } = bench;
  const { outer } = placeItems(study);
  const times = new Set<number>();
  for (const tween of eachTween(study.sequence)) {
    if (selection.figure !== null && !tween.figures.includes(selection.figure)) continue;
    for (const track of tween.tracks) {
      if (selection.channel !== null && track.channel !== selection.channel) continue;
      for (const key of track.keys)
        times.add(outer(tween.id, key.time, selection.figure ?? undefined));
    }
  }
  return [...times].sort((a, b) => a - b);
}

const goToKey =
  (direction: 1 | -1) =>
  (bench: Bench, act: boolean): boolean => {
    const now = bench.clock.time;
    const times = keyTimes(bench);
    const next =
      direction === 1
        ? times.find((time) => time > now + 0.01)
        : times.findLast((time) => time < now - 0.01);
    if (next === undefined) return false;
    if (act) {
      bench.clock.pause();
      bench.clock.seek(next);
    }
    return true;
  };

/** Sets a key at the playhead with the value shown there, or removes the one that is there. */
function toggleKey(bench: Bench, act: boolean): boolean {
  const { study, selection } = bench;
  const { figure, channel } = selection;
  if (figure === null || channel === null) return false;
  if (!act) return true;
  const now = bench.clock.time;
  const tolerance = keyTolerance(study);
  const near = keyNear(study, figure, channel, now, tolerance);
  if (near) {
    bench.perform(deleteKeys, { keyIds: [near.key.id] });
    say("Removed the key at the playhead.");
    return true;
  }
  const { motion } = bench;
  const time = nearestFrame(now, study.scene.frameRate);
  const index = motion.figureIndex(figure);
  const poses = motion.at(time, new Float64Array(motion.slotCount));
  const slot = motion.slot(index, channel);
  const value =
    channelOf(channel).kind === "color" ? printHexColor(poses, slot) : (poses[slot] as number);
  const keyId = nanoid(8);
  bench.perform(
    (from, args) => setValueAt(from, motion, args),
    {
      figureId: figure,
      channel,
      time,
      value,
      keyId,
      tweenId: nanoid(8),
      tolerance: 0,
    },
    { ...selection, keys: [keyId] },
  );
  bench.clock.pause();
  bench.clock.seek(time);
  say(`Set a key at ${Math.round(time)} ms.`);
  return true;
}

/** A command for chosen blocks, while the sequence is looked at; what it takes came with the view. */
const withBlocks =
  (run: (commands: typeof import("./blockCommands.ts"), bench: Bench) => void) =>
  (bench: Bench, act: boolean): boolean => {
    const { arranging } = bench.store.getState();
    if (!arranging || (bench.selection.items ?? []).length === 0) return false;
    if (act) void import("./blockCommands.ts").then((commands) => run(commands, bench));
    return true;
  };

function removeKeys(bench: Bench, act: boolean): boolean {
  if (withBlocks((blocks, bench) => blocks.deleteChosen(bench))(bench, act)) return true;
  const { keys } = bench.selection;
  if (keys.length === 0) return false;
  if (act) {
    bench.perform(deleteKeys, { keyIds: keys });
    say(keys.length === 1 ? "Deleted the key." : `Deleted ${keys.length} keys.`, {
      action: { text: "Undo", run: () => bench.undo() },
    });
  }
  return true;
}

function fitSelection(bench: Bench, act: boolean): boolean {
  const times = keyTimes(bench);
  const [from] = times;
  const to = times.at(-1);
  if (from === undefined || to === undefined) return false;
  if (act) bench.view.fit(from, to);
  return true;
}

/** Everything the keyboard can do on the bench, in the order the list of shortcuts shows it. */
export const COMMANDS: readonly Command[] = [
  {
    id: "play",
    label: "Play or pause",
    keys: ["space"],
    shownKeys: "Space",
    run: always((bench) => bench.clock.toggle()),
  },
  {
    id: "next-frame",
    label: "One frame on",
    repeats: true,
    keys: ["right"],
    shownKeys: "→",
    run: step(1),
  },
  {
    id: "previous-frame",
    label: "One frame back",
    repeats: true,
    keys: ["left"],
    shownKeys: "←",
    run: step(-1),
  },
  {
    id: "ten-on",
    label: "Ten frames on",
    repeats: true,
    keys: ["shift+right"],
    shownKeys: "Shift →",
    run: step(10),
  },
  {
    id: "ten-back",
    label: "Ten frames back",
    repeats: true,
    keys: ["shift+left"],
    shownKeys: "Shift ←",
    run: step(-10),
  },
  {
    id: "next-key",
    label: "Next key",
    repeats: true,
    keys: ["alt+right"],
    shownKeys: "Alt →",
    run: goToKey(1),
  },
  {
    id: "previous-key",
    label: "Previous key",
    repeats: true,
    keys: ["alt+left"],
    shownKeys: "Alt ←",
    run: goToKey(-1),
  },
  {
    id: "start",
    label: "Go to the start",
    keys: ["home"],
    shownKeys: "Home",
    run: always((bench) => bench.clock.seek(0)),
  },
  {
    id: "end",
    label: "Go to the end",
    keys: ["end"],
    shownKeys: "End",
    run: always((bench) => {
      bench.clock.pause();
      bench.clock.seek(bench.motion.duration);
    }),
  },
  {
    id: "key",
    label: "Set or remove a key at the playhead",
    keys: ["k"],
    shownKeys: "K",
    run: toggleKey,
  },
  {
    id: "add-channel",
    label: "Add a channel to the chosen figure",
    keys: ["a"],
    shownKeys: "A",
    run: (bench, act) => {
      const { figure } = bench.selection;
      if (figure !== null && act) bench.store.setState({ pickingFor: figure });
      return figure !== null;
    },
  },
  {
    id: "graph",
    label: "Unfold the chosen lane to its graph",
    keys: ["g"],
    shownKeys: "G",
    run: (bench, act) => {
      const { figure, channel } = bench.selection;
      if (figure === null || channel === null) return false;
      if (act) bench.unfold(laneName(figure, channel));
      return true;
    },
  },
  {
    id: "choose-all",
    label: "Choose all keys: of the lane, again of the figure, again of all",
    keys: ["mod+a"],
    shownKeys: `${MOD} A`,
    run: always((bench) => {
      const { figure, channel, keys: chosen } = bench.selection;
      const { study } = bench;
      const wider = [
        ...(figure !== null && channel !== null ? [keysOfFigure(study, figure, channel)] : []),
        ...(figure !== null ? [keysOfFigure(study, figure)] : []),
        [...new Set(study.figures.flatMap(({ id }) => keysOfFigure(study, id)))],
      ];
      // Asked again, it reaches further.
      const next = wider.find((keys) => keys.length > chosen.length) ?? wider[0] ?? [];
      bench.select({ keys: next });
    }),
  },
  {
    id: "repeat",
    label: "Set the chosen keys again at the playhead, or duplicate blocks",
    keys: ["d"],
    shownKeys: "D",
    run: (bench, act) => {
      if (withBlocks((blocks, bench) => blocks.duplicateChosen(bench))(bench, act)) return true;
      if (bench.selection.keys.length === 0) return false;
      return act ? repeatChosen(bench) : true;
    },
  },
  {
    id: "smooth",
    label: "Smooth the motion through the chosen keys",
    keys: ["s"],
    shownKeys: "S",
    run: (bench, act) => {
      const { keys } = bench.selection;
      if (keys.length === 0) return false;
      if (act) smoothChosen(bench, "through");
      return true;
    },
  },
  {
    id: "group",
    label: "Group the chosen figures, or blocks",
    keys: ["mod+g"],
    shownKeys: `${MOD} G`,
    run: (bench, act) => {
      if (withBlocks((blocks, bench) => blocks.groupChosenBlocks(bench))(bench, act)) return true;
      const chosen = chosenFigures(bench.selection);
      if (chosen.length === 0) return false;
      if (act) void import("./figureActions.ts").then((menu) => menu.groupChosen(bench, chosen));
      return true;
    },
  },
  {
    id: "recipes",
    label: "Look through the recipes",
    keys: ["r"],
    shownKeys: "R",
    run: (_, act) => {
      const button = document.querySelector<HTMLElement>("[data-recipes]");
      if (act) button?.click();
      return button !== null;
    },
  },
  {
    id: "delete-keys",
    label: "Delete the chosen keys, or blocks",
    keys: ["delete", "backspace"],
    shownKeys: "Delete",
    run: removeKeys,
  },
  {
    id: "arrange",
    label: "Show the sequence as blocks, or the lanes",
    keys: ["q"],
    shownKeys: "Q",
    run: always((bench) => bench.store.setState({ arranging: !bench.store.getState().arranging })),
  },
  ...ARRANGEMENTS.map(
    ({ id, title, key }): Command => ({
      id: `arrange-${id}`,
      label: title,
      keys: [key],
      shownKeys: key,
      run: always((bench) => bench.arrange(id)),
    }),
  ),
  {
    id: "leave-scene",
    label: "Leave the scene alone, back to the panes",
    keys: ["escape"],
    shownKeys: "Esc",
    run: (bench, act) => {
      const alone = bench.store.getState().arrangement === "scene";
      if (alone && act) bench.arrange("scene");
      return alone;
    },
  },
  {
    id: "marker",
    label: "Set a marker at the playhead",
    keys: ["n"],
    shownKeys: "N",
    run: always(markHere),
  },
  {
    id: "split",
    label: "Split the chosen block at the playhead",
    keys: ["x"],
    shownKeys: "X",
    run: withBlocks((blocks, bench) => blocks.splitChosen(bench)),
  },
  {
    id: "join",
    label: "Join the chosen blocks",
    keys: ["j"],
    shownKeys: "J",
    run: withBlocks((blocks, bench) => blocks.joinChosen(bench)),
  },
  {
    id: "undo",
    label: "Undo",
    keys: ["mod+z"],
    shownKeys: `${MOD} Z`,
    run: (bench, act) => {
      if (act) bench.undo();
      return bench.canUndo();
    },
  },
  {
    id: "redo",
    label: "Redo",
    keys: ["mod+shift+z"],
    shownKeys: `${MOD} Shift Z`,
    run: (bench, act) => {
      if (act) bench.redo();
      return bench.canRedo();
    },
  },
  {
    id: "fit",
    label: "Fit the views to everything",
    keys: ["v"],
    shownKeys: "V",
    run: always((bench) => {
      bench.view.fit(0, bench.motion.duration);
      bench.desk.fitPlot();
      bench.fitGraphs();
    }),
  },
  {
    id: "fit-selection",
    label: "Fit the timeline to the selection",
    keys: ["shift+v"],
    shownKeys: "Shift V",
    run: fitSelection,
  },
];
