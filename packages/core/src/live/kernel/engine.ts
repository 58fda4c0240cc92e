import { type LiveEvent, type LiveResponse, seededRandom } from "../../study/index.ts";
import { Agenda } from "./agenda.ts";
import type { Goal } from "./liveChannel.ts";
import type { LiveLever } from "./liveLever.ts";
import type { Begun, BegunChannel } from "./logEntry.ts";
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

/**
 * What happens in Live, and when: events come in, responses answer them, channels and levers get their pieces. Times
 * never go back in it; `createLive` begins anew where they do.
 */
export class Engine implements Answers {
  private readonly agenda = new Agenda();
  private readonly waiting: { readonly response: LiveResponse; readonly pointer: Pointer }[] = [];
  private pointer: Pointer = { x: 0, y: 0, figure: null };
  private isDown = false;
  private presses = 0;
  private lastPress: { readonly time: number; readonly figure: string | null } | undefined;
  private over: readonly (string | null)[] = [];
  private causes = 0;
  private now = Number.NEGATIVE_INFINITY;
  private atOnce = 0;

  constructor(private readonly world: World) {
    for (const response of world.responses) this.expect(response);
  }

  /** Up to when everything has happened, ms. */
  get horizon(): number {
    return this.now;
  }

  /** Lets everything happen up to a time. */
  advance(t: number): void {
    while (this.agenda.next <= t) {
      const time = this.agenda.next;
      if (time > this.now) {
        this.now = time;
        this.atOnce = 0;
      }
      this.agenda.take()?.();
    }
    if (t > this.now) {
      this.now = t;
      this.atOnce = 0;
    }
  }

  /** Something somebody does now. */
  send(time: number, event: LiveEvent): void {
    this.advance(time);
    this.world.note({ kind: "event", time, event });
    switch (event.type) {
      case "press":
      case "release":
      case "move":
        this.point(time, event.type, { x: event.x, y: event.y, figure: event.figure });
        return;
      case "key-down":
      case "key-up":
        for (const { lever, channel } of this.world.levers.values())
          if (lever.of.kind === "key" && lever.of.key === event.key)
            this.give(
              lever.id,
              time,
              event.type === "key-down" ? lever.range[1] : lever.range[0],
              channel,
            );
        if (event.type === "key-down")
          this.answer(time, ({ when }) => when.on === "key" && when.key === event.key);
        return;
      case "lever":
        this.give(event.lever, time, event.value);
    }
  }

  /** When the next thing happens by itself, ms; Infinity if nothing does. */
  get next(): number {
    return this.agenda.next;
  }

  // What happens by itself.

  private expect(response: LiveResponse): void {
    const { when } = response;
    if (when.on === "start") this.put(0, () => this.trigger(response, 0));
    if (when.on !== "every") return;
    const random = seededRandom(when.seed ?? 1);
    const next = (count: number) => {
      const jitter = (2 * random() - 1) * Math.min(when.jitter ?? 0, when.time / 2);
      const time = count * when.time + jitter;
      this.put(time, () => {
        this.trigger(response, time);
        next(count + 1);
      });
    };
    next(1);
  }

  put(time: number, run: () => void): void {
    this.agenda.put(time, run);
  }

  answer(time: number, isMeant: (response: LiveResponse) => boolean): void {
    for (const response of this.world.responses)
      if (isMeant(response)) this.trigger(response, time);
  }

  // Pointer and levers.

