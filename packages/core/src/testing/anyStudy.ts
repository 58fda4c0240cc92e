import type { Curve } from "../curve/index.ts";
import {
  type ChannelId,
  type CurveReference,
  channelOf,
  type Figure,
  type Fill,
  type Follower,
  type Key,
  type KeyValue,
  type SequenceItem,
  type Stagger,
  type Study,
  seededRandom,
  type Tether,
  type Track,
  type Tween,
} from "../study/index.ts";
import { withoutCircles } from "./anySequence.ts";
import { bezier, figure, kiosk } from "./build.ts";

const CHANNELS: readonly ChannelId[] = [
  ...(["x", "y", "rotate", "opacity", "scaleX", "scaleY", "width", "color", "visible"] as const),
  ...(["skew", "blur", "corner", "pivotX", "turnY"] as const),
];
const CURVES: readonly Curve[] = [
  { kind: "linear" },
  { kind: "keyword", name: "ease-in-out" },
  bezier(0.3, 1.6, 0.6, 1),
  bezier(0, 0.5, 0.5, 1),
  { kind: "elastic", direction: "out", swings: 3, decay: 10 } as Curve,
  { kind: "circ", direction: "out" } as unknown as Curve,
  { kind: "steps", count: 3, position: "jump-end" },
];
const COLORS = ["#1B6B5A", "#D98A12", "#3F5E8C80", "rgb(168 69 47)"];
const SHARED: Study["curves"] = [
  { id: "settle", name: "Settle", curve: bezier(0.2, 0, 0, 1) },
  { id: "bump", name: "Bump", curve: bezier(0.5, -0.4, 0.5, 1.4) },
];

/**
 * A sound study drawn by a seed that covers every field of the document: figures in figures, clips, paths through
 * space, colors, switches, every route of angles, found values, relative tracks, disabled items, shakes, freezes of
 * all and of some figures, followers of values and speeds, fronts, groups in groups with rates, iterations and
 * directions, tethers to items, keys and markers, cues, shared curves.
 */
