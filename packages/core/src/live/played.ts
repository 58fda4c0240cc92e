import { type Motion, shownMarkers } from "../motion/index.ts";
import {
  type Action,
  type ChannelId,
  type Cue,
  eachItem,
  findItem,
  findKey,
  type LiveResponse,
  type Study,
} from "../study/index.ts";
import { playedSpan } from "../timeline/index.ts";
import type { Goal } from "./kernel/liveChannel.ts";
import type { Answers, ChannelTarget, Driven, Plan } from "./kernel/world.ts";

/** How far past its end a part that is played still counts as inside, ms. */
const END_TOLERANCE = 1e-6;

/** A part of the sequence that is played, at once or again and again. */
interface Playback {
  /** The group or tween, or "" for the sequence. */
  readonly key: string;
  /** ms of Live at which it was at `from`. */
  readonly begin: number;
  /** ms of the study: where it begins and ends, in the direction in which it plays. */
  readonly from: number;
  readonly to: number;
}

/** The study's time that a playback shows at a time of Live, ms. */
function playedTime({ begin, from, to }: Playback, t: number): number {
  const gone = Math.min(Math.max(t - begin, 0), Math.abs(to - from));
  return to >= from ? from + gone : from - gone;
}

/** When a playback has arrived, ms of Live. */
const playbackEnd = ({ begin, from, to }: Playback): number => begin + Math.abs(to - from);

/** What a channel shows while a part is played. */
function playedGoal(motion: Motion, index: number, channel: ChannelId, playback: Playback): Goal {
  const slot = motion.slot(index, channel);
  const end = playbackEnd(playback);
  const isStill = playback.from === playback.to;
  const rates = new Float64Array(motion.slotCount);
  const forwards = playback.to >= playback.from ? 1 : -1;
  const common = { still: isStill, ...(isStill ? {} : { ends: end }) };
  if (channel === "color")
    return {
      ...common,
      // A color is shown as it is: it is blended in the motion already.
      value: () => 0,
      rate: () => 0,
      shown: (t, out, at) => {
        const color = motion.colorAt(index, playedTime(playback, t), COLOR);
        for (let c = 0; c < 4; c++) out[at + c] = color[c] as number;
      },
    };
  return {
    ...common,
    value: (t) => motion.valueAt(index, channel, playedTime(playback, t)),
    rate: (t) =>
      isStill || t < playback.begin || t >= end
        ? 0
        : forwards * (motion.velocity(playedTime(playback, t), rates)[slot] as number),
  };
}

const COLOR = new Float64Array(4);

/** The parts of a study's sequence that are played live. */
export class Played {
  private readonly playbacks = new Map<string, Playback>();

  /**
   * @param channel the channel of a figure that is to be driven from now on
   * @param onCue told of the cues of what is played
   */
  constructor(
    private readonly motion: Motion,
    private readonly channel: (figure: string, id: ChannelId) => Driven | undefined,
    private readonly onCue: (time: number, cue: Cue) => void,
  ) {}

  /** What plays a part of the sequence. */
  play(then: Action, { midFlight }: LiveResponse, time: number): Plan {
    if (then.do !== "play") return { sendings: [] };
    const key = then.item ?? "";
    const [start, end] = this.stretch(then);
    const current = this.playbacks.get(key);
    const isUnderWay = current !== undefined && time < playbackEnd(current);
    const wasForwards = current !== undefined && current.to >= current.from;
    const forwards = then.direction === "turns" ? !wasForwards : then.direction === "forwards";
    // Under way in that direction: it goes on, unless it is to begin again.
    if (
      isUnderWay &&
      forwards === wasForwards &&
      midFlight !== "starts-over" &&
      midFlight !== "waits"
    )
      return { sendings: [], continues: true };
    const turns = isUnderWay && forwards !== wasForwards && midFlight !== "starts-over";
    const from = turns ? playedTime(current, time) : forwards ? start : end;
    const to = forwards ? end : start;
    const plan = this.show({ key, begin: time, from, to });
    return turns
      ? { ...plan, sendings: plan.sendings.map((each) => ({ ...each, turnsRound: true })) }
      : plan;
  }

  /** What shows the sequence as it is at a marker, at once. */
  seek(then: Action, time: number): Plan {
    if (then.do !== "seek") return { sendings: [] };
    const at = this.markerTime(then.marker) ?? 0;
    const plan = this.show({ key: "", begin: time, from: at, to: at });
    return { ...plan, sendings: plan.sendings.map((each) => ({ ...each, atOnce: true })) };
  }

  private markerTime(id: string | undefined): number | undefined {
    return shownMarkers(this.motion).find((each) => each.id === id)?.time;
  }

  /** The part of the sequence that is played, ms of the study. */
  private stretch({ item, from, to }: Extract<Action, { do: "play" }>): [number, number] {
    const { placements, duration } = this.motion;
    const placed = item === undefined ? undefined : placements.byId.get(item);
    const whole = placed ? playedSpan(placed) : { from: 0, to: duration };
    return [this.markerTime(from) ?? whole.from, this.markerTime(to) ?? whole.to];
  }

  /** Sends all channels that a part of the sequence drives along it. */
  private show(playback: Playback): Plan {
    const { motion } = this;
    const inside = playback.key === "" ? undefined : itemsIn(motion.study, playback.key);
    const sendings = motion.driven.flatMap(({ figureIndex, channel, layers }): ChannelTarget[] => {
      if (inside && !layers.some(({ tween }) => inside.has(tween.id))) return [];
      const driven = this.channel(motion.study.figures[figureIndex]?.id ?? "", channel.id);
      if (!driven) return [];
      return [{ driven, goal: playedGoal(motion, figureIndex, channel.id, playback) }];
    });
    return { sendings, onStart: (answers) => this.begin(playback, answers) };
  }

  /** Takes a part as the one that is played from now on, with its cues. */
  private begin(playback: Playback, answers: Answers): void {
    const { begin, key, from, to } = playback;
    this.playbacks.set(key, playback);
    const until = to >= from ? to + END_TOLERANCE : to - END_TOLERANCE;
    const { study } = this.motion;
    const inside = key === "" ? undefined : itemsIn(study, key);
    for (const { time, cue } of this.motion.events(from, until)) {
      if (inside && !belongsTo(study, cue, inside)) continue;
      const due = begin + Math.abs(time - from);
      answers.put(due, () => {
        // Another part may have taken its place.
        if (this.playbacks.get(key) !== playback) return;
        this.onCue(due, cue);
        answers.answer(due, ({ when }) => when.on === "cue" && when.cue === cue.name);
      });
    }
  }
}

/** The ids of an item and of all that stand in it. */
function itemsIn(study: Study, id: string): ReadonlySet<string> {
  const item = findItem(study, id);
  const inside = item?.type === "group" ? [...eachItem(item.items)] : [];
  return new Set([id, ...inside.map((each) => each.id)]);
}

/** Whether a cue is heard with some items: it is one of them, or tethered to one of them or to one of their keys. */
function belongsTo(study: Study, { id, tether }: Cue, items: ReadonlySet<string>): boolean {
  if (items.has(id)) return true;
  if (tether.to === "item") return items.has(tether.id);
  const tween = tether.to === "key" ? findKey(study, tether.id)?.tween : undefined;
  return tween !== undefined && items.has(tween.id);
}
