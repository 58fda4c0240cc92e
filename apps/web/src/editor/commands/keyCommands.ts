import { HOLD } from "@levitas/core/curve";
import {
  deleteKeys,
  keyNear,
  keysOfFigure,
  moveKeys,
  type Smoothing,
  setSpanCurves,
  setValueAt,
} from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { channelOf, findKey } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { keyTolerance } from "../session/changes.ts";
import { spanInto } from "../session/spanInto.ts";
import {
  type Command,
  hasBlocks,
  MOD,
  needsKeys,
  needsLane,
  whyPath,
  withBlocks,
  withPath,
} from "./command.ts";
import { copyChosen } from "./copyKeys.ts";

/** Sets a key at the playhead with the value shown there, or removes the one that is there. */
function toggleKey(bench: Bench): void {
  const { study, selection } = bench;
  const { figure, channel } = selection;
  if (figure === null || channel === null) return;
  const now = bench.clock.time;
  const tolerance = keyTolerance(study);
  const near = keyNear(study, figure, channel, now, tolerance);
  if (near) {
    bench.perform(deleteKeys, { keyIds: [near.key.id] });
    say("Removed the key at the playhead.");
    return;
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
    { figureId: figure, channel, time, value, keyId, tweenId: nanoid(8), tolerance: 0 },
    { ...selection, keys: [keyId] },
  );
  bench.select({ span: spanInto(bench.study, keyId)?.span ?? null });
  bench.clock.pause();
  bench.clock.seek(time);
  say(`Set a key at ${Math.round(time)} ms.`);
}

/** Chooses all keys of the lane; asked again, of the figure; asked again, of everything. */
function chooseAll(bench: Bench): void {
  const { figure, channel, keys: chosen } = bench.selection;
  const { study } = bench;
  const wider = [
    ...(figure !== null && channel !== null ? [keysOfFigure(study, figure, channel)] : []),
    ...(figure !== null ? [keysOfFigure(study, figure)] : []),
    [...new Set(study.figures.flatMap(({ id }) => keysOfFigure(study, id)))],
  ];
  const next = wider.find((keys) => keys.length > chosen.length) ?? wider[0] ?? [];
  bench.select({ keys: next });
}

/** What Delete takes: the chosen keys, or with none chosen those of the bar's block, or of the whole channel. */
function keysToDelete(bench: Bench): readonly string[] {
  const { study, selection } = bench;
  const { figure, channel, span, keys } = selection;
  if (keys.length > 0 || figure === null || channel === null) return keys;
  const place = span === null ? undefined : findKey(study, span);
  return place ? place.track.keys.map(({ id }) => id) : keysOfFigure(study, figure, channel);
}

function deleteChosenKeys(bench: Bench): void {
  const keys = keysToDelete(bench);
  const { figure, channel } = bench.selection;
  const name = bench.study.figures.find(({ id }) => id === figure)?.name;
  const whose =
    bench.selection.keys.length > 0 || channel === null
      ? ""
      : ` of ${name} · ${channelOf(channel).label}`;
  bench.perform(deleteKeys, { keyIds: keys });
  say(keys.length === 1 ? `Deleted the key${whose}.` : `Deleted ${keys.length} keys${whose}.`, {
    action: { text: "Undo", run: () => bench.undo() },
  });
}

/** Moves the chosen keys, or blocks where those are looked at, by frames. */
const moveBy =
  (frames: number) =>
  (bench: Bench): void => {
    const by = (1000 * frames) / bench.study.scene.frameRate;
    if (hasBlocks(bench)) withBlocks((blocks) => blocks.moveChosen(bench, by))(bench);
    else bench.perform(moveKeys, { keyIds: bench.selection.keys, time: by });
  };
const canMove = (bench: Bench) => (hasBlocks(bench) ? undefined : needsKeys(bench));

/** Smooths the chosen keys; what computes that comes when it is asked for. */
const smooth =
  (how: Smoothing) =>
  (bench: Bench): void =>
    void import("./smoothChosen.ts").then(({ smoothChosen }) => smoothChosen(bench, how));

