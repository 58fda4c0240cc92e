import { compileStudy } from "../motion/index.ts";
import { CHANNELS, type ChannelId, checkStudy, eachTween, type Study } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import type { Change } from "./change.ts";
import {
  addFigures,
  addKey,
  applyRecipe,
  copyKeys,
  deleteFigure,
  deleteKeys,
  dissolveGroup,
  duplicateFigure,
  groupFigures,
  isEmpty,
  joinPath,
  keepShared,
  moveKey,
  moveKeys,
  moveSpacePoint,
  moveTween,
  nestFigure,
  orderFigure,
  partPath,
  pasteKeys,
  RECIPES,
  record,
  redo,
  reshapeSpan,
  roundSpacePoints,
  setGuides,
  setHue,
  setLook,
  setPivot,
  setRest,
  setSpaceHandle,
  setSpanCurves,
  setTangent,
  setTrack,
  smoothKeys,
  startHistory,
  stretchKeys,
  stretchTween,
  undo,
} from "./index.ts";

/** Numbers in [0, 1) from a seed (mulberry32), the same in every run. */
function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A small harbour to edit: nested figures, a tween of two, a path, relative and found values. */
function harbour(): Study {
  return kiosk({
    figures: [
      figure("pass", { rest: { x: 100, y: 50, width: 120, height: 80 } }),
      figure("float", { rest: { x: 20, y: 200 } }),
      figure("chip", { parent: "pass", rest: { x: 5, y: 5 } }),
    ],
    markers: [{ id: "m", name: "landed", time: 700 }],
    sequence: [
      tween("drop", 100, "pass", [
        { channel: "y", keys: [key(0, -50, bezier(0.4, 0, 1, 1)), key(400, 90), key(900, 50)] },
        { channel: "color", keys: [key(200, "#A8452F"), key(600, { found: true })] },
      ]),
      tween(
        "bob",
        { to: "item", id: "drop", edge: "end", offset: -100 },
        ["float", "chip"],
        [{ channel: "rotate", mode: "relative", keys: [key(0, 0), key(300, 20), key(500, 0)] }],
      ),
      tween("drift", { to: "marker", id: "m", offset: 0 }, "float", [
        { channel: "x", keys: [key(0, 0), key(400, 200, bezier(0.3, 0, 0.2, 1)), key(800, 10)] },
      ]),
      tween("lift", 300, "float", [{ channel: "y", keys: [key(0, 200), key(600, 20)] }]),
    ],
  });
}

