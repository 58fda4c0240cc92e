import { eachTween } from "@levitas/core/study";
import { placeItems } from "@levitas/core/timeline";
import type { Bench } from "../session/bench.ts";
import type { Command } from "./command.ts";
import { markHere } from "./markHere.ts";

const step = (frames: number) => (bench: Bench) =>
  bench.clock.step(frames, bench.shown.scene.frameRate);

/** Times of the keys to go between: of the selected channel, else of everything. */
export function keyTimes(bench: Bench): number[] {
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

function keyBeside(bench: Bench, direction: 1 | -1): number | undefined {
  const now = bench.clock.time;
  const times = keyTimes(bench);
  return direction === 1
    ? times.find((time) => time > now + 0.01)
    : times.findLast((time) => time < now - 0.01);
}

const toKey = (direction: 1 | -1): Pick<Command, "why" | "run"> => ({
  why: (bench) =>
    keyBeside(bench, direction) === undefined
      ? `There is no key ${direction === 1 ? "after" : "before"} the playhead.`
      : undefined,
  run: (bench) => {
    const time = keyBeside(bench, direction);
    if (time === undefined) return;
    bench.clock.pause();
    bench.clock.seek(time);
  },
});

/** Where the playhead is, and how it gets elsewhere. */
const ALL: readonly Command[] = [
  {
    id: "play",
    label: "Play or pause",
    keys: ["space"],
    shownKeys: "Space",
    run: (bench) => bench.clock.toggle(),
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
    ...toKey(1),
  },
  {
    id: "previous-key",
    label: "Previous key",
    repeats: true,
    keys: ["alt+left"],
    shownKeys: "Alt ←",
    ...toKey(-1),
  },
  {
    id: "start",
    label: "Go to the start",
    keys: ["home"],
    shownKeys: "Home",
    run: (bench) => bench.clock.seek(0),
  },
  {
    id: "end",
    label: "Go to the end",
    keys: ["end"],
    shownKeys: "End",
    run: (bench) => {
      bench.clock.pause();
      bench.clock.seek(bench.motion.duration);
    },
  },
  {
    id: "marker",
    label: "Set a marker at the playhead",
    keys: ["n"],
    shownKeys: "N",
    run: markHere,
  },
];

/** How it goes on at the end of what plays. */
export const PLAY_MODES = [
  { value: "once", text: "Once", title: "play once" },
  { value: "loop", text: "Loop", title: "play in a loop" },
  { value: "swing", text: "Alternate", title: "play forth and back" },
] as const;

/** How fast it plays. */
export const PLAY_RATES = [
  { rate: 1, text: "×1", title: "full speed" },
  { rate: 1 / 2, text: "×½", title: "half speed" },
  { rate: 1 / 4, text: "×¼", title: "a quarter of the speed" },
  { rate: 1 / 10, text: "×⅒", title: "a tenth of the speed" },
] as const;

/** How it plays: the playhead stays where it is. */
const PLAYING: readonly Command[] = [
  ...PLAY_MODES.map(
    ({ value, title }): Command => ({
      id: `mode-${value}`,
      label: `At the end: ${title}`,
      also: "repeat again back and forth",
      isOn: ({ clock }) => clock.settings.mode === value,
      run: ({ clock }) => clock.change({ mode: value }),
    }),
  ),
  ...PLAY_RATES.map(
    ({ rate, title }): Command => ({
      id: `rate-${title.replaceAll(" ", "-")}`,
      label: `Play at ${title}`,
      also: "slow motion fast",
      isOn: ({ clock }) => clock.settings.rate === rate,
      run: ({ clock }) => clock.change({ rate }),
    }),
  ),
  {
    id: "play-all",
    label: "Play all of it again, not a part",
    also: "range part clear whole",
    why: ({ clock }) => (clock.settings.range ? undefined : "All of it plays already."),
    run: ({ clock }) => clock.change({ range: null }),
  },
  {
    id: "sound",
    label: "Hear cues, or be silent",
    also: "mute audio volume",
    inLive: true,
    isOn: ({ store }) => store.getState().isHeard,
    run: ({ store, sound }) => {
      store.setState({ isHeard: !store.getState().isHeard });
      sound.wake();
    },
  },
];

/** Whatever moves the playhead brings it into sight in the timeline. */
export const TIME_COMMANDS: readonly Command[] = [
  ...ALL.map(
    (command): Command => ({
      ...command,
      run: (bench) => {
        command.run(bench);
        bench.view.reveal(bench.clock.time);
      },
    }),
  ),
  ...PLAYING,
];