/** What is done with keys; with blocks, where those are looked at and some are chosen. */
export const KEY_COMMANDS: readonly Command[] = [
  {
    id: "key",
    label: "Set or remove a key at the playhead",
    keys: ["k"],
    shownKeys: "K",
    why: needsLane,
    run: toggleKey,
  },
  {
    id: "choose-all",
    label: "Choose all keys: of the lane, again of the figure, again of all",
    keys: ["mod+a"],
    shownKeys: `${MOD} A`,
    run: chooseAll,
  },
  ...(
    [
      ["later", "a frame later", "mod+right", "→", 1],
      ["earlier", "a frame earlier", "mod+left", "←", -1],
      ["much-later", "ten frames later", "mod+shift+right", "Shift →", 10],
      ["much-earlier", "ten frames earlier", "mod+shift+left", "Shift ←", -10],
    ] as const
  ).map(
    ([id, words, key, shown, frames]): Command => ({
      id: `keys-${id}`,
      label: `Move the chosen keys, or blocks, ${words}`,
      keys: [key],
      shownKeys: `${MOD} ${shown}`,
      repeats: true,
      why: canMove,
      run: moveBy(frames),
    }),
  ),
  {
    id: "copy",
    label: "Copy the chosen keys",
    // The browser's own copying is listened to, so that it works between tabs and files.
    shownKeys: `${MOD} C`,
    why: needsKeys,
    run: (bench) => void copyChosen(bench),
  },
  {
    id: "repeat",
    label: "Set the chosen keys again at the playhead, or duplicate blocks",
    keys: ["d"],
    shownKeys: "D",
    why: (bench) => (hasBlocks(bench) ? undefined : needsKeys(bench)),
    run: (bench) => {
      if (hasBlocks(bench)) withBlocks((blocks) => blocks.duplicateChosen(bench))(bench);
      // What pastes comes when something is pasted.
      else void import("./pasteKeys.ts").then(({ repeatChosen }) => repeatChosen(bench));
    },
  },
  {
    id: "smooth",
    label: "Smooth the motion through the chosen keys",
    keys: ["s"],
    shownKeys: "S",
    why: needsKeys,
    run: smooth("through"),
  },
  {
    id: "flat",
    label: "Stop at the chosen keys",
    why: needsKeys,
    run: smooth("flat"),
  },
  {
    id: "match",
    label: "Match the speeds on both sides of the chosen keys",
    why: needsKeys,
    run: smooth("match"),
  },
  {
    id: "hold",
    label: "Hold the value of the chosen keys until the next",
    why: needsKeys,
    run: (bench) => bench.perform(setSpanCurves, { keyIds: bench.selection.keys, curve: HOLD }),
  },
  {
    id: "join-path",
    label: "Join x and y to one path through space with one timing",
    also: "motion path curve in space spatial bezier",
    why: whyPath((paths, bench) => paths.joinPathWhy(bench)),
    run: withPath((paths, bench) => paths.joinChosenPath(bench)),
  },
  {
    id: "split-path",
    label: "Split the path into two curves, x and y",
    also: "separate apart",
    why: whyPath((paths, bench) => paths.splitPathWhy(bench)),
    run: withPath((paths, bench) => paths.splitChosenPath(bench)),
  },
  {
    id: "delete",
    label: "Delete the chosen keys, blocks, or all keys of the chosen bar or channel",
    keys: ["delete", "backspace"],
    shownKeys: "Delete",
    why: (bench) =>
      hasBlocks(bench) || keysToDelete(bench).length > 0
        ? undefined
        : "Choose keys, a bar or a channel that has keys first; Shift Delete deletes the figure.",
    run: (bench) => {
      if (hasBlocks(bench)) withBlocks((blocks) => blocks.deleteChosen(bench))(bench);
      else deleteChosenKeys(bench);
    },
  },
];