/** One random thing a person might do. */
function anyEdit(study: Study, random: () => number, newId: () => string): Change | undefined {
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const keyIds = [...eachTween(study.sequence)].flatMap((each) =>
    each.tracks.flatMap((track) => track.keys.map(({ id }) => id)),
  );
  const some = () => keyIds.filter(() => random() < 0.2);
  const keyId = pick(keyIds) ?? "none";
  const figureId = pick(study.figures)?.id ?? "none";
  const other = pick(study.figures)?.id ?? "none";
  const tweenId = pick([...eachTween(study.sequence)])?.id ?? "none";
  const channel = pick(CHANNELS.filter(({ kind }) => kind !== "color"))?.id as ChannelId;
  const time = random() * 1500;
  const value = Math.round(random() * 200 - 60);
  const own = channel === "visible" ? Math.round(random()) : value;
  const curve = pick([
    bezier(random(), random() * 2 - 0.5, random(), random() * 2),
    { kind: "spring-feel", overshoot: 0.1, settle: 400 } as const,
    { kind: "steps", count: 4, position: "jump-end" } as const,
    { kind: "linear" } as const,
  ]) as ReturnType<typeof bezier>;
  const edits: (() => Change | undefined)[] = [
    () => addKey(study, { figureId, channel, time, value: own, keyId: newId(), tweenId: newId() }),
    () => moveKey(study, { keyId, time }),
    () => moveKeys(study, { keyIds: some(), time: time - 700, value }),
    () => stretchKeys(study, { keyIds: some(), about: time, factor: random() * 3 }),
    () => stretchTween(study, { tweenId, edge: random() < 0.5 ? "start" : "end", time }),
    () => deleteKeys(study, { keyIds: some().slice(0, 2) }),
    () => setSpanCurves(study, { keyIds: [keyId, ...some()], curve }),
    () => reshapeSpan(study, { keyId, curve }),
    () => keepShared(study, { keyId, curveId: newId(), name: "shared" }),
    () =>
      setTangent(study, {
        keyId,
        side: random() < 0.5 ? "in" : "out",
        to: { time: time - 700, value },
      }),
    () => smoothKeys(study, { keyIds: some(), how: pick(["through", "flat", "match"]) ?? "flat" }),
    () => setTrack(study, { tweenId, channel: "rotate", set: { route: "shorter" } }),
    () => moveTween(study, { tweenId, start: time }),
    () => setRest(study, { figureId, channel, value: own }),
    () => setPivot(study, { figureId, pivot: { x: random(), y: random() } }),
    () => setHue(study, { figureId, hue: "plum" }),
    () => setLook(study, { figureId, look: { text: "Lane 2" } }),
    () => orderFigure(study, { figureId, before: random() < 0.5 ? other : null }),
    () => nestFigure(study, { figureId, parent: random() < 0.4 ? null : other }),
    () =>
      study.figures.length < 9
        ? duplicateFigure(study, { figureId, name: "copy", newId })
        : undefined,
    () =>
      groupFigures(study, {
        figureIds: [figureId, other],
        group: figure(newId(), {
          kind: "group",
          parent: study.figures.find(({ id }) => id === figureId)?.parent ?? null,
          rest: { x: value, y: value },
        }),
      }),
    () => (random() < 0.3 ? dissolveGroup(study, { figureId }) : undefined),
    () =>
      random() < 0.2 && study.figures.length > 2 ? deleteFigure(study, { figureId }) : undefined,
    () => addFigures(study, { figures: [figure(newId())] }),
    () => joinPath(study, { figureId, newId }),
    () => partPath(study, { tweenId, newId }),
    () => moveSpacePoint(study, { keyId, by: { x: value, y: -value } }),
    () => roundSpacePoints(study, { keyIds: some() }),
    () => setSpaceHandle(study, { keyId, side: "out", to: { x: value, y: 30 } }),
    () => setGuides(study, { guides: random() < 0.5 ? [{ axis: "x", at: value }] : [] }),
    () => {
      const recipe = pick(RECIPES);
      return recipe && keyIds.length < 150
        ? applyRecipe(study, {
            recipe,
            figureIds: [figureId],
            time,
            size: random() * 2,
            pace: 0.5 + random(),
            newId,
          })
        : undefined;
    },
    () => {
      const clip = copyKeys(study, some().slice(0, 6));
      return clip && keyIds.length < 150
        ? pasteKeys(study, {
            clip,
            figureIds: [figureId],
            time,
            values: random() < 0.5 ? "absolute" : "relative",
            cycles: { count: 1 + Math.floor(random() * 3), direction: "alternate" },
            name: "pasted",
            newId,
          })
        : undefined;
    },
  ];
  return pick(edits)?.();
}

describe("random edits in a row", () => {
  it.each(Array.from({ length: 14 }, (_, i) => i + 1))(
    "keep the study sound at every step, and undo and redo to the letter: seed %i",
    (seed) => {
      const random = randomFrom(seed);
      let next = 0;
      const newId = () => `n${next++}`;
      const first = harbour();
      expect(checkStudy(first)).toEqual([]);
      const kept = JSON.stringify(first);
      let history = startHistory<null>(first);
      let done = 0;
      for (let tries = 0; done < 200 && tries < 4000; tries++) {
        const change = anyEdit(history.study, random, newId);
        if (!change || isEmpty(change)) continue;
        done++;
        const faults = checkStudy(change.after);
        if (faults.length > 0)
          throw new Error(`${change.label}: ${faults[0]?.path} ${faults[0]?.message}`);
        history = record(history, change, null, null);
      }
      // It also plays: every value is a number.
      const motion = compileStudy(history.study);
      const poses = motion.at(500, new Float64Array(motion.slotCount));
      expect(poses.every(Number.isFinite)).toBe(true);
      const last = JSON.stringify(history.study);
      const steps = history.past.length;
      expect(steps).toBe(200);
      for (let i = 0; i < steps; i++) history = undo(history)?.history ?? history;
      expect(JSON.stringify(history.study)).toBe(kept);
      for (let i = 0; i < steps; i++) history = redo(history)?.history ?? history;
      expect(JSON.stringify(history.study)).toBe(last);
    },
  );
});
