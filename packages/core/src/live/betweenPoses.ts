import { naturalDuration } from "../curve/index.ts";
import { compileStudy, curveSource } from "../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  type Figure,
  findChannel,
  type Key,
  type LiveResponse,
  NO_LIVE,
  type Pose,
  type PoseValues,
  restValue,
  type Study,
  type Track,
  type Transition,
  type Tween,
} from "../study/index.ts";
import { angleDelta } from "../value/index.ts";
import { BrowserTransition, type TransitionTiming } from "./browserTransition.ts";
import { replay } from "./createLive.ts";
import { slotOwner } from "./readings.ts";

/** How a study goes to a pose that no response goes to. */
const PLAIN: Transition = { curve: { kind: "keyword", name: "ease-in-out" }, duration: 400 };

/** The responses that go to a pose. */
function responsesTo({ live }: Study, pose: string): readonly LiveResponse[] {
  return (live ?? NO_LIVE).responses.filter(({ then }) =>
    then.some(
      (each) =>
        (each.do === "pose" && each.pose === pose) ||
        (each.do === "next" && each.poses.includes(pose)),
    ),
  );
}

/** A study that stands still in a pose; at rest without one. */
export function standingIn(study: Study, pose: Pose | undefined): Study {
  const figures = study.figures.map((figure) => ({
    ...figure,
    rest: { ...figure.rest, ...pose?.values[figure.id] },
  }));
  return { ...study, figures, sequence: [], followers: [], markers: [] };
}

/**
 * A study that goes from one pose to another and does nothing else: by the way of the response that goes there, or
 * plainly. What only knows two poses, such as a transition, is made of it.
 *
 * @param from id of a pose, or "rest"
 */
export function studyBetweenPoses(study: Study, from: string, to: string): Study {
  const how = responsesTo(study, to)[0]?.how ?? responsesTo(study, from)[0]?.how ?? PLAIN;
  const { curve } = curveSource(study.curves).of({ curve: how.curve });
  const duration = naturalDuration(curve) ?? how.duration;
  const poseOf = (id: string) => study.live?.poses.find((each) => each.id === id);
  const valuesOf = (pose: string, { id }: Figure): PoseValues => poseOf(pose)?.values[id] ?? {};
  const { live: _, ...still } = standingIn(study, poseOf(from));
  const sequence = study.figures.flatMap((figure): Tween[] => {
    const [first, last] = [valuesOf(from, figure), valuesOf(to, figure)];
    const channels = [...new Set([...Object.keys(first), ...Object.keys(last)])].filter(
      findChannel,
    );
    const tracks = channels.flatMap((name): Track[] => {
      const channel = name as ChannelId;
      const [before, after] = [first, last].map(
        (values) => values[channel] ?? restValue(figure, channel),
      ) as [number | string, number | string];
      if (before === after) return [];
      const key = (time: number, value: number | string): Key => ({
        ...{ id: `${figure.id} ${channel} ${time === 0 ? "from" : "to"}`, time, value },
        ...(time === 0 ? { curve } : {}),
      });
      const isAngle = channelOf(channel).kind === "angle";
      return [
        {
          channel,
          ...(isAngle ? { route: how.route ?? "shorter" } : {}),
          keys: [key(0, before), key(duration, after)],
        },
      ];
    });
    if (tracks.length === 0) return [];
    return [
      {
        ...{ type: "tween", id: `to-${figure.id}`, name: "to the pose", figures: [figure.id] },
        ...{ tether: { to: "start", offset: 0 }, fill: "both", tracks },
      },
    ];
  });
  return { ...still, sequence };
}

/** A jump in speed that somebody would see. */
export interface SpeedJump {
  readonly take: string;
  readonly figure: string;
  readonly channel: string;
  /** Units per second. */
  readonly size: number;
  readonly unit: string;
}

/**
 * The largest jump in speed over the takes of a study if a browser's own transitions went between two poses, which keep
 * no speed in mid-flight; undefined where nothing of them is interrupted.
 *
 * @param decayOf how a channel of a figure goes there, with its duration in ms; undefined for one that does not
 */
export function jumpWithoutSpeed(
  study: Study,
  from: string,
  to: string,
  decayOf: (figure: string, channel: ChannelId) => TransitionTiming | undefined,
): SpeedJump | undefined {
  const between = compileStudy(studyBetweenPoses(study, from, to));
  const ids = new Set([...responsesTo(study, from), ...responsesTo(study, to)].map(({ id }) => id));
  let most: SpeedJump | undefined;
  for (const take of (study.live ?? NO_LIVE).takes) {
    const playing = replay(study, take);
    playing.at(take.duration, new Float64Array(playing.motion.slotCount));
    const under = new Map<number, BrowserTransition>();
    for (const entry of playing.log()) {
      if (entry.kind !== "begun" || !ids.has(entry.response)) continue;
      for (const { slot, count, target } of entry.channels) {
        const owner = slotOwner(playing, slot);
        if (count > 1 || !owner) continue;
        const { label, unit, kind, id } = owner.channel;
        const index = between.figureIndex(owner.figure);
        const ends = [0, between.duration].map((t) => between.valueAt(index, id, t));
        const [first = 0, last = 0] = ends;
        const way = decayOf(owner.figure, id);
        if (kind === "switch" || first === last || !way) continue;
        const isLast = awayFrom(target, last, kind) < awayFrom(target, first, kind);
        const one = under.get(slot) ?? new BrowserTransition(first, way.easing, way.duration);
        under.set(slot, one);
        const [isUnderWay, before] = [one.isUnderWay(entry.time), one.rate(entry.time)];
        one.go(entry.time, isLast ? last : first);
        const size = Math.abs(one.rate(entry.time) - before);
        if (!isUnderWay || size <= (most?.size ?? 0)) continue;
        const figure = study.figures.find((each) => each.id === owner.figure)?.name;
        most = { take: take.name, figure: figure ?? owner.figure, channel: label, size, unit };
      }
    }
  }
  return most;
}

/** How far a value is from another; of angles whole turns do not count. */
function awayFrom(value: number, other: number, kind: string): number {
  return Math.abs(kind === "angle" ? angleDelta(other, value, "shorter") : value - other);
}
