import {
  channelOf,
  eachItem,
  findItem,
  type LiveResponse,
  REST_POSE,
  type Study,
  type Then,
} from "../study/index.ts";
import { angleDelta, readColor } from "../value/index.ts";
import { aimed } from "./aim.ts";
import { type Goal, stillGoal } from "./liveChannel.ts";
import type { Driven, LiveState } from "./liveState.ts";
import { type Playback, playbackEnd, playedGoal, playedTime } from "./playback.ts";

/** Where a response sends a channel. */
export interface Sending {
  readonly driven: Driven;
  readonly goal: Goal;
  /** At once, whatever the response's way is. */
  readonly atOnce?: true;
  readonly pose?: string;
}

/** What a response is about to do. */
export interface Plan {
  readonly sendings: readonly Sending[];
  readonly playback?: Playback;
  /** A part that is under way and only goes on. */
  readonly goesOn?: true;
  /** A part that is under way and turns round, speed and all. */
  readonly turnsRound?: true;
}

/** Where the pointer is, and on what. */
export interface Pointer {
  readonly x: number;
  readonly y: number;
  readonly figure: string | null;
}

/** What responses would do: which channels they send where, before anything is begun. */
export class Planner {
  private readonly playbacks = new Map<string, Playback>();
  private readonly scratch: Float64Array;

  /** @param newCause a number for what a response begins */
  constructor(
    private readonly state: LiveState,
    private readonly newCause: () => number,
  ) {
    this.scratch = new Float64Array(state.motion.slotCount);
  }

  /** Takes a part of the sequence as the one that is played from now on. */
  begin(playback: Playback): void {
    this.playbacks.set(playback.key, playback);
  }

  /** Whether a part is still played as it was begun. */
  isPlayed(playback: Playback): boolean {
    return this.playbacks.get(playback.key) === playback;
  }

  plan(response: LiveResponse, time: number, pointer: Pointer): Plan {
    const bySlot = new Map<number, Sending>();
    let playback: Playback | undefined;
    let goesOn = false;
    let turnsRound = false;
    for (const then of response.then) {
      const part = this.planOf(then, response, time, pointer);
      for (const sending of part.sendings) bySlot.set(sending.driven.slot, sending);
      playback = part.playback ?? playback;
      goesOn ||= part.goesOn === true;
      turnsRound ||= part.turnsRound === true;
    }
    const sendings = [...bySlot.values()];
    return {
      sendings,
      ...(playback ? { playback } : {}),
      ...(turnsRound ? { turnsRound: true as const } : {}),
      ...(goesOn && sendings.length === 0 ? { goesOn: true as const } : {}),
    };
  }

  private planOf(then: Then, response: LiveResponse, time: number, pointer: Pointer): Plan {
    switch (then.do) {
      case "pose":
        return { sendings: this.towardsPose(then.pose, time, response) };
      case "set":
        return {
          sendings: this.towardsPose(then.pose, time, response).map((each) => ({
            ...each,
            atOnce: true,
          })),
        };
      case "next": {
        const pose = this.nextOf(then.poses);
        return { sendings: pose === undefined ? [] : this.towardsPose(pose, time, response) };
      }
      case "aim":
        return { sendings: this.aim(then, response, time, pointer) };
      case "by": {
        const driven = this.state.channel(this.state.motion.figureIndex(then.figure), then.channel);
        if (!driven || driven.channel.count > 1) return { sendings: [] };
        const goal = stillGoal([driven.channel.targetAt(time) + then.amount]);
        return { sendings: [{ driven, goal }] };
      }
      case "seek": {
        const at = this.state.study.markers.find(({ id }) => id === then.marker)?.time ?? 0;
        return this.show({ key: "", begin: time, from: at, to: at, cause: this.newCause() }, true);
      }
      case "play":
        return this.planPlay(then, response, time);
    }
  }

