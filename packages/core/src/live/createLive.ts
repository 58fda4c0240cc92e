import type { Motion } from "../motion/index.ts";
import type { LiveEvent, Study, Take } from "../study/index.ts";
import { createEngine } from "./kernel/engine.ts";
import { type Piece, piecesBetween } from "./kernel/liveChannel.ts";
import type { LogEntry } from "./kernel/logEntry.ts";
import { PARTS } from "./kernel/parts/index.ts";
import { planOf } from "./kernel/planner.ts";
import { isIn } from "./kernel/thens.ts";
import type { Pointer } from "./kernel/world.ts";
import { LiveState } from "./liveState.ts";

/**
 * A study that answers. Values are a pure function of the time and of what was sent: asking at t gives the same number
 * however often and in whatever order it is asked. Times in ms from the beginning.
 */
export interface Live {
  readonly study: Study;
  /** The study's motion, by whose slots poses are laid out. */
  readonly motion: Motion;
  /** Something somebody does at a time. A time before others is taken as if it had been sent in its order. */
  send(time: number, event: LiveEvent): void;
  /** Writes the value of every channel at a time into `out`, as `motion.at` does. */
  at(time: number, out: Float64Array): Float64Array;
  /** The value of one channel, by its slot; not for colors. */
  valueAt(slot: number, time: number): number;
  /** The rate of change of one channel per second; not for colors. */
  rateAt(slot: number, time: number): number;
  /** Writes the rates of change per second, in the same layout. */
  velocity(time: number, out: Float64Array): Float64Array;
  /** The value of a lever. */
  leverAt(id: string, time: number): number;
  /** What happened up to a time that was asked for, in order. */
  log(): readonly LogEntry[];
  /** Whether anything is still on its way. */
  isMoving(time: number): boolean;
  /** When the next thing happens by itself, ms; Infinity if nothing does. */
  readonly next: number;
  /** Whether everything that is sent somewhere was sent to this pose last. */
  isIn(pose: string): boolean;
  /** The slots of the channels that were sent somewhere, or follow something. */
  readonly slots: readonly number[];
  /** The pieces of a channel that hold between two times. */
  pieces(slot: number, from: number, to: number): readonly Piece[];
  /** Where a press would send channels, if it were made at a time that has come: nothing is done. */
  foreseen(time: number, press: Pointer): readonly Foreseen[];
  /** Where a channel is going at a time, or is: its first component. */
  targetAt(slot: number, time: number): number | undefined;
}

/** Where a channel would be sent: its first component. */
export interface Foreseen {
  readonly slot: number;
  readonly target: number;
}

/** Begins to answer: nothing was done yet. */
export function createLive(study: Study): Live {
  let state = new LiveState(study);
  let engine = createEngine(state, PARTS);
  const sent: { readonly time: number; readonly event: LiveEvent }[] = [];
  const reach = (time: number): void => {
    if (time > engine.horizon) engine.advance(time);
  };
  return {
    study,
    get motion() {
      return state.motion;
    },
    send(time, event) {
      if (!Number.isFinite(time)) throw new RangeError(`send: ${time} is no time`);
      // After all of its time: what was sent first happens first.
      let at = sent.length;
      while (at > 0 && (sent[at - 1] as { time: number }).time > time) at--;
      sent.splice(at, 0, { time, event });
      if (time >= engine.horizon) {
        engine.send(time, event);
        return;
      }
      state = new LiveState(study);
      engine = createEngine(state, PARTS);
      for (const each of sent) engine.send(each.time, each.event);
    },
    at(time, out) {
      reach(time);
      return state.write(time, out);
    },
    valueAt(slot, time) {
      reach(time);
      return state.valueOf(slot, time);
    },
    rateAt(slot, time) {
      reach(time);
      return state.rateOf(slot, time);
    },
    velocity(time, out) {
      reach(time);
      return state.writeRates(time, out);
    },
    leverAt: (id, time) => {
      reach(time);
      return state.leverAt(id, time);
    },
    log: () => state.log,
    isMoving(time) {
      reach(time);
      return state.isMoving(time);
    },
    get next() {
      return engine.next;
    },
    isIn: (pose) => isIn(state, pose),
    get slots() {
      return state.slots;
    },
    pieces: (slot, from, to) => {
      const channel = state.channelAt(slot);
      return channel ? piecesBetween(channel, from, to) : [];
    },
    foreseen(time, press) {
      reach(time);
      const chain = state.chain(press.figure);
      const meant = state.responses.filter(
        ({ when, inPose }) =>
          when.on === "press" &&
          chain.includes(when.figure) &&
          (inPose === undefined || isIn(state, inPose)),
      );
      return state.unchanged(() =>
        meant.flatMap((response) =>
          planOf(state, response, time, press).sendings.map(({ driven: { slot }, goal }) => ({
            ...{ slot, target: goal.value(time, 0) },
          })),
        ),
      );
    },
    targetAt: (slot, time) => state.channelAt(slot)?.targetAt(time),
  };
}

/** A take on a study, from its beginning: the same take on the same study gives the same poses to the last bit. */
export function replay(study: Study, { events }: Pick<Take, "events">): Live {
  const live = createLive(study);
  for (const { time, ...event } of events) live.send(time, event as LiveEvent);
  return live;
}
