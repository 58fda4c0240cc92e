import { type Action, REST_POSE } from "../../study/index.ts";
import type { AngleRoute } from "../../value/index.ts";
import { stillGoal } from "./liveChannel.ts";
import type { ChannelTarget, Driven, Planner, World } from "./world.ts";

type Does<Kind extends Action["do"]> = Extract<Action, { do: Kind }>;

/** Goes to a pose. */
export const goToPose: Planner = (world, then, { how }, time) => ({
  sendings: towardsPose(world, (then as Does<"pose">).pose, time, how.route),
});

/** Puts a pose there at once. */
export const setPose: Planner = (world, then, response, time, pointer) => ({
  sendings: goToPose(world, then, response, time, pointer).sendings.map((each) => ({
    ...each,
    atOnce: true,
  })),
});

/** Goes to the next of a list of poses. */
export const goToNext: Planner = (world, then, { how }, time) => {
  const pose = nextOf(world, (then as Does<"next">).poses);
  return { sendings: pose === undefined ? [] : towardsPose(world, pose, time, how.route) };
};

/** What is nearer than that, in px or degrees, is there already: a page tells places in whole 64ths of a px. */
const NEAR = 0.05;

/** Puts a figure where the pointer is, or turns it towards it. */
export const aimAtPointer: Planner = (world, then, { how }, time, pointer) => {
  const { figure, channels } = then as Does<"aim">;
  return {
    sendings: channels.flatMap((id): ChannelTarget[] => {
      const value = world.aimed?.(time, figure, id, pointer);
      const driven = world.channel?.(figure, id);
      if (value === undefined || !driven) return [];
      const [goal = value] = turned(driven, time, [value], how.route);
      const from = driven.channel.value(time);
      return [{ driven, goal: stillGoal([Math.abs(goal - from) < NEAR ? from : goal]) }];
    }),
  };
};

/** Goes on by an amount from where it is going. */
export const goBy: Planner = (world, then, _, time) => {
  const { figure, channel: id, amount } = then as Does<"by">;
  const driven = world.channel?.(figure, id);
  if (!driven || driven.channel.count > 1) return { sendings: [] };
  return { sendings: [{ driven, goal: stillGoal([driven.channel.targetAt(time) + amount]) }] };
};

function towardsPose(
  world: World,
  pose: string,
  time: number,
  route: AngleRoute | undefined,
): ChannelTarget[] {
  if (pose !== REST_POSE)
    return world.channelsOfPose(pose).map(({ driven, values }) => ({
      ...{ driven, pose },
      goal: stillGoal(turned(driven, time, values, route)),
    }));
  return [...world.driven.values()].map((driven) => {
    const { base } = driven.channel;
    // A needle that was turned several times goes back by the way that was asked for.
    const goal =
      base.still && driven.turn
        ? stillGoal(turned(driven, time, [base.value(time, 0)], route))
        : base;
    return { driven, goal, pose };
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
  { turn, channel }: Driven,
  time: number,
  values: readonly number[],
  route: AngleRoute = "shorter",
): readonly number[] {
  if (!turn) return values;
  const from = channel.value(time);
  return [from + turn(from, values[0] as number, route)];
}
