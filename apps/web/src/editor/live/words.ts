import type { LiveSlot } from "@levitas/core/live";
import {
  type Action,
  channelOf,
  findItem,
  type LeverSource,
  type LiveEvent,
  type LiveResponse,
  type MidFlight,
  NO_LIVE,
  REST_POSE,
  type Study,
  type Transition,
  type Trigger,
} from "@levitas/core/study";
import { numberLabel } from "../../ui/numberLabel.ts";

/** What the policies of mid-flight are called. */
export const MID_FLIGHT_WORDS: Readonly<Record<MidFlight, string>> = {
  "keeps-speed": "keeps its speed",
  "from-where": "from where it is",
  waits: "waits its turn",
  "starts-over": "starts over",
  ignored: "is ignored",
};

/** What a response can wait for, as it is chosen. */
export const WHEN_WORDS: Readonly<Record<Trigger["on"], string>> = {
  press: "press",
  release: "release",
  "double-press": "double press",
  enter: "pointer enters",
  leave: "pointer leaves",
  hold: "hold",
  key: "key",
  rises: "lever rises past",
  falls: "lever falls past",
  cue: "cue",
  arrived: "another arrived",
  start: "start",
  every: "every so often",
};

/** What a response can do, as it is chosen. */
export const THEN_WORDS: Readonly<Record<Action["do"], string>> = {
  pose: "go to a pose",
  next: "next of some poses",
  aim: "aim at the pointer",
  by: "add an amount",
  play: "play",
  seek: "show a marker",
  set: "a pose at once",
};

export const LEVER_WORDS: Readonly<Record<LeverSource["kind"], string>> = {
  "pointer-x": "pointer x",
  "pointer-y": "pointer y",
  distance: "distance to a figure",
  angle: "angle to a figure",
  scroll: "scroll",
  slider: "slider",
  key: "key held",
};

/** The words of one study: its names for ids. */
export class LiveWords {
  constructor(private readonly study: Study) {}

  private get live() {
    return this.study.live ?? NO_LIVE;
  }

  figure(id: string | null | undefined): string {
    if (id === null || id === undefined) return "the scene";
    return this.study.figures.find((each) => each.id === id)?.name ?? id;
  }

  pose(id: string): string {
    if (id === REST_POSE) return "rest";
    return this.live.poses.find((each) => each.id === id)?.name ?? id;
  }

  lever(id: string): string {
    return this.live.levers.find((each) => each.id === id)?.name ?? id;
  }

  marker(id: string): string {
    return this.study.markers.find((each) => each.id === id)?.name ?? id;
  }

  response(id: string): string {
    const found = this.live.responses.find((each) => each.id === id);
    return found ? `${this.when(found.when)} ${this.on(found.when)}`.trim() : id;
  }

  when(when: Trigger): string {
    switch (when.on) {
      case "hold":
        return `hold for ${numberLabel(when.time, 0)} ms`;
      case "every":
        return `every ${numberLabel(when.time, 0)} ms`;
      case "arrived":
        return "arrived";
      case "rises":
      case "falls":
        return `${when.on} past ${numberLabel(when.past, 2)}`;
      default:
        return WHEN_WORDS[when.on];
    }
  }

  /** What it is pressed on, or which one it is. */
  on(when: Trigger): string {
    if ("figure" in when) return this.figure(when.figure);
    if (when.on === "key") return keyWord(when.key);
    if ("lever" in when) return this.lever(when.lever);
    if (when.on === "cue") return `“${when.cue}”`;
    return when.on === "arrived" ? this.response(when.response) : "";
  }

  then(then: Action): string {
    switch (then.do) {
      case "pose":
        return `go to ${this.pose(then.pose)}`;
      case "set":
        return `${this.pose(then.pose)} at once`;
      case "next":
        return then.poses.map((id) => this.pose(id)).join(" · ");
      case "aim":
        return then.channels.includes("rotate")
          ? `${this.figure(then.figure)} turns to the pointer`
          : `${this.figure(then.figure)} comes to the pointer`;
      case "by": {
        const { label, unit } = channelOf(then.channel);
        const sign = then.amount >= 0 ? "+" : "";
        return `${this.figure(then.figure)} ${label} ${sign}${numberLabel(then.amount, 1)}${unit}`;
      }
      case "seek":
        return `show “${this.marker(then.marker)}”`;
      case "play": {
        const what = then.item === undefined ? "the sequence" : this.item(then.item);
        const from = then.from === undefined ? "" : ` from “${this.marker(then.from)}”`;
        const to = then.to === undefined ? "" : ` to “${this.marker(then.to)}”`;
        const way =
          then.direction === "turns"
            ? ", back when asked again"
            : then.direction === "backwards"
              ? ", backwards"
              : "";
        return `play ${what}${from}${to}${way}`;
      }
    }
  }

  how({ curve, duration, grows }: Transition): string {
    const own = "shared" in curve ? undefined : curve;
    if (own?.kind === "spring-feel")
      return `spring ${numberLabel(own.overshoot * 100, 0)} %, ${numberLabel(own.settle, 0)} ms`;
    if (own?.kind === "spring") return "spring";
    const longer = grows === undefined || grows === "fixed" ? "" : ", grows";
    const name = own
      ? own.kind === "keyword"
        ? own.name
        : own.kind
      : (this.study.curves.find(({ id }) => "shared" in curve && id === curve.shared)?.name ?? "");
    return `${numberLabel(duration, 0)} ms ${name}${longer}`;
  }

  whole({ when, then }: LiveResponse): string {
    return `${this.when(when)} ${this.on(when)}: ${then.map((each) => this.then(each)).join(", ")}`;
  }

  slot({ figure, channel }: LiveSlot): string {
    return `${this.figure(figure)} · ${channel.label}`;
  }

  /** What was done, in a word or two. */
  event(event: LiveEvent): string {
    if (event.type === "lever") return this.lever(event.lever);
    if (event.type === "key-down" || event.type === "key-up") return keyWord(event.key);
    return event.type;
  }

  private item(id: string): string {
    return `“${findItem(this.study, id)?.name ?? id}”`;
  }
}

/** A key as a person reads it. */
export const keyWord = (key: string): string => (key === " " ? "Space" : key);
