import { keepTake } from "@levitas/core/edit";
import {
  type Begun,
  createLive,
  type Live,
  type LogEntry,
  middleInScene,
  type Pointer,
  replay,
  standingIn,
} from "@levitas/core/live";
import { compileStudy, type Motion } from "@levitas/core/motion";
import {
  eachItem,
  followsPointer,
  type LiveEvent,
  NO_LIVE,
  type Pose,
  type Study,
  type Take,
  type TakeEvent,
} from "@levitas/core/study";
import { nanoid } from "nanoid";
import { createStore, type StoreApi } from "zustand/vanilla";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";
import { FrameTurns } from "./frameTurns.ts";
import { thinMoves } from "./thinMoves.ts";

/** What components of Live read. It changes when something is done, not while time passes. */
export interface LiveState {
  /** The response that is worked on. */
  readonly response: string | null;
  /** The pose whose values are worked on. */
  readonly pose: string | null;
  readonly lever: string | null;
  readonly recording: boolean;
  /** The take that is played or scrubbed. */
  readonly take: string | null;
  readonly playing: boolean;
  readonly loop: boolean;
  readonly rate: number;
  /** Frames a second that are shown; null for as many as the screen gives. */
  readonly emulate: number | null;
  /** Whether the pointer is drawn, and an outline of the figures that answer nothing. */
  readonly showPointer: boolean;
  readonly showSilent: boolean;
  /** Slots whose trace is drawn; null for those that moved last. */
  readonly traced: readonly number[] | null;
  /** The study as it was when comparing began. */
  readonly compared: Study | null;
  /** How far a new response is: choosing what is pressed, then what it does. */
  readonly adding: { readonly figure: string | null | undefined } | null;
  /** The slots of what answered last, and whether everything is at rest: what is written about it changes with them. */
  readonly answered: readonly number[];
  readonly atRest: boolean;
}

/** What whoever draws is given, once a frame. */
export interface LiveFrame {
  readonly live: Live;
  /** ms of Live, as shown. */
  readonly time: number;
  readonly poses: Float64Array;
  /** The other way that is compared, at the same time. */
  readonly other: { readonly live: Live; readonly poses: Float64Array } | null;
}

/** How long after everything has arrived frames go on, so that the trace shows it, ms. */
const AFTERWARDS = 500;
/** The most events that are kept: what a take may have. */
const MOST_EVENTS = 20_000;
/** After how many more events moves of long ago are left out. */
const THIN_EVERY = 1500;
/** A longer time between two frames is a pause, ms. */
const LONGEST = 250;

/**
 * Live on the bench: sends what is done to the study that answers, and shows it once a frame for as long as anything
 * moves. While nothing does no frame is drawn, and time goes on all the same.
 */
export class LiveSession {
  readonly store: StoreApi<LiveState>;
  private live: Live;
  private events: TakeEvent[] = [];
  private other: { readonly live: Live; readonly poses: Float64Array } | null = null;
  private poses: Float64Array;
  private now = 0;
  /** When `now` was, ms of the page. */
  private at = performance.now();
  private handle = 0;
  private pointer: Pointer | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private told = 0;
  private restless = 0;
  private readonly drawers = new FrameTurns<LiveFrame>();
  private readonly stop: () => void;

  constructor(readonly bench: Bench) {
    this.store = createStore<LiveState>(() => ({
      ...{ response: bench.study.live?.responses[0]?.id ?? null, pose: null, lever: null },
      ...{ recording: false, take: null, playing: false, loop: false, rate: 1, emulate: null },
      ...{ traced: null, compared: null, adding: null, showPointer: false, showSilent: false },
      ...{ answered: [], atRest: true },
    }));
    this.live = createLive(bench.study);
    this.poses = new Float64Array(this.live.motion.slotCount);
    const stops = [
      bench.store.subscribe(this.invalidate),
      bench.camera.onChange(this.invalidate),
      // While something of it is dragged the study is another one in each frame.
      bench.clock.onDraw(() => {
        if (bench.shown !== this.live.study) this.invalidate();
      }),
    ];
    this.stop = () => {
      for (const each of stops) each();
    };
    this.wake();
  }

  dispose(): void {
    this.endRecording();
    this.stop();
    cancelAnimationFrame(this.handle);
    clearTimeout(this.timer);
    this.handle = -1;
  }

  /** The study as it answers now, and the time it has come to. */
  get current(): { readonly live: Live; readonly time: number } {
    return { live: this.live, time: this.now };
  }

  /**
   * Draws once a frame. What stands beside the scene takes turns while frames are missed, so that the scene itself
   * comes in time.
   */
  onFrame(draw: (frame: LiveFrame) => void, isBeside = false): () => void {
    const stop = this.drawers.add(draw, isBeside);
    this.invalidate();
    return stop;
  }

  /** Time goes by at another speed from now on. */
  setRate(rate: number): void {
    this.pass(performance.now());
    this.store.setState({ rate });
    this.invalidate();
  }

