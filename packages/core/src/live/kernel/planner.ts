import { type LiveResponse, REST_POSE, type Then } from "../../study/index.ts";
import { type AngleRoute, angleDelta } from "../../value/index.ts";
import { stillGoal } from "./liveChannel.ts";
import type { Driven, Plan, Pointer, Sending, World } from "./world.ts";

/** What a response would do: which channels it sends where, before anything is begun. */
export function planOf(world: World, response: LiveResponse, time: number, pointer: Pointer): Plan {
  const bySlot = new Map<number, Sending>();
  const all: { -readonly [K in keyof Plan]: Plan[K] } = { sendings: [] };
  for (const then of response.then) {
    const part = partOf(world, then, response, time, pointer);
    for (const sending of part.sendings) bySlot.set(sending.driven.slot, sending);
    all.begins = part.begins ?? all.begins;
    all.goesOn ||= part.goesOn;
    all.turnsRound ||= part.turnsRound;
  }
  const sendings = [...bySlot.values()];
  return { ...all, sendings, goesOn: all.goesOn && sendings.length === 0 };
}

function partOf(
  world: World,
  then: Then,
  response: LiveResponse,
  time: number,
  pointer: Pointer,
): Plan {
  const { route } = response.how;
  const towards = (pose: string | undefined, atOnce: boolean): Plan => ({
    sendings: pose === undefined ? [] : towardsPose(world, pose, time, route, atOnce),
  });
  switch (then.do) {
    case "pose":
    case "set":
      return towards(then.pose, then.do === "set");
    case "next":
      return towards(nextOf(world, then.poses), false);
    case "aim":
      return {
        sendings: then.channels.flatMap((id): Sending[] => {
          const value = world.aimed(time, then.figure, id, pointer);
          const driven = world.channel(then.figure, id);
          if (value === undefined || !driven) return [];
          return [{ driven, goal: stillGoal(turned(driven, time, [value], route)) }];
        }),
      };
    case "by": {
      const driven = world.channel(then.figure, then.channel);
      if (!driven || driven.channel.count > 1) return { sendings: [] };
      const goal = stillGoal([driven.channel.targetAt(time) + then.amount]);
      return { sendings: [{ driven, goal }] };
    }
    default:
      return world.planPlayed(then, response, time);
  }
}

function towardsPose(
  world: World,
  pose: string,
  time: number,
  route: AngleRoute | undefined,
  atOnce: boolean,
): Sending[] {
  if (pose !== REST_POSE)
    return world.channelsOfPose(pose).map(({ driven, values }) => ({
      ...{ driven, pose, atOnce },
      goal: stillGoal(turned(driven, time, values, route)),
    }));
  return [...world.driven.values()].map((driven) => {
    const { base } = driven.channel;
    // A needle that was turned several times goes back by the way that was asked for.
    const goal =
      base.still && driven.kind === "angle"
        ? stillGoal(turned(driven, time, [base.value(time, 0)], route))
        : base;
    return { driven, goal, pose, atOnce };
  });
}

/** Whether everything that is sent somewhere was sent to a pose last; of "rest" also what was never sent anywhere. */
export function isIn(world: World, pose: string): boolean {
  const all =
    pose === REST_POSE
      ? [...world.driven.values()]
      : world.channelsOfPose(pose).map(({ driven }) => driven);
  return isRestOr(all, pose) && (pose === REST_POSE || all.length > 0);
}

const isRestOr = (all: readonly Driven[], pose: string): boolean =>
  all.every((driven) => driven.pose === pose || (pose === REST_POSE && driven.pose === null));

/** The pose of a list that comes after the one that is shown; the first if none of them is. */
function nextOf(world: World, poses: readonly string[]): string | undefined {
  const listed = poses.flatMap((id) => world.channelsOfPose(id).map(({ driven }) => driven));
  const isShown = (id: string) => (id === REST_POSE ? isRestOr(listed, id) : isIn(world, id));
  const at = poses.findIndex(isShown);
  return poses[(at + 1) % poses.length];
}

/** Values to which an angle comes from where it is by a route, whole turns kept; of other kinds the values. */
function turned(
  { kind, channel }: Driven,
  time: number,
  values: readonly number[],
  route: AngleRoute = "shorter",
): readonly number[] {
  if (kind !== "angle") return values;
  const from = channel.value(time);
  return [from + angleDelta(from, values[0] as number, route)];
}