export function anyStudy(seed: number): Study {
  const random = seededRandom(seed);
  const upTo = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const chance = (share: number) => random() < share;
  const figures = anyFigures(upTo, one, chance).map((each, i) => withAnyRule(each, seed + i));
  const figureIds = figures.map(({ id }) => id);
  const ids: string[] = [];
  const keyIds: string[] = [];
  let next = 0;

  const curve = (): Curve | CurveReference =>
    chance(0.2) ? { shared: one(SHARED).id } : one(CURVES);
  const time = () => (chance(0.2) ? random() * 400 : upTo(400));
  const tether = (): Tether => {
    const offset = chance(0.2) ? random() * 400 : upTo(400);
    if (ids.length > 0 && chance(0.5)) {
      if (keyIds.length > 0 && chance(0.25)) return { to: "key", id: one(keyIds), offset };
      return {
        to: "item",
        id: one(ids),
        edge: one(["start", "end"] as const),
        offset: offset - 100,
      };
    }
    return chance(0.15) ? { to: "marker", id: "gate", offset } : { to: "start", offset };
  };
  const repeats = () => ({
    ...(chance(0.25)
      ? {
          iterations: one([2, 3, 1.5, 0.6, null]),
          direction: one(["normal", "reverse", "alternate", "alternate-reverse"] as const),
          ...(chance(0.4) ? { pause: 50 + upTo(200) } : {}),
        }
      : {}),
    ...(chance(0.25) ? { fill: one<Fill>(["none", "forwards", "backwards", "both"]) } : {}),
    ...(chance(0.08) ? { disabled: true } : {}),
  });

  const value = (channel: ChannelId): KeyValue => {
    const { kind } = channelOf(channel);
    if (chance(0.08)) return { found: true };
    if (kind === "color") return one(COLORS);
    if (kind === "switch") return upTo(2);
    // Not near a right angle, overshoot included: what is skewed by that much is infinitely long.
    if (channel === "skew") return upTo(50) - 25;
    if (kind === "angle") return upTo(720) - 360;
    if (channel === "opacity") return random();
    if (channel === "scaleX" || channel === "scaleY") return 0.2 + random() * 2;
    return upTo(200) - (channel === "x" || channel === "y" ? 50 : 0);
  };
  const track = (channel: ChannelId): Track => {
    const { kind } = channelOf(channel);
    let at = chance(0.3) ? time() : 0;
    const keys: Key[] = Array.from({ length: 1 + upTo(4) }, () => {
      const made: Key = { id: `k${next++}`, time: at, value: value(channel), curve: curve() };
      keyIds.push(made.id);
      at += chance(0.08) ? 0 : 20 + time();
      return made;
    });
    const canAdd = kind === "number" || kind === "angle";
    return {
      channel,
      keys,
      ...(canAdd && chance(0.2) ? { mode: "relative" as const } : {}),
      ...(kind === "angle" && chance(0.5)
        ? { route: one(["shorter", "longer", "increasing", "decreasing", "none"] as const) }
        : {}),
      ...(kind === "color" && chance(0.4) ? { space: one(["oklab", "srgb"] as const) } : {}),
    };
  };
  const handle = () => ({ x: upTo(120) - 60, y: upTo(120) - 60 });
  /** The two tracks of a path through space, in pairs. */
  const path = (): Track[] => {
    const mode = chance(0.2) ? { mode: "relative" as const } : {};
    const x: Key[] = [];
    const y: Key[] = [];
    let at = chance(0.3) ? time() : 0;
    for (let i = 0; i < 2 + upTo(3); i++) {
      x.push({
        ...{ id: `k${next++}`, time: at, value: upTo(300), curve: curve() },
        ...(chance(0.6) ? { in: handle() } : {}),
        ...(chance(0.6) ? { out: handle() } : {}),
      });
      y.push({ id: `k${next++}`, time: at, value: upTo(200) });
      at += 20 + time();
    }
    keyIds.push(...x.map(({ id }) => id), ...y.map(({ id }) => id));
    return [
      { channel: "x", keys: x, ...mode },
      { channel: "y", keys: y, ...mode },
    ];
  };
  const stagger = (): Stagger =>
    chance(0.4)
      ? {
          order: "front",
          gap: 0,
          front: {
            shape: one(["line", "circle"] as const),
            x: upTo(400),
            y: upTo(300),
            angle: upTo(360),
            ...(chance(0.3) ? { closing: true } : {}),
            ...(chance(0.5) ? { time: 200 + upTo(400) } : { speed: 300 + upTo(600) }),
            ...(chance(0.4) ? { curve: curve() } : {}),
          },
        }
      : { order: one(["list", "shuffle"] as const), gap: upTo(90) - 10, seed: upTo(9) };
  const tween = (base: Pick<Tween, "id" | "name" | "tether">): Tween => {
    const isPath = chance(0.15);
    const isMany = chance(0.3);
    const channels = [...new Set([one(CHANNELS), one(CHANNELS), one(CHANNELS)])];
    const tracks = isPath
      ? [...path(), ...(chance(0.4) ? [track("rotate")] : [])]
      : channels.slice(0, 1 + upTo(3)).map(track);
    const end = Math.max(...tracks.map(({ keys }) => keys.at(-1)?.time ?? 0));
    const from = random() * 0.5 * end;
    return {
      ...base,
      type: "tween",
      figures: isMany ? figureIds.slice(0, 2 + upTo(3)) : [one(figureIds)],
      tracks,
      ...repeats(),
      ...(isPath ? { path: true } : {}),
      ...(chance(0.2) && end > 10
        ? { clip: { from, to: from + (end - from) * (0.4 + 0.6 * random()) } }
        : {}),
      ...(isMany && chance(0.6) ? { stagger: stagger() } : {}),
    };
  };
  const item = (depth: number): SequenceItem => {
    const id = `i${next++}`;
    const base = { id, name: `Part ${id}`, tether: tether() };
    const disabled = chance(0.08) ? { disabled: true } : {};
    if (depth < 3 && chance(0.25)) {
      const items = Array.from({ length: 1 + upTo(4) }, () => item(depth + 1));
      ids.push(id);
      const rate = chance(0.35) ? { rate: one([0.5, 2, 1.5]) } : {};
      return { ...base, type: "group", items, ...repeats(), ...rate };
    }
    ids.push(id);
    if (chance(0.15)) return { ...base, type: "cue", sound: "tick", volume: 0.5, ...disabled };
    if (chance(0.1))
      return {
        ...{ ...base, type: "freeze" as const, frames: 1 + upTo(12), ...disabled },
        ...(chance(0.4) ? { figures: [one(figureIds)] } : {}),
        ...(chance(0.3) ? { push: false } : {}),
      };
    if (chance(0.1))
      return {
        ...{ ...base, type: "shake" as const, duration: 100 + upTo(400), frequency: 5 + upTo(20) },
        ...{ amplitude: upTo(12), seed: upTo(99), ...disabled },
        ...(chance(0.4) ? { turn: upTo(8) } : {}),
        ...(chance(0.4) ? { fade: curve() } : {}),
        ...(chance(0.3) ? { calm: 0.3 } : {}),
        ...(chance(0.5) ? { figures: [one(figureIds)] } : {}),
      };
    return tween(base);
  };

  return withoutCircles(
    kiosk({
      figures,
      curves: SHARED,
      markers: [{ id: "gate", name: "Gate opens", time: 600 }],
      sequence: Array.from({ length: 3 + upTo(5) }, () => item(0)),
      followers: anyFollowers(figureIds, upTo, one, chance, curve),
    }),
  );
}

