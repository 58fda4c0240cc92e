import type { Curve } from "../curve/index.ts";
import {
  type ChannelId,
  channelOf,
  type LiveEvent,
  type LiveResponse,
  NO_LIVE,
  type Study,
  seededRandom,
} from "../study/index.ts";
import { Agenda } from "./agenda.ts";
import { directionTo, pivotInScene } from "./aim.ts";
import type { Goal } from "./liveChannel.ts";
import type { LiveLever } from "./liveLever.ts";
import { type Driven, ELSEWHERE, LiveState } from "./liveState.ts";
import type { Begun, BegunChannel, LogEntry } from "./logEntry.ts";
import { type Plan, Planner, type Pointer, type Sending } from "./planner.ts";
import type { Playback } from "./playback.ts";
import { AT_ONCE, heldWay, isSpring, type Way, wayOf } from "./way.ts";

/** Two presses within this are a double press, ms. */
const DOUBLE = 350;
/** The most responses in one moment: more of them feed each other. */
const MOST_AT_ONCE = 400;
/** The most responses that wait their turn. */
const MOST_WAITING = 100;
/** The default way for which a growing duration is as given. */
const REACH = 100;
/** What is included of the end of a part that is played, ms. */
const HAIR = 1e-6;

/**
 * The state of Live after some events: channels and levers as lists of pieces, and what is still to happen. Times never
 * go back in it; `createLive` begins anew where they do.
 */
export class Engine {
  readonly log: LogEntry[] = [];
  readonly state: LiveState;
  private readonly planner: Planner;
  private readonly responses: readonly LiveResponse[];
  private readonly agenda = new Agenda();
  private readonly waiting: { readonly response: LiveResponse; readonly pointer: Pointer }[] = [];
  private readonly scratch: Float64Array;
  private pointer: Pointer = { x: 0, y: 0, figure: null };
  private isDown = false;
  private presses = 0;
  private lastPress: { readonly time: number; readonly figure: string | null } | undefined;
  private over: readonly (string | null)[] = [];
  private causes = 0;
  private now = Number.NEGATIVE_INFINITY;
  private atOnce = 0;