  /** The middle of a figure in the scene, px: where the keyboard presses it. */
  middleOf(pose: Float64Array, index: number): readonly [number, number] {
    return middleInScene(this.live.motion, pose, index);
  }

  /** Something somebody does at a time of the page. */
  send(event: LiveEvent, stamp: number): void {
    const { take, adding } = this.store.getState();
    if (adding !== null || (event.type === "move" && !this.listensToMoves())) return;
    if (take !== null) {
      // Who presses while a take is shown wants to press: it begins from rest.
      if (event.type === "move" || event.type === "release" || event.type === "key-up") return;
      this.rest();
    }
    // Browsers let a page be heard only once a person has done something; getting ready takes 90 ms.
    if ((event.type === "press" || event.type === "key-down") && this.isHeard())
      this.bench.sound.wake();
    this.pass(Math.max(stamp, this.at));
    this.live.send(this.now, event);
    if (this.events.length >= this.thinAt && !this.store.getState().recording) this.thin();
    if (this.events.length < MOST_EVENTS)
      this.events.push({ time: this.now, ...event } as TakeEvent);
    else if (this.store.getState().recording) {
      this.endRecording();
      say(`A take has room for ${MOST_EVENTS} events: it ends here.`);
    }
    this.invalidate();
  }

  /** Leaves out moves of long ago, so that what is done again on an edited study stays little. */
  private thin(): void {
    const began = new Set(this.live.log().map(({ time }) => time));
    this.events = thinMoves(this.events, began, this.now);
    this.thinAt = this.events.length + THIN_EVERY;
  }
  private thinAt = THIN_EVERY;

  /** Where a mouse or pen is over the scene, px of the scene; null while it is not. */
  get hovered(): Pointer | null {
    return this.pointer;
  }

  /** What explains the scene is drawn, or is not. */
  show(next: Partial<Pick<LiveState, "showPointer" | "showSilent">>): void {
    this.store.setState(next);
    this.invalidate();
  }

  hover(pointer: Pointer | null): void {
    this.pointer = pointer;
    this.invalidate();
  }

  /** Whether a cue of the study has a sound. */
  private isHeard(): boolean {
    const { sequence } = this.study;
    if (this.heard?.of !== sequence)
      this.heard = {
        of: sequence,
        sounds: [...eachItem(sequence)].some((each) => each.type === "cue" && each.sound),
      };
    return this.heard.sounds;
  }
  private heard: { readonly of: Study["sequence"]; readonly sounds: boolean } | undefined;

  /** Whether anything answers to where the pointer is. */
  private listensToMoves(): boolean {
    const { levers = [], responses = [] } = this.study.live ?? {};
    return (
      levers.some(followsPointer) ||
      responses.some(({ when }) => when.on === "enter" || when.on === "leave")
    );
  }

  /** Keeps what was recorded as a take, if something was done; answers it. */
  keepRecording(): Take | undefined {
    if (!this.store.getState().recording) return undefined;
    this.pass(performance.now());
    this.store.setState({ recording: false });
    if (this.events.length === 0) return undefined;
    const { takes } = this.bench.study.live ?? NO_LIVE;
    const take = {
      ...{ id: nanoid(), name: `take ${takes.length + 1}` },
      ...{ duration: Math.round(this.now), events: this.events },
    };
    this.bench.perform(keepTake, take);
    return take;
  }

  /** The same where recording ends by doing something else; that is said. */
  private endRecording(): void {
    const take = this.keepRecording();
    if (take)
      say(`Kept what was recorded as “${take.name}”.`, {
        action: { text: "Undo", run: () => this.bench.undo() },
      });
  }

  /** Everything as it was before anything was done. */
  rest(): void {
    this.endRecording();
    this.events = [];
    this.thinAt = THIN_EVERY;
    this.now = 0;
    this.at = performance.now();
    this.store.setState({ take: null, playing: false, recording: false });
    this.begin();
  }

  /** Begins to keep what is done, from rest. */
  record(): void {
    this.rest();
    this.store.setState({ recording: true, take: null });
  }

  /** Plays a take from its beginning, or stops. */
  play(id: string | null, from = 0): void {
    this.endRecording();
    if (this.isHeard()) this.bench.sound.wake();
    this.store.setState({ take: id, playing: id !== null, recording: false });
    this.now = from;
    this.at = performance.now();
    this.begin();
  }

  pause(): void {
    this.store.setState({ playing: false });
    this.invalidate();
  }

  /** Shows a take as it is at a time. */
  scrub(time: number): void {
    this.store.setState({ playing: false });
    this.now = time;
    this.invalidate();
  }

  /** Draws a frame. */
  readonly invalidate = (): void => {
    if (this.handle !== 0) return;
    this.handle = requestAnimationFrame(this.frame);
  };

  private get take(): Take | undefined {
    const { take } = this.store.getState();
    return this.study.live?.takes.find(({ id }) => id === take);
  }

  /** The study as it is shown: while something is dragged, as it would become. */
  private get study(): Study {
    return this.bench.shown;
  }

