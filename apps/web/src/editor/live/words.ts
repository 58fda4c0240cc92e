import type { LiveSlot } from "@levitas/core/live";
import {
  type Action,
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
import { actionWords } from "./actions.ts";
import { keyWord } from "./keyWord.ts";
import type { LiveNames } from "./liveNames.ts";
import { triggerWords } from "./triggers.ts";

/** What the policies of mid-flight are called. */
export const MID_FLIGHT_WORDS: Readonly<Record<MidFlight, string>> = {
  "keeps-speed": "keeps its speed",
  "from-where": "from where it is",
  waits: "waits its turn",
  "starts-over": "starts over",
  ignored: "is ignored",
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
export class LiveWords implements LiveNames {
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

  item(id: string): string {
    return findItem(this.study, id)?.name ?? id;
  }

  when(when: Trigger): string {
    const { label, say } = triggerWords(when.on);
    return say?.(when) ?? label;
  }

  /** What it is pressed on, or which one it is. */
  on(when: Trigger): string {
    return triggerWords(when.on).on(when, this);
  }

  then(action: Action): string {
    return actionWords(action.do).say(action, this);
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
}
