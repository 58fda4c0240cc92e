import type { LiveEvent, LiveResponse } from "../../study/index.ts";
import { AT_ONCE } from "./decay.ts";
import type { LiveLever } from "./liveLever.ts";
import { planOf } from "./planner.ts";
import {
  type Answers,
  ELSEWHERE,
  type Plan,
  type Pointer,
  type StartedChannel,
  type World,
} from "./world.ts";

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
  /** Set by a part: whether a response is not to answer, since it did too often. */
  stops?: (response: LiveResponse, time: number) => boolean;
  /** Set by a part: whether a response waits for what its channels do, or is ignored. */
  waits?: (response: LiveResponse, time: number, pointer: Pointer, plan: Plan) => boolean;
  /** Set by a part: told of a response that began, with what it sent and when all of it arrives. */
  begun?: (
    response: LiveResponse,
    time: number,
    sent: readonly StartedChannel[],
    arrives: number,
  ) => void;
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

  const put = (due: number, run: () => void): void => {
    if (!Number.isFinite(due)) return;
    let at = agenda.length;
    while (at > 0 && (agenda[at - 1] as { due: number }).due > due) at--;
    agenda.splice(at, 0, { due, run });
  };

  const nextDue = (): number => agenda[0]?.due ?? Number.POSITIVE_INFINITY;

  const advance = (time: number): void => {
    while (nextDue() <= time) {
      now = Math.max(now, nextDue());
      agenda.shift()?.run();
    }
    now = Math.max(now, time);
  };

  const answer = (time: number, isMeant: (response: LiveResponse) => boolean): void => {
    for (const response of world.responses) if (isMeant(response)) trigger(response, time);
  };

  const trigger = (response: LiveResponse, time: number): void => {
    if (engine.stops?.(response, time)) return;
    if (response.inPose === undefined || world.isIn?.(world, response.inPose))
      begin(response, time, pointer);
  };

  const begin = (response: LiveResponse, time: number, at: Pointer): void => {
    const plan = planOf(world, response, time, at);
    if (plan.continues && plan.sendings.length === 0) return;
    if (!engine.waits?.(response, time, at, plan)) carryOut(response, time, plan);
  };

  const carryOut = (response: LiveResponse, time: number, plan: Plan): void => {
    const { how, midFlight } = response;
    const way = world.decayOf(how, world.shareOf?.(plan, how, time) ?? 1);
    const sent: StartedChannel[] = [];
    let arrives = time;
    for (const { driven, goal, atOnce: isAtOnce, turnsRound, pose } of plan.sendings) {
      const { channel } = driven;
      const left = channel.pieceAt(time);
      const interrupted = left !== undefined && time < left.end;
      const before = channel.rate(time);
      const own = isAtOnce ? AT_ONCE : driven.hold ? driven.hold(channel, goal, way, time) : way;
      if (!own) continue;
      const piece = channel.begin(
        ...([time, goal, own] as const),
        // From rest a curve is as it was drawn: there is no speed to keep.
        midFlight === "keeps-speed" && !turnsRound && (interrupted || before !== 0),
        midFlight === "starts-over" && interrupted ? left.from : world.startOf?.(driven, time),
      );
      driven.pose = pose ?? ELSEWHERE;
      arrives = Math.max(arrives, piece.end);
      sent.push({ driven, piece, interrupted, before });
    }
    plan.onStart?.(engine);
    engine.begun?.(response, time, sent, arrives);
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
      world.note?.("event", time, event);
      if ("x" in event) pointer = event;
      for (const listens of listeners) listens?.(time, event);
    },
  };
  const listeners = parts.map((part) => part(engine, world));
  return engine;
}