type One = <T>(list: readonly T[]) => T;

/** Five to seven figures; some stand in a group figure, and some of these in each other. */
function anyFigures(upTo: (n: number) => number, one: One, chance: (share: number) => boolean) {
  const box = figure("deck", { kind: "group", rest: { x: 60, y: 30, width: 300, height: 200 } });
  const figures: Figure[] = [box];
  for (let i = 1; i < 5 + upTo(3); i++)
    figures.push(
      figure(`figure${i}`, {
        kind: one(["block", "ball", "chip", "card", "label"] as const),
        parent: chance(0.3) ? one(figures).id : null,
        pivot: { x: one([0, 0.5, 1]), y: one([0, 0.5, 1]) },
        rest: {
          ...{ x: i * 60, y: 40 + upTo(100), width: 80, height: 50, color: one(COLORS) },
          ...(chance(0.3) ? { rotate: upTo(90) } : {}),
          ...(chance(0.2) ? { opacity: 0.7 } : {}),
        },
      }),
    );
  return figures;
}

/** A figure that came in as a rule of CSS, one of six; drawn by itself, so that nothing else is drawn otherwise. */
function withAnyRule(each: Figure, seed: number): Figure {
  const random = seededRandom(seed * 7919 + 5);
  const chance = (share: number) => random() < share;
  if (!chance(1 / 6)) return each;
  return {
    ...each,
    css: {
      selector: chance(0.5) ? `.${each.id}` : `main > .${each.id}:nth-child(2)`,
      declarations: ["padding: 0", ...(chance(0.5) ? ["box-shadow: 0 1px 3px #0003"] : [])],
      ...(chance(0.5) ? { isTransform: true as const } : {}),
      ...(chance(0.5) ? { color: "background-color" as const } : {}),
      apart: { x: 40, y: 40 },
      rest: each.rest,
      ...(chance(0.5)
        ? {
            kept: [
              {
                property: "letter-spacing",
                frames: [
                  { offset: 0, value: "0px" },
                  { offset: 1, value: "4px", easing: "ease-in" },
                ],
                ...{ easing: "ease", duration: 400, delay: 50, iterations: null },
                ...{ direction: "alternate" as const, fill: "both" as const },
              },
            ],
          }
        : {}),
    },
  };
}

/** Up to two followers that follow no circle: each follows a figure before it. */
function anyFollowers(
  figureIds: readonly string[],
  upTo: (n: number) => number,
  one: One,
  chance: (share: number) => boolean,
  curve: () => Curve | CurveReference,
): Follower[] {
  const followers: Follower[] = [];
  for (let i = 0; i < upTo(3); i++) {
    const at = 2 + upTo(figureIds.length - 2);
    if (followers.some(({ figure: taken }) => taken === figureIds[at])) continue;
    const channel = one(["scaleX", "rotate", "y"] as const);
    // What is scaled fifty times shows every rounding fifty times as large.
    const most = channel === "scaleX" ? 1.5 : 1 + upTo(60);
    followers.push({
      id: `follower${i}`,
      figure: figureIds[at] as string,
      channel,
      source: {
        figure: figureIds[upTo(at)] as string,
        channel: one(["x", "rotate", "y"] as const),
      },
      of: one(["value", "speed"] as const),
      from: [0, 300],
      to: [upTo(3), most],
      ...(chance(0.4) ? { curve: curve() } : {}),
      ...(chance(0.5) ? { clamp: true } : {}),
      ...(chance(0.3) ? { lag: 80 } : {}),
    });
  }
  return followers;
}
