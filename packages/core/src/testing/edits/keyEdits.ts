import type { Curve } from "../../curve/index.ts";
import {
  addKey,
  applyRecipe,
  copyKeys,
  deleteKeys,
  deleteShared,
  keepShared,
  moveKey,
  moveKeys,
  pasteKeys,
  RECIPES,
  renameShared,
  reshapeSpan,
  setKeyValue,
  setKeyValues,
  setSpanCurve,
  setSpanCurves,
  setTangent,
  setTrack,
  setValueAt,
  setValuesAt,
  smoothKeys,
  smoothMotion,
  stretchKeys,
  stretchTween,
  takeOwnCopy,
  type WantedValue,
} from "../../edit/index.ts";
import { compileStudy, type Motion, showingLayer } from "../../motion/index.ts";
import { CHANNELS, type ChannelId, eachItem, eachTween, findTween } from "../../study/index.ts";
import { bezier } from "../build.ts";
import { type EditKind, type Given, type Law, tweenOf } from "./given.ts";

/** A value that a channel may have. */
export function valueFor(channel: ChannelId, { random, pick }: Given): number | string {
  const kind = CHANNELS.find(({ id }) => id === channel)?.kind;
  if (kind === "color") return pick(["#1B6B5A", "#D98A12", "#3F5E8C80"]) ?? "#1B6B5A";
  if (kind === "switch") return Math.round(random());
  if (channel === "opacity") return random();
  // Not near a right angle: what is skewed by that much is infinitely long.
  if (channel === "skew") return Math.round(random() * 50 - 25);
  return Math.round(random() * 200 - 60);
}

const numbers = CHANNELS.filter(({ kind }) => kind !== "color");
const anyChannel = ({ pick }: Given) => (pick(numbers)?.id ?? "x") as ChannelId;

const anyCurve = ({ random, pick }: Given): Curve =>
  pick<Curve>([
    bezier(random(), random() * 2 - 0.5, random(), random() * 2),
    { kind: "spring-feel", overshoot: 0.1, settle: 400 },
    { kind: "steps", count: 4, position: "jump-end" },
    { kind: "linear" },
  ]) ?? { kind: "linear" };

const rest = (tweens: readonly string[], named: readonly string[] | "all"): Law => ({
  ...{ keeps: "the rest", tweens, named },
});

/**
 * A channel that nothing drives, or a tween that plays at a time: elsewhere a key may stand where nothing is played, and
 * what is shaken shows more than its value. */
function wanted(given: Given, motion: Motion, time: number): WantedValue | undefined {
  const { study, figure, newId } = given;
  const [one, channel] = [figure(), anyChannel(given)];
  const isMoved = [...eachItem(study.sequence)].some(({ type }) => type === "shake");
  if (!one || isMoved || study.followers.some((each) => each.figure === one.id)) return undefined;
  const layers = motion.drivenAt(motion.figureIndex(one.id), channel)?.layers;
  if (layers && !showingLayer(layers, time)) return undefined;
  // A front reaches what is placed or sized otherwise at another time.
  if (!layers && [...eachTween(study.sequence)].some(({ stagger }) => stagger?.front))
    return undefined;
  return {
    ...{ figureId: one.id, channel, value: valueFor(channel, given) },
    ...{ keyId: newId(), tweenId: newId() },
  };
}

