import {
  followsPointer,
  type LiveEvent,
  leverStart,
  type Study,
  type Take,
  type TakeEvent,
} from "../study/index.ts";
import { middleInScene } from "./aim.ts";
import { LiveState } from "./liveState.ts";

/** How long after one thing the next is done, ms. */
const APART = 450;
/** How long a press is held, ms. */
const HELD = 90;
/** In how many steps a lever is moved from end to end. */
const STEPS = 12;
/** How long what was done last is waited for, ms. */
const REST = 1500;

/**
 * A take in which everything is tried that a study answers to: each figure is pressed, twice, the second time in
 * mid-flight, keys are pressed, the pointer goes over the scene and levers from end to end. For studies without a take.
 */
export function trialTake(study: Study): Pick<Take, "duration" | "events"> {
  const state = new LiveState(study);
  const events: TakeEvent[] = [];
  let time = 200;
  const put = (at: number, event: LiveEvent) => events.push({ time: at, ...event });
  const { width, height } = study.scene;
  const middleOf = (figure: string | null): readonly [number, number] => {
    const index = figure === null ? -1 : state.motion.figureIndex(figure);
    return index < 0 ? [width * 0.7, height * 0.4] : middleInScene(state.motion, state.rest, index);
  };
  const press = (figure: string | null, held: number) => {
    const [x, y] = middleOf(figure);
    put(time, { type: "move", x, y, figure });
    put(time, { type: "press", x, y, figure });
    put(time + held, { type: "release", x, y, figure });
  };
  const done = new Set<string>();
  for (const { when } of state.responses) {
    const key = JSON.stringify(when);
    if (done.has(key)) continue;
    done.add(key);
    if ("figure" in when)
      for (let round = 0; round < 2; round++) {
        press(when.figure, when.on === "hold" ? when.time + HELD : HELD);
        if (when.on === "double-press") {
          time += HELD * 2;
          press(when.figure, HELD);
        }
        time += (when.on === "hold" ? when.time : 0) + APART;
      }
    if (when.on === "key")
      for (let round = 0; round < 2; round++) {
        put(time, { type: "key-down", key: when.key });
        put(time + HELD, { type: "key-up", key: when.key });
        time += APART;
      }
  }
  const levers = study.live?.levers ?? [];
  if (levers.some(followsPointer)) {
    for (let step = 0; step <= STEPS; step++) {
      const share = step / STEPS;
      const [x, y] = [width * share, height * (0.3 + 0.4 * share)];
      put(time, { type: "move", x, y, figure: null });
      time += APART / 6;
    }
    time += APART;
  }
  for (const lever of levers) {
    const { of, id, range } = lever;
    if (of.kind === "key") {
      put(time, { type: "key-down", key: of.key });
      put(time + APART, { type: "key-up", key: of.key });
      time += 2 * APART;
    }
    if (of.kind !== "scroll" && of.kind !== "slider") continue;
    const start = leverStart(lever);
    const to = Math.abs(range[1] - start) > Math.abs(start - range[0]) ? range[1] : range[0];
    for (let step = 1; step <= 2 * STEPS; step++) {
      const share = 1 - Math.abs(step / STEPS - 1);
      put(time, { type: "lever", lever: id, value: start + (to - start) * share });
      time += APART / 6;
    }
    time += APART;
  }
  return { duration: time + REST, events: events.sort((a, b) => a.time - b.time) };
}