  constructor(study: Study) {
    this.state = new LiveState(study);
    this.planner = new Planner(this.state, () => ++this.causes);
    this.scratch = new Float64Array(this.state.motion.slotCount);
    this.responses = (study.live ?? NO_LIVE).responses.filter(({ disabled }) => disabled !== true);
    for (const response of this.responses) this.expect(response);
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
    this.log.push({ kind: "event", time, event });
    switch (event.type) {
      case "press":
      case "release":
      case "move":
        this.point(time, event.type, { x: event.x, y: event.y, figure: event.figure });
        return;
      case "key-down":
      case "key-up":
        for (const { lever, channel } of this.state.levers.values())
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
    if (when.on === "start") this.agenda.put(0, () => this.trigger(response, 0));
    if (when.on !== "every") return;
    const random = seededRandom(when.seed ?? 1);
    const next = (count: number) => {
      const jitter = (2 * random() - 1) * Math.min(when.jitter ?? 0, when.time / 2);
      const time = count * when.time + jitter;
      this.agenda.put(time, () => {
        this.trigger(response, time);
        next(count + 1);
      });
    };
    next(1);
  }

  private answer(time: number, isMeant: (response: LiveResponse) => boolean): void {
    for (const response of this.responses) if (isMeant(response)) this.trigger(response, time);
  }

  // Pointer and levers.

  /** A figure with all it stands in, and the scene around them. */
  private chain(figure: string | null): (string | null)[] {
    const chain: (string | null)[] = [];
    for (let id = figure; id !== null && chain.length < 64; ) {
      chain.push(id);
      id = this.state.motion.study.figures[this.state.motion.figureIndex(id)]?.parent ?? null;
    }
    chain.push(null);
    return chain;
  }

  private isInside({ x, y }: Pointer): boolean {
    const { width, height } = this.state.study.scene;
    return x >= 0 && y >= 0 && x <= width && y <= height;
  }

  private point(time: number, type: "press" | "release" | "move", pointer: Pointer): void {
    this.pointer = pointer;
    for (const { lever, channel } of this.state.levers.values()) {
      const value = this.pointerValue(time, lever.of);
      if (value !== undefined) this.give(lever.id, time, value, channel);
    }
    const over = this.isInside(pointer) ? this.chain(pointer.figure) : [];
    const before = this.over;
    this.over = over;
    this.answer(
      time,
      ({ when }) =>
        (when.on === "leave" && before.includes(when.figure) && !over.includes(when.figure)) ||
        (when.on === "enter" && !before.includes(when.figure) && over.includes(when.figure)),
    );
    if (type === "press") this.press(time, pointer, this.chain(pointer.figure));
    if (type === "release") {
      this.isDown = false;
      const chain = this.chain(pointer.figure);
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
    for (const response of this.responses) {
      const { when } = response;
      if (when.on !== "hold" || !chain.includes(when.figure)) continue;
      const due = time + when.time;
      this.agenda.put(due, () => {
        if (this.isDown && this.presses === press) this.trigger(response, due);
      });
    }
  }

  private pointerValue(time: number, of: LiveLever["lever"]["of"]): number | undefined {
    const { x, y } = this.pointer;
    if (of.kind === "pointer-x" || of.kind === "pointer-y") {
      let [left, top] = [0, 0];
      if (of.figure !== null) {
        const index = this.state.motion.figureIndex(of.figure);
        if (index < 0) return undefined;
        const read = (id: ChannelId) =>
          this.state.rest[this.state.motion.slot(index, id)] as number;
        const [px, py] = pivotInScene(this.state.motion, this.state.rest, index);
        left = px - (read("pivotX") / 100) * read("width");
        top = py - (read("pivotY") / 100) * read("height");
      }
      return of.kind === "pointer-x" ? x - left : y - top;
    }
    if (of.kind !== "distance" && of.kind !== "angle") return undefined;
    const index = this.state.motion.figureIndex(of.figure);
    if (index < 0) return undefined;
    const [px, py] = pivotInScene(this.state.motion, this.state.write(time, this.scratch), index);
    return of.kind === "distance" ? Math.hypot(x - px, y - py) : directionTo(x - px, y - py);
  }

  private give(
    id: string,
    time: number,
    value: number,
    channel = this.state.levers.get(id)?.channel,
  ): void {
    const lever = this.state.levers.get(id);
    if (!lever || !channel || !Number.isFinite(value)) return;
    const piece = channel.pieceAt(time);
    lever.give(time, value);
    if (channel.pieceAt(time) === piece) return;
    for (const response of this.responses) this.watch(lever, response, time);
  }

  /** Waits for a lever to go past the value of a response, as it is moving now. */
  private watch(lever: LiveLever, response: LiveResponse, from: number): void {
    const { when } = response;
    if ((when.on !== "rises" && when.on !== "falls") || when.lever !== lever.lever.id) return;
    const piece = lever.channel.pieceAt(from);
    const time = lever.crossing(from, when.past, when.on === "rises");
    if (time === undefined) return;
    this.agenda.put(time, () => {
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
        this.log.push({ kind: "stopped", time, response: response.id });
      return;
    }
    if (response.inPose !== undefined && !this.state.isIn(response.inPose)) return;
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
    const plan = this.planner.plan(response, time, pointer);
    if (plan.goesOn) return true;
    const busy = plan.sendings.some(({ driven }) => driven.channel.isBusy(time));
    if (midFlight === "ignored" && busy) {
      this.log.push({ kind: "ignored", time, response: id });
      return true;
    }
    if (midFlight === "waits" && (busy || (this.waiting.length > 0 && !isItsTurn))) {
      if (isItsTurn) return false;
      if (this.waiting.length >= MOST_WAITING) {
        this.log.push({ kind: "ignored", time, response: id });
        return true;
      }
      this.waiting.push({ response, pointer });
      this.log.push({ kind: "waits", time, response: id });
      const free = Math.max(
        time,
        ...plan.sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
      );
      this.agenda.put(free, () => this.turns(free));
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
      if (next) this.agenda.put(time, () => this.turns(time));
      return;
    }
    this.waiting.unshift(first);
    const plan = this.planner.plan(first.response, time, first.pointer);
    const free = Math.max(
      ...plan.sendings.map(({ driven }) => driven.channel.pieceAt(time)?.end ?? time),
    );
    if (free > time) this.agenda.put(free, () => this.turns(free));
  }

  private carryOut(response: LiveResponse, time: number, plan: Plan): void {
    const { how, midFlight, id } = response;
    const cause = plan.playback?.cause ?? ++this.causes;
    const curve = this.state.curves.of({ curve: how.curve }).curve;
    const reach = Math.max(0, ...plan.sendings.map((sending) => wayLength(sending, time)));
    const way = wayOf(
      curve,
      durationOf(how.duration, how.grows, reach / (how.reach ?? REACH)) / 1000,
    );
    const channels: BegunChannel[] = [];
    let arrives = time;
    for (const { driven, goal, atOnce, pose } of plan.sendings) {
      const { channel, slot } = driven;
      const interrupted = channel.isBusy(time);
      const before = channel.rate(time);
      // A switch that is on its way there already is not held for longer.
      if (channelOf(driven.id).kind === "switch" && interrupted && goal.still)
        if (channel.targetAt(time) === goal.value(time, 0)) continue;
      const [value, left] = [this.state.startOf(driven, time), channel.pieceAt(time)];
      const startsOver = midFlight === "starts-over" && interrupted && left !== undefined;
      const piece = channel.begin({
        ...{ time, goal, cause },
        from: startsOver ? left.from : value,
        way: atOnce ? AT_ONCE : this.wayFor(driven, goal, way, curve, time),
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
    if (plan.playback) this.play(plan.playback);
    const begun: Begun = { kind: "begun", time, response: id, cause, arrives, channels };
    this.log.push(begun);
    this.agenda.put(arrives, () => this.arrive(response, begun));
  }

  /** The way of one channel: a switch is turned on at the beginning and off at the end. */
  private wayFor({ id, channel }: Driven, goal: Goal, way: Way, curve: Curve, time: number): Way {
    if (channelOf(id).kind !== "switch") return way;
    if (goal.value(time, 0) >= 0.5 || !goal.still) return AT_ONCE;
    // A spring says only for a difference how long it takes.
    const length = isSpring(curve) ? way.length(1, 0, channel.step) : way.length(1, 1, 1);
    return heldWay(length);
  }

  private arrive(response: LiveResponse, { time, cause, arrives, channels }: Begun): void {
    const isOver =
      channels.length > 0 &&
      !channels.some(
        ({ slot }) => this.state.drivenAt(slot)?.channel.pieceAt(arrives)?.cause === cause,
      );
    if (isOver && arrives > time) return;
    this.log.push({ kind: "arrived", time: arrives, response: response.id });
    this.answer(arrives, ({ when }) => when.on === "arrived" && when.response === response.id);
  }

  private play(playback: Playback): void {
    const { begin, from, to } = playback;
    this.planner.begin(playback);
    const until = to >= from ? to + HAIR : to - HAIR;
    for (const { time, cue } of this.state.motion.events(from, until)) {
      const due = begin + Math.abs(time - from);
      this.agenda.put(due, () => {
        if (!this.planner.isPlayed(playback)) return;
        const { name, sound, volume } = cue;
        this.log.push({
          ...{ kind: "cue", time: due, cue: name },
          ...(sound === undefined ? {} : { sound }),
          ...(volume === undefined ? {} : { volume }),
        });
        this.answer(due, ({ when }) => when.on === "cue" && when.cue === cue.name);
      });
    }
  }
}

/** How far a channel is sent: px, degrees, or hundredths of what has no unit. */
function wayLength({ driven: { channel, id }, goal, atOnce }: Sending, time: number): number {
  if (atOnce || !goal.still) return 0;
  const scale = channelOf(id).unit === "" ? 100 : 1;
  let most = 0;
  for (let c = 0; c < channel.count; c++)
    most = Math.max(most, Math.abs(goal.value(time, c) - channel.value(time, c)) * scale);
  return most;
}

function durationOf(duration: number, grows: LiveResponse["how"]["grows"], share: number): number {
  if (grows === "distance") return duration * share;
  return grows === "root" ? duration * Math.sqrt(share) : duration;
}
