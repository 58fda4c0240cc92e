import type { LiveEvent, LiveResponse } from "../../study/index.ts";
import type { Goal } from "./liveChannel.ts";
import type { LiveLever } from "./liveLever.ts";
import type { Sent } from "./logEntry.ts";
import { planOf } from "./planner.ts";
import { AT_ONCE, heldWay, type Way } from "./way.ts";
import {
  type Answers,
  type Driven,
  ELSEWHERE,
  type Plan,
  type Pointer,
  type Sending,
  type World,
} from "./world.ts";

/** The most responses in one moment: more of them feed each other. */
const MOST_AT_ONCE = 400;
/** The default way for which a growing duration is as given. */
const REACH = 100;

/** What happens in Live, and when: events come in, responses answer them, channels and levers get their pieces. */
export interface Engine extends Answers {
  /** Up to when everything has happened, ms. Times never go back; `createLive` begins anew where they do. */
  readonly horizon: number;
  /** When the next thing happens by itself, ms; Infinity if nothing does. */
  readonly next: number;
  /** Lets everything happen up to a time. */
  advance(time: number): void;
  /** Something somebody does at a time. */
  send(time: number, event: LiveEvent): void;
  /** Has one response answer. */
  trigger(response: LiveResponse, time: number): void;
  /** Begins a response with the pointer where it was, unless it has to wait or is ignored. */
  begin(response: LiveResponse, time: number, pointer: Pointer): void;
  /** Set by a part: whether a response waits, whose channels are free at a time. */
  waits?: (response: LiveResponse, time: number, pointer: Pointer, free: number) => boolean;
  /** Set by a part: told of a lever that goes elsewhere. */
  watches?: (lever: LiveLever, time: number) => void;
}

/** What a part of the engine does at each event. */
export type Listens = (time: number, event: LiveEvent) => void;

/**
 * A part of the engine, for one kind of thing that is waited for: looks at the responses as Live begins, and listens to
 * events from then on if it returns what does. A module is handed off with the parts that its study needs.
 */
export type Part = (engine: Engine, world: World) => Listens | undefined;

/** Begins: nothing was done yet. Events are heard by the parts in their order. */
export function createEngine(world: World, parts: readonly Part[]): Engine {
  /** What happens by itself, in the order of time; of one time in the order in which it was put down. */
  const agenda: { readonly due: number; readonly run: () => void }[] = [];
  let now = Number.NEGATIVE_INFINITY;
  let pointer: Pointer = { x: 0, y: 0, figure: null };
  let atOnce = 0;

  const put = (due: number, run: () => void): void => {
    if (!Number.isFinite(due)) return;
    let at = agenda.length;
    while (at > 0 && (agenda[at - 1] as { due: number }).due > due) at--;
    agenda.splice(at, 0, { due, run });
  };

  const reach = (time: number): void => {
    if (time <= now) return;
    now = time;
    atOnce = 0;
  };

  const nextDue = (): number => agenda[0]?.due ?? Number.POSITIVE_INFINITY;

  const advance = (time: number): void => {
    while (nextDue() <= time) {
      reach(nextDue());
      agenda.shift()?.run();
    }
    reach(time);
  };

  const answer = (time: number, isMeant: (response: LiveResponse) => boolean): void => {
    for (const response of world.responses) if (isMeant(response)) trigger(response, time);
  };

  const trigger = (response: LiveResponse, time: number): void => {
    if (++atOnce > MOST_AT_ONCE) {
      if (atOnce === MOST_AT_ONCE + 1) world.note("stopped", time, response.id);
      return;
    }
    if (response.inPose === undefined || world.isIn?.(response.inPose))
      begin(response, time, pointer);
  };

  const begin = (response: LiveResponse, time: number, at: Pointer): void => {
    const plan = planOf(world, response, time, at);
    if (plan.goesOn) return;
    const free = Math.max(
      time,
      ...plan.sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
    );
    if (response.midFlight === "ignored" && free > time) world.note("ignored", time, response.id);
    else if (!engine.waits?.(response, time, at, free)) carryOut(response, time, plan);
  };

  const carryOut = (response: LiveResponse, time: number, plan: Plan): void => {
    const { how, midFlight, id } = response;
    const length = Math.max(0, ...plan.sendings.map((sending) => wayLength(sending, time)));
    const share = length / (how.reach ?? REACH);
    const way = world.wayOf(
      how,
      how.grows === "distance" ? share : how.grows === "root" ? Math.sqrt(share) : 1,
    );
    const channels: Sent[] = [];
    let arrives = time;
    for (const { driven, goal, atOnce: isAtOnce, pose } of plan.sendings) {
      const { channel, isSwitch } = driven;
      const left = channel.pieceAt(time);
      const interrupted = left !== undefined && time < left.end;
      const before = channel.rate(time);
      // A switch that is on its way there already is not held for longer.
      if (isSwitch && interrupted && goal.still)
        if (channel.targetAt(time) === goal.value(time, 0)) continue;
      const piece = channel.begin(
        time,
        goal,
        isAtOnce ? AT_ONCE : wayFor(driven, goal, way, time),
        // From rest a curve is as it was drawn: there is no speed to keep.
        midFlight === "keeps-speed" && !plan.turnsRound && (interrupted || before !== 0),
        midFlight === "starts-over" && interrupted ? left.from : world.startOf?.(driven, time),
      );
      driven.pose = pose ?? ELSEWHERE;
      arrives = Math.max(arrives, piece.end);
      channels.push({ driven, piece, interrupted, before });
    }
    plan.begins?.(engine);
    world.note("begun", time, id, channels, arrives);
    put(arrives, () => {
      const isOver = channels.every(
        ({ driven, piece }) => driven.channel.pieceAt(arrives) !== piece,
      );
      if (isOver && channels.length > 0 && arrives > time) return;
      world.note("arrived", arrives, id);
      answer(arrives, ({ when }) => when.on === "arrived" && when.response === id);
    });
  };

  const engine: Engine = {
    get horizon() {
      return now;
    },
    get next() {
      return nextDue();
    },
    ...{ put, answer, advance, trigger, begin },
    send(time, event) {
      advance(time);
      world.note("event", time, event);
      if ("x" in event) pointer = event;
      for (const listens of listeners) listens?.(time, event);
    },
  };
  const listeners = parts.map((part) => part(engine, world));
  return engine;
}

/** The way of one channel: a switch is turned on at the beginning and off at the end. */
function wayFor({ isSwitch, channel }: Driven, goal: Goal, way: Way, time: number): Way {
  if (!isSwitch) return way;
  return goal.value(time, 0) >= 0.5 || !goal.still
    ? AT_ONCE
    : heldWay(way.length(1, 0, channel.step));
}

/** How far a channel is sent: px, degrees, or hundredths of what has no unit. */
function wayLength({ driven: { channel, scale }, goal, atOnce }: Sending, time: number): number {
  if (atOnce || !goal.still) return 0;
  let most = 0;
  for (let c = 0; c < channel.count; c++)
    most = Math.max(most, Math.abs(goal.value(time, c) - channel.value(time, c)) * scale);
  return most;
}
