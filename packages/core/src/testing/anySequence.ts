import type { Curve } from "../curve/index.ts";
import {
  type ChannelId,
  type Fill,
  type Key,
  type SequenceItem,
  type Study,
  seededRandom,
  type Tether,
  type Track,
} from "../study/index.ts";
import { placeItems } from "../timeline/index.ts";
import { bezier, figure, kiosk } from "./build.ts";

/** What a random sequence may hold. */
export interface SequenceKinds {
  readonly repeats?: boolean;
  readonly rates?: boolean;
  readonly freezes?: boolean;
  /** Freezes of some figures only, which move back what has not begun. */
  readonly chosenFreezes?: boolean;
  readonly staggers?: boolean;
  readonly relative?: boolean;
  readonly cues?: boolean;
  /** Tethers may lead to later items and into groups; circles are opened. */
  readonly tethers?: boolean;
}

export const ALL_KINDS: SequenceKinds = {
  repeats: true,
  rates: true,
  freezes: true,
  chosenFreezes: true,
  staggers: true,
  relative: true,
  cues: true,
  tethers: true,
};

const CHANNELS: readonly ChannelId[] = ["x", "y", "rotate", "opacity"];
const CURVES: readonly Curve[] = [
  { kind: "linear" },
  { kind: "keyword", name: "ease-in-out" },
  bezier(0.3, 1.6, 0.6, 1),
  { kind: "elastic", direction: "out", swings: 3, decay: 10 } as Curve,
  { kind: "steps", count: 3, position: "jump-end" },
];

/** A study of five lane chips with a sequence drawn by a seed: groups in groups, two or three levels deep. */
export function anySequence(seed: number, kinds: SequenceKinds = ALL_KINDS): Study {
  const random = seededRandom(seed);
  const upTo = (n: number) => Math.floor(random() * n);
  const one = <T>(list: readonly T[]): T => list[upTo(list.length)] as T;
  const chance = (share: number) => random() < share;
  const ids: string[] = [];
  const keyIds: string[] = [];
  let next = 0;
  const chips = ["chip1", "chip2", "chip3", "chip4", "chip5"];

  const tether = (): Tether => {
    const offset = upTo(400);
    if (kinds.tethers && ids.length > 0 && chance(0.6)) {
      if (keyIds.length > 0 && chance(0.15)) return { to: "key", id: one(keyIds), offset };
      const edge = chance(0.5) ? "start" : "end";
      return { to: "item", id: one(ids), edge, offset: offset - 100 };
    }
    if (kinds.tethers && chance(0.1)) return { to: "marker", id: "gate", offset };
    return { to: "start", offset };
  };
  const passes = () => ({
    ...(kinds.repeats && chance(0.3)
      ? {
          iterations: one([2, 3, 1.5, 0.6, null]),
          direction: one(["normal", "reverse", "alternate", "alternate-reverse"] as const),
          ...(chance(0.4) ? { pause: 50 + upTo(200) } : {}),
        }
      : {}),
    ...(chance(0.25) ? { fill: one<Fill>(["none", "forwards", "backwards", "both"]) } : {}),
  });
  const track = (channel: ChannelId): Track => {
    let time = chance(0.3) ? upTo(200) : 0;
    const keys: Key[] = Array.from({ length: 2 + upTo(3) }, () => {
      const made = { id: `k${next++}`, time, value: upTo(200) - 50, curve: one(CURVES) };
      keyIds.push(made.id);
      time += 20 + upTo(400);
      return made;
    });
    return {
      channel,
      keys,
      ...(kinds.relative && chance(0.2) ? { mode: "relative" as const } : {}),
    };
  };
  const item = (depth: number): SequenceItem => {
    const id = `i${next++}`;
    const base = { id, name: `Part ${id}`, tether: tether() };
    if (depth < 3 && chance(0.3)) {
      const items = list(depth + 1, 1 + upTo(4));
      ids.push(id);
      return {
        ...base,
        type: "group",
        items,
        ...passes(),
        ...(kinds.rates && chance(0.3) ? { rate: one([0.5, 2, 1.5]) } : {}),
      };
    }
    ids.push(id);
    if (kinds.cues && chance(0.25)) return { ...base, type: "cue", sound: "tick" };
    if (kinds.freezes && chance(0.12))
      return {
        ...base,
        type: "freeze",
        frames: 1 + upTo(12),
        ...(kinds.chosenFreezes && chance(0.3) ? { figures: [one(chips)] } : {}),
        ...(chance(0.3) ? { push: false } : {}),
      };
    const staggered = kinds.staggers && chance(0.3);
    const first = one(CHANNELS);
    const second = one(CHANNELS);
    return {
      ...base,
      type: "tween",
      figures: staggered ? chips.slice(0, 2 + upTo(4)) : [one(chips)],
      tracks: first === second ? [track(first)] : [track(first), track(second)],
      ...passes(),
      ...(staggered
        ? {
            stagger: {
              order: one(["list", "shuffle"] as const),
              gap: 20 + upTo(90),
              seed: upTo(9),
            },
          }
        : {}),
    };
  };
  const list = (depth: number, count: number): SequenceItem[] =>
    Array.from({ length: count }, () => item(depth));

  const study = kiosk({
    figures: chips.map((id, i) => figure(id, { kind: "chip", rest: { x: i * 90, y: 40 } })),
    markers: [{ id: "gate", name: "Gate opens", time: 600 }],
    sequence: list(0, 3 + upTo(5)),
  });
  return withoutCircles(study);
}

/** Items that hang on each other in a circle hang on the start instead. */
export function withoutCircles(study: Study): Study {
  let opened = study;
  // Each round opens at least one circle; there are fewer than that many items.
  for (let round = 0; round < 60; round++) {
    const { loop } = placeItems(opened);
    if (loop.length === 0) return opened;
    const walk = (items: readonly SequenceItem[]): SequenceItem[] =>
      items.map((item) => ({
        ...item,
        ...(loop.includes(item.id) ? { tether: { to: "start" as const, offset: 100 } } : {}),
        ...(item.type === "group" ? { items: walk(item.items) } : {}),
      })) as SequenceItem[];
    opened = { ...opened, sequence: walk(opened.sequence) };
  }
  throw new Error("The circles of a random sequence could not be opened.");
}
