import { physicsOf, springDuration } from "../curve/index.ts";
import { curveSource } from "../motion/index.ts";
import {
  type ChannelId,
  channelOf,
  type Figure,
  findChannel,
  type How,
  type Key,
  type LiveResponse,
  NO_LIVE,
  type Pose,
  type PoseValues,
  REST_POSE,
  restValue,
  type Study,
  type Track,
  type Tween,
} from "../study/index.ts";
import { replay } from "./createLive.ts";
import { slotOwner } from "./readings.ts";
import { isSpring } from "./wayOf.ts";

/** How a study goes to a pose that no response goes to. */
const PLAIN: How = { curve: { kind: "keyword", name: "ease-in-out" }, duration: 400 };

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
  const duration = isSpring(curve) ? springDuration(physicsOf(curve)) * 1000 : how.duration;
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
 * The largest jump in speed over the takes of a study where no speed is kept in mid-flight, as in a browser's own
 * transitions; undefined where nothing of them is interrupted.
 */
export function jumpWithoutSpeed(study: Study): SpeedJump | undefined {
  const live = study.live ?? NO_LIVE;
  const responses = live.responses.map((each) => ({ ...each, midFlight: "from-where" as const }));
  const without: Study = { ...study, live: { ...live, responses } };
  let most: SpeedJump | undefined;
  for (const take of live.takes) {
    const playing = replay(without, take);
    playing.at(take.duration, new Float64Array(playing.motion.slotCount));
    for (const entry of playing.log()) {
      if (entry.kind !== "begun") continue;
      for (const { slot, count, interrupted, before, after } of entry.channels) {
        const size = Math.abs(after - before);
        const owner = slotOwner(playing, slot);
        if (!interrupted || count > 1 || !owner || size <= (most?.size ?? 0)) continue;
        const figure = study.figures.find(({ id }) => id === owner.figure)?.name ?? owner.figure;
        const { label, unit } = owner.channel;
        most = { take: take.name, figure, channel: label, size, unit };
      }
    }
  }
  return most;
}

/** The poses of a study with their names, "rest" first. */
export function posesOf({
  live,
}: Study): readonly { readonly id: string; readonly name: string }[] {
  return [{ id: REST_POSE, name: "rest" }, ...(live ?? NO_LIVE).poses];
}