/** What a person does to keys and curves. */
export const KEY_EDITS = {
  addKey: (given) => {
    const { study, tween, pick, random, newId, time } = given;
    const one = tween();
    const track = one && pick(one.tracks);
    const isThere = given.chance(0.6) && one && track && track.channel !== "color";
    const channel = isThere ? track.channel : anyChannel(given);
    const figureId = (isThere ? one.figures[0] : given.figure()?.id) ?? "none";
    const value = channel === "visible" ? Math.round(random()) : valueFor(channel, given);
    const args = { time: time(), value, keyId: newId(), tweenId: newId() };
    const change = addKey(study, { figureId, channel, ...args });
    // It goes on whichever tween plays there.
    const tweens = [...eachTween(change.after.sequence)]
      .filter((each) => findTween(study, each.id) !== each)
      .map(({ id }) => id);
    return { change, law: rest(tweens, []) };
  },
  moveKey: ({ study, key, time }) => {
    const one = key();
    const tween = one && tweenOf(study, one.id);
    if (!one || !tween) return undefined;
    const change = moveKey(study, { keyId: one.id, time: time() });
    return { change, law: rest([tween.id], [one.id]) };
  },
  moveKeys: (given) => {
    const { study, tween, keysOf, random } = given;
    const one = tween();
    const keyIds = keysOf(one).map(({ id }) => id);
    if (!one) return undefined;
    const change = moveKeys(study, { keyIds, time: random() * 400 - 200 });
    return { change, law: rest([one.id], keyIds) };
  },
  "moveKeys: of many tweens, in value too": ({ study, someKeys, time, random }) =>
    moveKeys(study, { keyIds: someKeys(), time: time() - 700, value: Math.round(random() * 90) }),
  stretchKeys: ({ study, tween, keysOf, random }) => {
    const one = tween();
    const keyIds = keysOf(one).map(({ id }) => id);
    if (!one) return undefined;
    const args = { about: random() * 800, factor: random() * 2 };
    return { change: stretchKeys(study, { keyIds, ...args }), law: rest([one.id], keyIds) };
  },
  "stretchKeys: of many tweens": ({ study, someKeys, time, random }) =>
    stretchKeys(study, { keyIds: someKeys(), about: time(), factor: random() * 3 }),
  stretchTween: ({ study, tween, time, pick }) =>
    stretchTween(study, {
      ...{ tweenId: tween()?.id ?? "none", time: time() },
      edge: pick(["start", "end"] as const) ?? "end",
    }),
  deleteKeys: ({ study, key }) => {
    const one = key();
    const tween = one && tweenOf(study, one.id);
    if (!one || !tween) return undefined;
    return { change: deleteKeys(study, { keyIds: [one.id] }), law: rest([tween.id], []) };
  },
  "deleteKeys: several": ({ study, someKeys }) =>
    deleteKeys(study, { keyIds: someKeys().slice(0, 2) }),
  setKeyValue: (given) => {
    const { study, key } = given;
    const one = key();
    const tween = one && tweenOf(study, one.id);
    const track = tween?.tracks.find(({ keys }) => keys.some(({ id }) => id === one?.id));
    if (!one || !tween || !track) return undefined;
    const value = given.chance(0.2) ? { found: true as const } : valueFor(track.channel, given);
    return { change: setKeyValue(study, { keyId: one.id, value }), law: rest([tween.id], []) };
  },
  setKeyValues: (given) => {
    const { study, tween, pick } = given;
    const track = pick(tween()?.tracks ?? []);
    const keyIds = track?.keys.map(({ id }) => id).slice(0, 3) ?? [];
    return track && setKeyValues(study, { keyIds, value: valueFor(track.channel, given) });
  },
  setSpanCurve: (given) => {
    const { study, key } = given;
    const one = key();
    const tween = one && tweenOf(study, one.id);
    if (!one || !tween) return undefined;
    const change = setSpanCurve(study, { keyId: one.id, curve: anyCurve(given) });
    return { change, law: rest([tween.id], []) };
  },
  setSpanCurves: (given) =>
    setSpanCurves(given.study, {
      ...{ keyIds: [given.key()?.id ?? "none", ...given.someKeys()], curve: anyCurve(given) },
    }),
  reshapeSpan: (given) =>
    reshapeSpan(given.study, { keyId: given.key()?.id ?? "none", curve: anyCurve(given) }),
  keepShared: ({ study, key, newId }) => {
    const one = key();
    if (!one) return undefined;
    const change = keepShared(study, { keyId: one.id, curveId: newId(), name: "kept" });
    return { change, law: { keeps: "motion" } };
  },
  takeOwnCopy: ({ study, key }) => ({
    change: takeOwnCopy(study, { keyId: key()?.id ?? "none" }),
    law: { keeps: "motion" },
  }),
  renameShared: ({ study, pick }) => ({
    change: renameShared(study, { curveId: pick(study.curves)?.id ?? "none", name: "Quay" }),
    law: { keeps: "motion" },
  }),
  deleteShared: ({ study, pick }) => ({
    change: deleteShared(study, { curveId: pick(study.curves)?.id ?? "none" }),
    law: { keeps: "motion" },
  }),
  setTangent: ({ study, key, pick, time, random }) =>
    setTangent(study, {
      ...{ keyId: key()?.id ?? "none", side: pick(["in", "out"] as const) ?? "in" },
      to: { time: time() - 700, value: Math.round(random() * 200 - 60) },
    }),
  smoothKeys: ({ study, someKeys, pick }) =>
    smoothKeys(study, {
      ...{ keyIds: someKeys(), how: pick(["through", "flat", "match"] as const) ?? "flat" },
    }),
  smoothMotion: ({ study, someKeys }) =>
    smoothMotion(study, { keyIds: someKeys(), how: "through" }),
  setTrack: ({ study, pick }) => {
    const turning = [...eachTween(study.sequence)].filter(({ tracks }) =>
      tracks.some(({ channel }) => channel === "rotate"),
    );
    const set = { route: pick(["shorter", "longer", "increasing"] as const) ?? "shorter" };
    return setTrack(study, { tweenId: pick(turning)?.id ?? "none", channel: "rotate", set });
  },
  setValueAt: (given) => {
    const { study } = given;
    const [motion, at] = [compileStudy(study), given.time()];
    const value = wanted(given, motion, at);
    if (!value) return undefined;
    const change = setValueAt(study, motion, { ...value, time: at, tolerance: 0 });
    return { change, law: { keeps: "values", shown: [{ ...value, time: at }] } };
  },
  setValuesAt: (given) => {
    const { study } = given;
    const [motion, at] = [compileStudy(study), given.time()];
    const [first, second] = [wanted(given, motion, at), wanted(given, motion, at)];
    // One channel, of two figures too, may be one track, which shows one of the two.
    if (!first || !second || first.channel === second.channel) return undefined;
    const args = { time: at, tolerance: 0, values: [first, second] };
    const shown = [first, second].map((each) => ({ ...each, time: at }));
    const change = setValuesAt(study, motion, args);
    return { change, law: { keeps: "values", shown } };
  },
  pasteKeys: (given) => {
    const { study, someKeys, figure, pick, random, newId, time, hasRoom } = given;
    const copied = copyKeys(study, someKeys().slice(0, 6));
    if (!copied || !hasRoom) return undefined;
    const args = {
      ...{ copied, figureIds: [figure()?.id ?? "none"], time: time(), name: "pasted", newId },
      values: pick(["absolute", "relative"] as const) ?? "absolute",
      cycles: { count: 1 + Math.floor(random() * 3), direction: "alternate" as const },
    };
    const change = pasteKeys(study, args);
    const tweens = [...eachTween(change.after.sequence)]
      .filter((each) => findTween(study, each.id) !== each)
      .map(({ id }) => id);
    return { change, law: rest(tweens, "all") };
  },
  applyRecipe: (given) => {
    const { study, pick, random, time, newId, figure, hasRoom } = given;
    const recipe = pick(RECIPES);
    if (!recipe || !hasRoom) return undefined;
    const args = { time: time(), size: random() * 2, pace: 0.5 + random(), newId };
    return applyRecipe(study, { recipe, figureIds: [figure()?.id ?? "none"], ...args });
  },
} satisfies Record<string, EditKind>;
