import type { Curve } from "../curve/index.ts";
import {
  type Action,
  type ChannelId,
  channelOf,
  type Lever,
  type LiveEvent,
  type LiveResponse,
  MID_FLIGHTS,
  type Pose,
  REST_POSE,
  type Study,
  seededRandom,
  type TakeEvent,
  type Transition,
  type Trigger,
} from "../study/index.ts";
import { ANGLE_ROUTES } from "../value/index.ts";
import { anyStudy } from "./anyStudy.ts";
import { bezier } from "./build.ts";

const WAYS: readonly Curve[] = [
  { kind: "linear" },
  bezier(0.3, 1.6, 0.6, 1),
  bezier(0, 0.5, 0.5, 1),
  { kind: "spring-feel", overshoot: 0.12, settle: 400 },
  { kind: "spring", stiffness: 170, damping: 14, mass: 1, velocity: 0 },
  { kind: "spring", stiffness: 100, damping: 20, mass: 1, velocity: 0 },
  { kind: "spring", stiffness: 60, damping: 40, mass: 1, velocity: 0 },
];
const CHANNELS = ["x", "y", "rotate", "opacity", "scaleX", "color", "visible"] as const;
const COLORS = ["#1B6B5A", "#D98A12", "#3F5E8C80"];
const KEYS = ["a", "ArrowRight"];

/**
 * A sound study with a live part drawn by a seed: poses, levers of every kind, responses of every kind of when, then,
 * how and mid-flight, and followers of levers.
 */
export function anyLiveStudy(seed: number): Study {
  const random = seededRandom(seed * 7 + 3);
  const upTo = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const chance = (share: number) => random() < share;
  const study = anyStudy(seed);
  const figures = study.figures.map(({ id }) => id);
  const markers = study.markers.map(({ id }) => id);
  const value = (channel: ChannelId): number | string => {
    const { kind } = channelOf(channel);
    if (kind === "color") return one(COLORS);
    return kind === "switch" ? upTo(2) : upTo(400) - 100;
  };
  const poses = Array.from({ length: 1 + upTo(3) }, (_, i): Pose => {
    const values: Record<string, Record<string, number | string>> = {};
    for (let n = 1 + upTo(4); n > 0; n--) {
      const [figure, channel] = [one(figures), one(CHANNELS)];
      values[figure] = { ...values[figure], [channel]: value(channel) };
    }
    return { id: `pose-${i}`, name: `Pose ${i}`, values };
  });
  const poseIds = [REST_POSE, ...poses.map(({ id }) => id)];
  const kinds: Lever["of"][] = [
    { kind: "pointer-x", figure: chance(0.5) ? one(figures) : null },
    { kind: "distance", figure: one(figures) },
    { kind: "angle", figure: one(figures) },
    { kind: one(["scroll", "slider"] as const) },
    { kind: "key", key: one(KEYS) },
  ];
  const levers = Array.from({ length: 1 + upTo(3) }, (_, i): Lever => {
    const lag = upTo(3);
    return {
      ...{ id: `lever-${i}`, name: `Lever ${i}`, of: one(kinds), range: [0, 100 + upTo(200)] },
      ...(lag === 1 ? { lag: 20 + upTo(200) } : {}),
      ...(lag === 2 ? { spring: one(WAYS.filter(({ kind }) => kind.startsWith("spring"))) } : {}),
      ...(chance(0.3) ? { initial: upTo(90) } : {}),
    };
  });
  const hit = () => (chance(0.4) ? null : one(figures));
  const when = (before: number): Trigger => {
    const lever = one(levers).id;
    const all: Trigger[] = [
      { on: one(["press", "release", "double-press", "enter", "leave"] as const), figure: hit() },
      { on: "press", figure: hit() },
      { on: "hold", figure: hit(), time: 50 + upTo(300) },
      { on: "key", key: one(KEYS) },
      { on: one(["rises", "falls"] as const), lever, past: 20 + upTo(60) },
      { on: "cue", cue: "Splash" },
      { on: "start" },
      { on: "every", time: 100 + upTo(900), jitter: upTo(60), seed: upTo(99) },
      ...(before > 0 ? [{ on: "arrived", response: `response-${upTo(before)}` } as const] : []),
    ];
    return one(all);
  };
  const then = (): Action => {
    const all: Action[] = [
      { do: "pose", pose: one(poseIds) },
      { do: "next", poses: [one(poseIds), one(poseIds)] },
      { do: "aim", figure: one(figures), channels: [one(["x", "y", "rotate"] as const)] },
      { do: "by", figure: one(figures), channel: one(["x", "rotate"] as const), amount: 45 },
      { do: "set", pose: one(poseIds) },
      {
        ...{ do: "play", direction: one(["forwards", "backwards", "turns"] as const) },
        ...(markers.length > 0 && chance(0.3) ? { from: one(markers) } : {}),
      },
      ...(markers.length > 0 ? [{ do: "seek", marker: one(markers) } as const] : []),
    ];
    return one(all);
  };
  const how = (): Transition => ({
    curve: one(WAYS),
    duration: chance(0.1) ? 0 : 50 + upTo(600),
    ...(chance(0.3) ? { grows: one(["fixed", "distance", "root"] as const) } : {}),
    ...(chance(0.4) ? { route: one(ANGLE_ROUTES) } : {}),
  });
  const responses = Array.from(
    { length: 2 + upTo(5) },
    (_, i): LiveResponse => ({
      ...{ id: `response-${i}`, when: when(i), how: how(), midFlight: one(MID_FLIGHTS) },
      then: Array.from({ length: chance(0.2) ? 2 : 1 }, then),
      ...(chance(0.1) ? { inPose: one(poseIds) } : {}),
    }),
  );
  const free = figures.find((id) => !study.followers.some(({ figure }) => figure === id));
  const followers = free
    ? [
        ...study.followers,
        {
          ...{ id: "follows-a-lever", figure: free, channel: "skew" as const },
          ...{ source: { lever: one(levers).id }, of: one(["value", "speed"] as const) },
          ...{ from: [0, 100] as const, to: [-10, 10] as const },
        },
      ]
    : study.followers;
  return { ...study, followers, live: { poses, levers, responses, takes: [] } };
}

/** What somebody might do to a study in `duration` ms, drawn by a seed. */
export function anyStorm(study: Study, seed: number, count: number, duration: number): TakeEvent[] {
  const random = seededRandom(seed * 13 + 5);
  const upTo = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const figures = [null, ...study.figures.map(({ id }) => id)];
  const levers = study.live?.levers ?? [];
  const event = (): LiveEvent => {
    const pointer = {
      x: random() * (study.scene.width + 80) - 40,
      y: random() * (study.scene.height + 80) - 40,
      figure: one(figures),
    };
    const all: LiveEvent[] = [
      { type: "press", ...pointer },
      { type: "release", ...pointer },
      { type: "move", ...pointer },
      { type: one(["key-down", "key-up"] as const), key: one(KEYS) },
      ...(levers.length > 0
        ? [{ type: "lever", lever: one(levers).id, value: random() * 300 - 20 } as const]
        : []),
    ];
    return one(all);
  };
  return Array.from({ length: count }, () => random() * duration)
    .sort((a, b) => a - b)
    .map((time) => ({ time, ...event() }));
}