  private point(time: number, type: "press" | "release" | "move", pointer: Pointer): void {
    this.pointer = pointer;
    for (const { lever, channel } of this.world.levers.values()) {
      const value = this.world.pointerValue(time, lever.of, pointer);
      if (value !== undefined) this.give(lever.id, time, value, channel);
    }
    const over = this.world.isInside(pointer) ? this.world.chain(pointer.figure) : [];
    const before = this.over;
    this.over = over;
    this.answer(
      time,
      ({ when }) =>
        (when.on === "leave" && before.includes(when.figure) && !over.includes(when.figure)) ||
        (when.on === "enter" && !before.includes(when.figure) && over.includes(when.figure)),
    );
    if (type === "press") this.press(time, pointer, this.world.chain(pointer.figure));
    if (type === "release") {
      this.isDown = false;
      const chain = this.world.chain(pointer.figure);
      this.answer(time, ({ when }) => when.on === "release" && chain.includes(when.figure));
    }
  }

  private press(time: number, pointer: Pointer, chain: readonly (string | null)[]): void {
    this.isDown = true;
    const press = ++this.presses;
    const { lastPress } = this;
    const isDouble =
      lastPress !== undefined &&
      time - lastPress.time <= DOUBLE &&
      lastPress.figure === pointer.figure;
    this.lastPress = isDouble ? undefined : { time, figure: pointer.figure };
    this.answer(
      time,
      ({ when }) =>
        (when.on === "press" || (when.on === "double-press" && isDouble)) &&
        chain.includes(when.figure),
    );
    for (const response of this.world.responses) {
      const { when } = response;
      if (when.on !== "hold" || !chain.includes(when.figure)) continue;
      const due = time + when.time;
      this.put(due, () => {
        if (this.isDown && this.presses === press) this.trigger(response, due);
      });
    }
  }

  private give(
    id: string,
    time: number,
    value: number,
    channel = this.world.levers.get(id)?.channel,
  ): void {
    const lever = this.world.levers.get(id);
    if (!lever || !channel || !Number.isFinite(value)) return;
    const piece = channel.pieceAt(time);
    lever.give(time, value);
    if (channel.pieceAt(time) === piece) return;
    for (const response of this.world.responses) this.watch(lever, response, time);
  }

  /** Waits for a lever to go past the value of a response, as it is moving now. */
  private watch(lever: LiveLever, response: LiveResponse, from: number): void {
    const { when } = response;
    if ((when.on !== "rises" && when.on !== "falls") || when.lever !== lever.lever.id) return;
    const piece = lever.channel.pieceAt(from);
    const time = lever.crossing(from, when.past, when.on === "rises");
    if (time === undefined) return;
    this.put(time, () => {
      // It may have been sent elsewhere before it came there.
      if (lever.channel.pieceAt(time) !== piece) return;
      this.trigger(response, time);
      if (time > from) this.watch(lever, response, time);
    });
    if (time <= this.now) this.advance(this.now);
  }

  // Responses.

  private trigger(response: LiveResponse, time: number): void {
    if (++this.atOnce > MOST_AT_ONCE) {
      if (this.atOnce === MOST_AT_ONCE + 1)
        this.world.note({ kind: "stopped", time, response: response.id });
      return;
    }
    if (response.inPose !== undefined && !isIn(this.world, response.inPose)) return;
    this.begin(response, time, this.pointer);
  }

  /** Begins a response, unless it has to wait or is ignored; says whether it is dealt with. */
  private begin(
    response: LiveResponse,
    time: number,
    pointer: Pointer,
    isItsTurn = false,
  ): boolean {
    const { midFlight, id } = response;
    const plan = planOf(this.world, response, time, pointer);
    if (plan.goesOn) return true;
    const busy = plan.sendings.some(({ driven }) => driven.channel.isBusy(time));
    if (midFlight === "ignored" && busy) {
      this.world.note({ kind: "ignored", time, response: id });
      return true;
    }
    if (midFlight === "waits" && (busy || (this.waiting.length > 0 && !isItsTurn))) {
      if (isItsTurn) return false;
      if (this.waiting.length >= MOST_WAITING) {
        this.world.note({ kind: "ignored", time, response: id });
        return true;
      }
      this.waiting.push({ response, pointer });
      this.world.note({ kind: "waits", time, response: id });
      const free = Math.max(
        time,
        ...plan.sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
      );
      this.put(free, () => this.turns(free));
      return true;
    }
    this.carryOut(response, time, plan);
    return true;
  }

