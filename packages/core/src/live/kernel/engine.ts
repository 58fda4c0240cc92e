import { type Lever, type LiveEvent, type LiveResponse, seededRandom } from "../../study/index.ts";
import type { Goal } from "./liveChannel.ts";
import type { LiveLever } from "./liveLever.ts";
import type { Sent } from "./logEntry.ts";
import { isIn, planOf } from "./planner.ts";
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

/** Two presses within this are a double press, ms. */
const DOUBLE = 350;
/** The most responses in one moment: more of them feed each other. */
const MOST_AT_ONCE = 400;
/** The most responses that wait their turn. */
const MOST_WAITING = 100;
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
}

/** Begins: nothing was done yet. It is one function, of which little is left once names are shortened. */
export function createEngine(world: World): Engine {
  /** What happens by itself, in the order of time; of one time in the order in which it was put down. */
  const agenda: { readonly due: number; readonly run: () => void }[] = [];
  const waiting: { readonly response: LiveResponse; readonly at: Pointer }[] = [];
  let pointer: Pointer = { x: 0, y: 0, figure: null };
  let isDown = false;
  let presses = 0;
  let lastPress: { readonly time: number; readonly figure: string | null } | undefined;
  let over: readonly (string | null)[] = [];
  let now = Number.NEGATIVE_INFINITY;
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
    if (response.inPose === undefined || isIn(world, response.inPose))
      begin(response, time, pointer);
  };

  /** When the channels of a plan are free, ms. */
  const freeAt = ({ sendings }: Plan, time: number): number =>
    Math.max(time, ...sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time));

  /** Begins a response, unless it has to wait or is ignored; says from when on it can begin if its turn comes too soon. */
  const begin = (
    response: LiveResponse,
    time: number,
    at: Pointer,
    isItsTurn = false,
  ): number | undefined => {
    const { midFlight, id } = response;
    const plan = planOf(world, response, time, at);
    if (plan.goesOn) return;
    const free = freeAt(plan, time);
    const isBusy = free > time;
    const waits = midFlight === "waits" && (isBusy || (waiting.length > 0 && !isItsTurn));
    if (waits && isItsTurn) return free;
    if ((midFlight === "ignored" && isBusy) || (waits && waiting.length >= MOST_WAITING)) {
      world.note("ignored", time, id);
      return;
    }
    if (!waits) {
      carryOut(response, time, plan);
      return;
    }
    waiting.push({ response, at });
    world.note("waits", time, id);
    put(free, () => turns(free));
  };

  /** Lets those begin that waited their turn. */
  const turns = (time: number): void => {
    const first = waiting.shift();
    if (!first) return;
    const free = begin(first.response, time, first.at, true);
    if (free !== undefined) waiting.unshift(first);
    if (waiting.length === 0) return;
    const due = free ?? time;
    put(due, () => turns(due));
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
      const { channel, kind } = driven;
      const left = channel.pieceAt(time);
      const interrupted = left !== undefined && time < left.end;
      const before = channel.rate(time);
      // A switch that is on its way there already is not held for longer.
      if (kind === "switch" && interrupted && goal.still)
        if (channel.targetAt(time) === goal.value(time, 0)) continue;
      const value = world.startOf(driven, time);
      const piece = channel.begin(
        time,
        goal,
        isAtOnce ? AT_ONCE : wayFor(driven, goal, way, time),
        // From rest a curve is as it was drawn: there is no speed to keep.
        midFlight === "keeps-speed" && !plan.turnsRound && (interrupted || before !== 0),
        midFlight === "starts-over" && interrupted ? left.from : value,
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

  /** Gives a lever a value, and waits for it to go past what responses wait for. */
  const give = (lever: LiveLever | undefined, time: number, value: number): void => {
    if (lever && Number.isFinite(value) && lever.give(time, value))
      for (const response of world.responses) watch(lever, response, time);
  };

  const watch = (lever: LiveLever, response: LiveResponse, from: number): void => {
    const { when } = response;
    if ((when.on !== "rises" && when.on !== "falls") || when.lever !== lever.lever.id) return;
    const piece = lever.channel.pieceAt(from);
    const time = lever.crossing(from, when.past, when.on === "rises");
    if (time === undefined) return;
    put(time, () => {
      // It may have been sent elsewhere before it came there.
      if (lever.channel.pieceAt(time) !== piece) return;
      trigger(response, time);
      if (time > from) watch(lever, response, time);
    });
    if (time <= now) advance(now);
  };

  const giveAll = (time: number, given: (of: Lever["of"], lever: Lever) => number | undefined) => {
    for (const lever of world.levers.values()) {
      const value = given(lever.lever.of, lever.lever);
      if (value !== undefined) give(lever, time, value);
    }
  };

  const press = (time: number, chain: readonly (string | null)[]): void => {
    isDown = true;
    const press = ++presses;
    const { figure } = pointer;
    const isDouble = lastPress && time - lastPress.time <= DOUBLE && lastPress.figure === figure;
    lastPress = isDouble ? undefined : { time, figure };
    answer(
      time,
      ({ when }) =>
        (when.on === "press" || (when.on === "double-press" && isDouble === true)) &&
        chain.includes(when.figure),
    );
    for (const response of world.responses) {
      const { when } = response;
      if (when.on !== "hold" || !chain.includes(when.figure)) continue;
      const due = time + when.time;
      put(due, () => {
        if (isDown && presses === press) trigger(response, due);
      });
    }
  };

  const point = (time: number, type: "press" | "release" | "move"): void => {
    giveAll(time, (of) => world.pointerValue(time, of, pointer));
    const chain = world.chain(pointer.figure);
    const before = over;
    const there = world.isInside(pointer) ? chain : [];
    over = there;
    answer(
      time,
      ({ when }) =>
        (when.on === "leave" && before.includes(when.figure) && !there.includes(when.figure)) ||
        (when.on === "enter" && !before.includes(when.figure) && there.includes(when.figure)),
    );
    if (type === "press") press(time, chain);
    if (type !== "release") return;
    isDown = false;
    answer(time, ({ when }) => when.on === "release" && chain.includes(when.figure));
  };

  const send = (time: number, event: LiveEvent): void => {
    advance(time);
    world.note("event", time, event);
    if (event.type === "lever") give(world.levers.get(event.lever), time, event.value);
    else if ("key" in event) {
      const isPressed = event.type === "key-down";
      giveAll(time, (of, { range }) =>
        of.kind === "key" && of.key === event.key ? range[isPressed ? 1 : 0] : undefined,
      );
      if (isPressed) answer(time, ({ when }) => when.on === "key" && when.key === event.key);
    } else {
      const { x, y, figure } = event;
      pointer = { x, y, figure };
      point(time, event.type);
    }
  };

  const engine: Engine = {
    get horizon() {
      return now;
    },
    get next() {
      return nextDue();
    },
    ...{ put, answer, advance, send },
  };

  for (const response of world.responses) {
    const { when } = response;
    if (when.on === "start") put(0, () => trigger(response, 0));
    if (when.on !== "every") continue;
    const random = seededRandom(when.seed ?? 1);
    const next = (count: number): void => {
      const jitter = (2 * random() - 1) * Math.min(when.jitter ?? 0, when.time / 2);
      const time = count * when.time + jitter;
      put(time, () => {
        trigger(response, time);
        next(count + 1);
      });
    };
    next(1);
  }
  return engine;
}

/** The way of one channel: a switch is turned on at the beginning and off at the end. */
function wayFor({ kind, channel }: Driven, goal: Goal, way: Way, time: number): Way {
  if (kind !== "switch") return way;
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
