import {
  type Anchor,
  addFigures,
  addFollower,
  addItem,
  addKey,
  addMarker,
  applyRecipe,
  type Change,
  copyKeys,
  cutTethers,
  deleteFigure,
  deleteFollower,
  deleteItems,
  deleteKeys,
  deleteMarker,
  dissolveGroup,
  dissolveSequenceGroup,
  duplicateFigure,
  duplicateItems,
  groupFigures,
  joinPath,
  joinTweens,
  keepShared,
  makeSequenceGroup,
  mendOverlap,
  mendsOf,
  moveItems,
  moveKey,
  moveKeys,
  moveSpacePoint,
  moveTween,
  nestFigure,
  orderFigure,
  orderItem,
  pasteKeys,
  RECIPES,
  reshapeSpan,
  roundSpacePoints,
  separatePath,
  setGuides,
  setHue,
  setItems,
  setLook,
  setPivot,
  setRest,
  setSpaceHandle,
  setSpanCurves,
  setTangent,
  setTrack,
  setTweenMode,
  smoothKeys,
  splitTween,
  stretchKeys,
  stretchTween,
  tetherItem,
  trimTween,
} from "../edit/index.ts";
import { compileStudy, findOverlaps } from "../motion/index.ts";
import {
  CHANNELS,
  type ChannelId,
  eachItem,
  eachTween,
  type Follower,
  type Study,
} from "../study/index.ts";
import { bezier, figure } from "./build.ts";

/** One random thing a person might do. */
export function anyEdit(
  study: Study,
  random: () => number,
  newId: () => string,
): Change | undefined {
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
    () => separatePath(study, { tweenId, newId }),
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
      const copied = copyKeys(study, some().slice(0, 6));
      return copied && keyIds.length < 150
        ? pasteKeys(study, {
            copied,
            figureIds: [figureId],
            time,
            values: random() < 0.5 ? "absolute" : "relative",
            cycles: { count: 1 + Math.floor(random() * 3), direction: "alternate" },
            name: "pasted",
            newId,
          })
        : undefined;
    },
    ...sequenceEdits(study, random, newId),
  ];
  return pick(edits)?.();
}

/** What a person can do to the sequence, with anything for an argument. */
function sequenceEdits(
  study: Study,
  random: () => number,
  newId: () => string,
): (() => Change | undefined)[] {
  const all = [...eachItem(study.sequence)].map(({ id }) => id);
  const pick = <T>(list: readonly T[]): T | undefined => list[Math.floor(random() * list.length)];
  const id = pick(all) ?? "none";
  const few = all.filter(() => random() < 0.2).slice(0, 4);
  const time = random() * 2000;
  const key = pick([...eachTween(study.sequence)].flatMap(({ tracks }) => tracks[0]?.keys ?? []));
  const marker = pick(study.markers);
  const anchors: Anchor[] = [
    { to: "start" },
    { to: "item", id: pick(all) ?? "none", edge: random() < 0.5 ? "start" : "end" },
    ...(key ? [{ to: "key" as const, id: key.id }] : []),
    ...(marker ? [{ to: "marker" as const, id: marker.id }] : []),
  ];
  const room = all.length < 60;
  const [first, second] = [pick(study.figures), pick(study.figures)];
  const follower: Follower | undefined =
    first && second
      ? {
          id: newId(),
          figure: first.id,
          channel: random() < 0.5 ? "opacity" : "x",
          source: { figure: second.id, channel: random() < 0.5 ? "y" : "x" },
          of: random() < 0.5 ? "value" : "speed",
          from: [0, 100],
          to: [0, random()],
        }
      : undefined;
  const base = (name: string) => ({
    id: newId(),
    name,
    tether: { to: "start" as const, offset: time },
  });
  return [
    () => moveItems(study, { ids: few, by: time - 900 }),
    () => tetherItem(study, { id, anchor: pick(anchors) ?? { to: "start" } }),
    () => cutTethers(study, { ids: few }),
    () => deleteItems(study, { ids: [id] }),
    () => (room ? duplicateItems(study, { ids: few, newId }) : undefined),
    () => trimTween(study, { tweenId: id, edge: random() < 0.5 ? "start" : "end", time }),
    () => (room ? splitTween(study, { tweenId: id, time, newId }) : undefined),
    () => joinTweens(study, { ids: few }),
    () => makeSequenceGroup(study, { ids: few, groupId: newId(), name: "Part" }),
    () => dissolveSequenceGroup(study, { id }),
    () => orderItem(study, { id, before: pick(all) ?? null }),
    () =>
      setItems(study, {
        ids: [id],
        set: { iterations: pick([1, 2, 0.5, null]) ?? 1, direction: "alternate", pause: 30 },
      }),
    () => setItems(study, { ids: [id], set: { disabled: random() < 0.5 } }),
    () => setTweenMode(study, { tweenId: id, mode: random() < 0.5 ? "relative" : "absolute" }),
    () =>
      room
        ? addItem(study, { item: { ...base("Knock"), type: "cue", sound: "knock" } })
        : undefined,
    () =>
      room ? addItem(study, { item: { ...base("Stop"), type: "freeze", frames: 3 } }) : undefined,
    () =>
      study.markers.length < 5 ? addMarker(study, { id: newId(), name: "m", time }) : undefined,
    () => deleteMarker(study, { id: marker?.id ?? "none" }),
    () => (follower ? addFollower(study, follower) : undefined),
    () => deleteFollower(study, { id: pick(study.followers)?.id ?? "none" }),
    () => {
      const overlap = pick(findOverlaps(compileStudy(study)));
      return overlap && mendOverlap(study, { overlap, by: pick(mendsOf(overlap)) ?? "trim" });
    },
  ];
}