  private towardsPose(id: string, time: number, { how }: LiveResponse): Sending[] {
    return this.state.channelsOfPose(id).map(({ driven, value }): Sending => {
      const { channel, id: channelId, index } = driven;
      if (value === null) {
        const { base } = channel;
        // A needle that was turned several times goes back by the way that was asked for.
        const turn =
          base.still && channelOf(channelId).kind === "angle"
            ? stillGoal([turned(channel.value(time), base.value(time, 0), how.route)])
            : base;
        return { driven, goal: turn, pose: REST_POSE };
      }
      if (channelId === "color") {
        const color = readColor(String(value), "oklab") ?? this.state.restColor(index);
        return { driven, goal: stillGoal(color), pose: id };
      }
      const target = Number(value);
      const isAngle = channelOf(channelId).kind === "angle";
      const goal = isAngle ? turned(channel.value(time), target, how.route) : target;
      return { driven, goal: stillGoal([goal]), pose: id };
    });
  }

  /** The pose of a list that comes after the one that is shown; the first if none of them is. */
  private nextOf(poses: readonly string[]): string | undefined {
    const others = poses.filter((id) => id !== REST_POSE);
    const slots = new Set(
      others.flatMap((id) => this.state.channelsOfPose(id).map(({ driven }) => driven.slot)),
    );
    const isShown = (id: string) =>
      id === REST_POSE
        ? [...slots].every((slot) => {
            const pose = this.state.drivenAt(slot)?.pose ?? null;
            return pose === null || pose === REST_POSE;
          })
        : this.state.isIn(id);
    const at = poses.findIndex(isShown);
    return poses[(at + 1) % poses.length];
  }

  private aim(
    { figure, channels }: Extract<Then, { do: "aim" }>,
    { how }: LiveResponse,
    time: number,
    pointer: Pointer,
  ): Sending[] {
    const index = this.state.motion.figureIndex(figure);
    if (index < 0) return [];
    const pose = this.state.write(time, this.scratch);
    return channels.flatMap((id): Sending[] => {
      const value = aimed(this.state.motion, pose, index, id, pointer);
      const driven = this.state.channel(index, id);
      if (value === undefined || !driven) return [];
      const target = id === "rotate" ? turned(driven.channel.value(time), value, how.route) : value;
      return [{ driven, goal: stillGoal([target]) }];
    });
  }

  private planPlay(
    then: Extract<Then, { do: "play" }>,
    { midFlight }: LiveResponse,
    time: number,
  ): Plan {
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
      return { sendings: [], goesOn: true };
    const turns = isUnderWay && forwards !== wasForwards && midFlight !== "starts-over";
    const from = turns ? playedTime(current, time) : forwards ? start : end;
    const to = forwards ? end : start;
    const plan = this.show({ key, begin: time, from, to, cause: this.newCause() });
    return turns ? { ...plan, turnsRound: true } : plan;
  }

  /** The part of the sequence that is played, ms of the study. */
  private stretch({ item, from, to }: Extract<Then, { do: "play" }>): [number, number] {
    const marker = (id: string | undefined) =>
      this.state.study.markers.find((each) => each.id === id)?.time;
    const placed = item === undefined ? undefined : this.state.motion.placements.byId.get(item);
    const begin = placed ? this.state.motion.placements.startOf(placed.item.id) : 0;
    const end = placed ? begin + placed.shown : this.state.motion.duration;
    return [marker(from) ?? begin, marker(to) ?? end];
  }

  /** Sends all channels that a part of the sequence drives along it. */
  private show(playback: Playback, atOnce = false): Plan {
    const { motion } = this.state;
    const inside = playback.key === "" ? undefined : itemsIn(this.state.study, playback.key);
    const sendings = motion.driven.flatMap(({ figureIndex, channel, layers }): Sending[] => {
      if (inside && !layers.some(({ tween }) => inside.has(tween.id))) return [];
      const driven = this.state.channel(figureIndex, channel.id);
      if (!driven) return [];
      const goal = playedGoal(motion, figureIndex, channel.id, playback);
      return [{ driven, goal, ...(atOnce ? { atOnce: true as const } : {}) }];
    });
    return { sendings, playback };
  }
}

/** An angle with which one comes from another by a route, whole turns kept. */
function turned(from: number, to: number, route: LiveResponse["how"]["route"] = "shorter"): number {
  return from + angleDelta(from, to, route);
}

/** The ids of an item and of all that stand in it. */
function itemsIn(study: Study, id: string): ReadonlySet<string> {
  const item = findItem(study, id);
  const inside = item?.type === "group" ? [...eachItem(item.items)] : [];
  return new Set([id, ...inside.map((each) => each.id)]);
}