  /** The same presses on the study as it is now. */
  private begin(): void {
    const study = this.study;
    const { compared } = this.store.getState();
    const events = this.take?.events ?? this.events;
    this.live = replay(study, { events });
    if (this.poses.length !== this.live.motion.slotCount)
      this.poses = new Float64Array(this.live.motion.slotCount);
    const other = compared ? replay(compared, { events }) : null;
    this.other = other && { live: other, poses: new Float64Array(other.motion.slotCount) };
    this.invalidate();
  }

  /** Compares with the study as it is now from here on, or with nothing. */
  compare(on: boolean): void {
    this.store.setState({ compared: on ? this.bench.study : null });
    this.begin();
  }

  /** Lets time pass to one of the page. */
  private pass(until: number): void {
    const { rate, take, playing, loop } = this.store.getState();
    const gone = until - this.at;
    this.at = until;
    if (take !== null && !playing) return;
    const takeLength = this.take?.duration;
    // A page that was hidden for a while goes on where it was.
    this.now += (this.live.isMoving(this.now) ? Math.min(gone, LONGEST) : gone) * rate;
    if (takeLength === undefined || this.now <= takeLength) return;
    this.now = loop ? this.now % Math.max(takeLength, 1) : takeLength;
    if (!loop) this.store.setState({ playing: false });
  }

  private readonly frame = (at: number): void => {
    this.handle = 0;
    clearTimeout(this.timer);
    if (this.live.study !== this.study) this.begin();
    this.pass(Math.max(at, this.at));
    const { emulate, playing, take } = this.store.getState();
    const step = emulate === null ? 0 : 1000 / emulate;
    const time = step === 0 ? this.now : Math.floor(this.now / step) * step;
    const posed = this.posed();
    if (posed) posed.at(0, this.poses);
    else this.live.at(time, this.poses);
    if (this.other) this.other.live.at(time, this.other.poses);
    const frame = { live: this.live, time, poses: this.poses, other: this.other };
    const moving = playing || (take === null && this.live.isMoving(this.now));
    this.drawers.draw(frame, at, moving);
    this.sound(time);
    if (moving) this.restless = at;
    if (moving || at - this.restless < AFTERWARDS) this.invalidate();
    else this.wake();
  };

  /** The study as it stands in the pose that is worked on; undefined while none is. */
  private posed(): Motion | undefined {
    const { pose: id } = this.store.getState();
    const { study } = this;
    const pose = study.live?.poses.find((each) => each.id === id);
    if (!pose) return undefined;
    if (this.standing?.of !== study || this.standing.pose !== pose)
      this.standing = { of: study, pose, motion: compileStudy(standingIn(study, pose)) };
    return this.standing.motion;
  }
  private standing:
    | { readonly of: Study; readonly pose: Pose; readonly motion: Motion }
    | undefined;

  /** Plays the cues that were reached, and tells that something happened. */
  private sound(time: number): void {
    const log = this.live.log();
    // Shown again from its beginning, what happened is told again.
    if (this.told > log.length || (log[this.told - 1]?.time ?? 0) > time) this.told = 0;
    const fresh: LogEntry[] = [];
    for (let entry = log[this.told]; entry && entry.time <= time; entry = log[++this.told])
      fresh.push(entry);
    for (const entry of fresh) if (entry.kind === "cue") this.bench.sound.play(entry);
    if (fresh.length === 0) return;
    // Only what differs is told: in a storm of presses the same figures answer again and again.
    const { answered, atRest } = this.store.getState();
    const slots = this.lastAnswer()?.channels.map(({ slot }) => slot) ?? [];
    const isSame =
      slots.length === answered.length && slots.every((slot, i) => slot === answered[i]);
    const rests = this.live.isIn("rest");
    if (isSame && rests === atRest) return;
    this.store.setState({ answered: isSame ? answered : slots, atRest: rests });
  }

  /** Frames begin again when something happens by itself. */
  private wake(): void {
    const { rate, take } = this.store.getState();
    const { next } = this.live;
    if (take !== null || !Number.isFinite(next)) return;
    const wait = Math.max((next - this.now) / rate, 0);
    this.timer = setTimeout(this.invalidate, Math.min(wait, 2 ** 31 - 1));
  }

  /** What was done and what answered up to now, the last of it last. */
  entries(from = Number.NEGATIVE_INFINITY): readonly LogEntry[] {
    const log = this.live.log();
    const after = (time: number) => {
      let [low, high] = [0, log.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if ((log[middle] as LogEntry).time <= time) low = middle + 1;
        else high = middle;
      }
      return low;
    };
    return log.slice(from === Number.NEGATIVE_INFINITY ? 0 : after(from), after(this.now));
  }

  /** The last answer that has begun, of those that are meant. */
  lastAnswer(isMeant: (begun: Begun) => boolean = () => true): Begun | undefined {
    const log = this.live.log();
    for (let i = log.length - 1; i >= 0; i--) {
      const entry = log[i] as LogEntry;
      if (entry.kind === "begun" && entry.time <= this.now && isMeant(entry)) return entry;
    }
    return undefined;
  }
}
