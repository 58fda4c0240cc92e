import {
  advancePlayhead,
  frameAt,
  type PlayedStretch,
  type Playhead,
  type PlayMode,
  playedStretches,
  quantizeTime,
  timeOfFrame,
} from "@levitas/core/motion";

/** What can be changed about playing. */
export interface ClockSettings {
  readonly mode: PlayMode;
  readonly rate: number;
  /** Frames a second that are shown; null for as many as the screen gives. */
  readonly emulate: number | null;
  /** The stretch that is played, ms; null for all of it. */
  readonly range: { readonly from: number; readonly to: number } | null;
}

/** A way of the playhead itself from one time to another. */
interface Journey {
  readonly from: number;
  readonly to: number;
  /** When it began and how long it takes, ms of real time. */
  readonly began: number;
  readonly duration: number;
  readonly curve: (progress: number) => number;
}

/** A longer time between two frames is a pause, not playing, ms. */
const LONGEST_FRAME = 300;

/**
 * The one clock of a screen: it moves the playhead by the time that really passed and tells whoever
 * draws, once a frame, and only while something changes. React takes no part.
 */
export class Clock {
  private head: Playhead = { time: 0, direction: 1, playing: false };
  private set: ClockSettings = { mode: "loop", rate: 1, emulate: null, range: null };
  private length = 0;
  private last = 0;
  private handle = 0;
  /** Where the playhead is being sent; see `travel`. */
  private journey: Journey | undefined;
  private readonly listeners = new Set<(stretches: readonly PlayedStretch[]) => void>();
  private readonly drawers = new Set<() => void>();
  private readonly watchers = new Set<() => void>();

  /** The playhead's time, ms. */
  get time(): number {
    return this.head.time;
  }

  /** The time to show: the playhead's, or the frame last begun when fewer frames are emulated. */
  get shownTime(): number {
    const { emulate } = this.set;
    if (emulate === null || !this.head.playing) return this.head.time;
    return quantizeTime(this.head.time, emulate, this.end);
  }

  get playing(): boolean {
    return this.head.playing;
  }

  get settings(): ClockSettings {
    return this.set;
  }

  get duration(): number {
    return this.length;
  }

  /** Where playing begins and ends, ms. */
  private get start(): number {
    return this.set.range?.from ?? 0;
  }

  private get end(): number {
    return this.set.range?.to ?? this.length;
  }

  /** Follows a motion whose length changed. A playhead past the new end stays there until it plays. */
  setDuration(duration: number): void {
    this.length = duration;
  }

  change(settings: Partial<ClockSettings>): void {
    this.set = { ...this.set, ...settings };
    if (this.set.mode !== "swing") this.head = { ...this.head, direction: 1 };
    this.tell();
  }

  play(): void {
    this.journey = undefined;
    if (this.head.playing) return;
    // Playing once from the end plays again from the start.
    const { start, end } = this;
    const atEnd = this.head.time >= end;
    const again = (atEnd && this.set.mode !== "swing") || this.head.time < start;
    const time = again ? start : Math.min(this.head.time, end);
    this.head = { time, direction: this.head.direction, playing: true };
    this.last = performance.now();
    this.tell();
  }

  pause(): void {
    this.journey = undefined;
    if (!this.head.playing) return;
    this.head = { ...this.head, playing: false };
    this.tell();
  }

  toggle(): void {
    if (this.head.playing) this.pause();
    else this.play();
  }

  /** Puts the playhead at a time, ms, 0 or later. Playing goes on from there. */
  seek(time: number): void {
    this.journey = undefined;
    this.head = { ...this.head, time: Math.max(time, 0) };
    this.last = performance.now();
    this.invalidate();
  }

  /**
   * Sends the playhead from where it is, even in mid-flight, to a time, ms, within `duration` ms of real time, along
   * a curve. Playing stops for it.
   */
  travel(to: number, duration: number, curve: (progress: number) => number): void {
    this.pause();
    const began = performance.now();
    this.journey = { from: this.head.time, to: Math.max(to, 0), began, duration, curve };
    this.invalidate();
  }

  /** Whether the playhead is on its way somewhere. */
  get travelling(): boolean {
    return this.journey !== undefined;
  }

  /** Registers something to be told of the stretches that were played since the last frame. */
  onPlayed(listener: (stretches: readonly PlayedStretch[]) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Steps by whole frames from the frame the playhead is in, and stops. */
  step(frames: number, frameRate: number): void {
    this.pause();
    this.seek(timeOfFrame(Math.max(frameAt(this.head.time, frameRate) + frames, 0), frameRate));
  }

  /** Asks for a frame to be drawn. */
  invalidate(): void {
    if (this.handle === 0) this.handle = requestAnimationFrame(this.frame);
  }

  /** Registers something that draws; it is called once a frame. Answers how to stop that. */
  onDraw(drawer: () => void): () => void {
    this.drawers.add(drawer);
    this.invalidate();
    return () => this.drawers.delete(drawer);
  }

  /** Registers something to be told when playing starts, stops or is set differently. */
  onChange(watcher: () => void): () => void {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }

  /** Stops for good. */
  dispose(): void {
    cancelAnimationFrame(this.handle);
    this.drawers.clear();
    this.watchers.clear();
    this.listeners.clear();
  }

  private readonly frame = (now: number): void => {
    this.handle = 0;
    if (this.head.playing) {
      const elapsed = Math.max(now - this.last, 0);
      this.last = Math.max(now, this.last);
      const { mode, rate } = this.set;
      const stretch = { mode, rate, duration: this.end, from: this.start };
      const played = playedStretches(this.head, elapsed, stretch);
      // After a hidden tab, or a pause of the machine, what was missed is over: nothing sounds late.
      if (elapsed <= LONGEST_FRAME) for (const listener of this.listeners) listener(played);
      this.head = advancePlayhead(this.head, elapsed, stretch);
      if (!this.head.playing) for (const watcher of this.watchers) watcher();
    }
    if (this.journey) this.goOn(this.journey, now);
    for (const drawer of this.drawers) this.draw(drawer);
    if (this.head.playing || this.journey) this.invalidate();
  };

  /** Calls a drawer; one that throws is taken out, so that the others and the next frames go on. */
  private draw(drawer: () => void): void {
    try {
      drawer();
    } catch (error) {
      this.drawers.delete(drawer);
      console.error("A part of the page stopped drawing.", error);
    }
  }

  private goOn({ from, to, began, duration, curve }: Journey, now: number): void {
    const progress = duration > 0 ? Math.min(Math.max((now - began) / duration, 0), 1) : 1;
    // It lands exactly, wherever the curve ends.
    const time = progress === 1 ? to : from + (to - from) * curve(progress);
    this.head = { ...this.head, time: Math.max(time, 0) };
    if (progress === 1) this.journey = undefined;
  }

  private tell(): void {
    for (const watcher of this.watchers) watcher();
    this.invalidate();
  }
}