  /** Lets those begin that waited their turn. */
  private turns(time: number): void {
    const [first] = this.waiting;
    if (!first) return;
    this.waiting.shift();
    if (this.begin(first.response, time, first.pointer, true)) {
      const [next] = this.waiting;
      if (next) this.put(time, () => this.turns(time));
      return;
    }
    this.waiting.unshift(first);
    const plan = planOf(this.world, first.response, time, first.pointer);
    const free = Math.max(
      ...plan.sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
    );
    if (free > time) this.put(free, () => this.turns(free));
  }

  private carryOut(response: LiveResponse, time: number, plan: Plan): void {
    const { how, midFlight, id } = response;
    const cause = ++this.causes;
    const reach = Math.max(0, ...plan.sendings.map((sending) => wayLength(sending, time)));
    const share = reach / (how.reach ?? REACH);
    const way = this.world.wayOf(
      how,
      how.grows === "distance" ? share : how.grows === "root" ? Math.sqrt(share) : 1,
    );
    const channels: BegunChannel[] = [];
    let arrives = time;
    for (const { driven, goal, atOnce, pose } of plan.sendings) {
      const { channel, slot } = driven;
      const interrupted = channel.isBusy(time);
      const before = channel.rate(time);
      // A switch that is on its way there already is not held for longer.
      if (driven.kind === "switch" && interrupted && goal.still)
        if (channel.targetAt(time) === goal.value(time, 0)) continue;
      const [value, left] = [this.world.startOf(driven, time), channel.pieceAt(time)];
      const startsOver = midFlight === "starts-over" && interrupted && left !== undefined;
      const piece = channel.begin({
        ...{ time, goal, cause },
        from: startsOver ? left.from : value,
        way: atOnce ? AT_ONCE : wayFor(driven, goal, way, time),
        // From rest a curve is as it was drawn: there is no speed to keep.
        keepsSpeed:
          midFlight === "keeps-speed" && !plan.turnsRound && (interrupted || before !== 0),
      });
      driven.pose = pose ?? ELSEWHERE;
      arrives = Math.max(arrives, piece.end);
      channels.push({
        ...{ slot, count: channel.count, interrupted, before },
        after: channel.rate(time),
        from: channel.value(time),
        target: goal.value(piece.end, 0),
      });
    }
    plan.begins?.(this);
    const begun: Begun = { kind: "begun", time, response: id, cause, arrives, channels };
    this.world.note(begun);
    this.put(arrives, () => this.arrive(response, begun));
  }

  private arrive(response: LiveResponse, { time, cause, arrives, channels }: Begun): void {
    const isOver =
      channels.length > 0 &&
      !channels.some(
        ({ slot }) => this.world.driven.get(slot)?.channel.pieceAt(arrives)?.cause === cause,
      );
    if (isOver && arrives > time) return;
    this.world.note({ kind: "arrived", time: arrives, response: response.id });
    this.answer(arrives, ({ when }) => when.on === "arrived" && when.response === response.id);
  }
}

/** The way of one channel: a switch is turned on at the beginning and off at the end. */
function wayFor({ kind, channel }: Driven, goal: Goal, way: Way, time: number): Way {
  if (kind !== "switch") return way;
  if (goal.value(time, 0) >= 0.5 || !goal.still) return AT_ONCE;
  return heldWay(way.length(1, 0, channel.step));
}

/** How far a channel is sent: px, degrees, or hundredths of what has no unit. */
function wayLength({ driven: { channel, scale }, goal, atOnce }: Sending, time: number): number {
  if (atOnce || !goal.still) return 0;
  let most = 0;
  for (let c = 0; c < channel.count; c++)
    most = Math.max(most, Math.abs(goal.value(time, c) - channel.value(time, c)) * scale);
  return most;
}
