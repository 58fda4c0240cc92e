import {
  type Anchor,
  addItem,
  addMarker,
  cutTethers,
  deleteItems,
  deleteMarker,
  dissolveSequenceGroup,
  duplicateItems,
  type ItemFields,
  joinTweens,
  makeSequenceGroup,
  mendOverlap,
  mendsOf,
  moveItems,
  moveTween,
  orderItem,
  setItems,
  setMarker,
  setTweenMode,
  splitProblem,
  splitTween,
  tetherItem,
  trimTween,
} from "../../edit/index.ts";
import { compileStudy, findOverlaps } from "../../motion/index.ts";
import { checkStudy } from "../../shape/index.ts";
import { eachItem, eachTween, type SequenceItem, type Stagger } from "../../study/index.ts";
import { type Placed, placeItems } from "../../timeline/index.ts";
import type { EditKind, Given } from "./given.ts";

const SILENT = { keeps: "motion" } as const;
const edgeOf = ({ pick }: Given) => pick(["start", "end"] as const) ?? "end";

function anyAnchor(given: Given): Anchor {
  const { study, item, key, pick } = given;
  const [other, marker, one] = [item(), pick(study.markers), key()];
  const anchors: Anchor[] = [
    { to: "start" },
    ...(other ? [{ to: "item" as const, id: other.id, edge: edgeOf(given) }] : []),
    ...(one ? [{ to: "key" as const, id: one.id }] : []),
    ...(marker ? [{ to: "marker" as const, id: marker.id }] : []),
  ];
  return pick(anchors) ?? { to: "start" };
}

/** Sets fields of one item of a type. */
const set =
  (type: SequenceItem["type"], fields: (given: Given) => ItemFields): EditKind =>
  (given) => {
    const all = [...eachItem(given.study.sequence)].filter((each) => each.type === type);
    const one = given.pick(all);
    return one && setItems(given.study, { ids: [one.id], set: fields(given) });
  };

function anyStagger({ random, pick }: Given): Stagger {
  const gap = Math.round(random() * 90);
  const front = { shape: "circle" as const, x: 200, y: 100, angle: 0, speed: 400 };
  return (
    pick<Stagger>([
      { order: "list", gap },
      { order: "shuffle", gap, seed: 3 },
      { order: "front", gap: 0, front },
    ]) ?? { order: "list", gap }
  );
}

/** The groups that an item stands in, from the inmost out. */
function groupsAround({ level }: Placed): SequenceItem[] {
  const { group } = level;
  return group ? [group.item, ...groupsAround(group)] : [];
}

/** Where a tween may be split, in the study's time. */
function splitArgs({ study, tween, random, newId }: Given) {
  const one = tween();
  if (!one) return undefined;
  const time = placeItems(study).outer(one.id, (one.clip?.from ?? 0) + 20 + random() * 300);
  return splitProblem(study, one.id, time) ? undefined : { tweenId: one.id, time, newId };
}

const add = (item: (given: Given) => Record<string, unknown>): EditKind => {
  return (given) => {
    const { study, newId, time, hasRoom } = given;
    if (!hasRoom) return undefined;
    const base = { id: newId(), name: "Part", tether: { to: "start", offset: time() } };
    return addItem(study, { item: { ...base, ...item(given) } as SequenceItem });
  };
};

/** What a person does to the sequence. */
export const SEQUENCE_EDITS = {
  moveItems: ({ study, someItems, time }) =>
    moveItems(study, { ids: someItems(), by: time() - 700 }),
  moveTween: ({ study, tween, time }) => {
    const one = tween();
    if (!one) return undefined;
    return {
      change: moveTween(study, { tweenId: one.id, start: time() }),
      law: { keeps: "the rest", tweens: [one.id], named: "all" },
    };
  },
  tetherItem: (given) => {
    const one = given.item();
    if (!one) return undefined;
    const change = tetherItem(given.study, { id: one.id, anchor: anyAnchor(given) });
    return { change, law: SILENT };
  },
  "tetherItem: at an offset": (given) =>
    tetherItem(given.study, {
      ...{ id: given.item()?.id ?? "none", anchor: anyAnchor(given), offset: given.time() - 500 },
    }),
  cutTethers: ({ study, item }) => ({
    change: cutTethers(study, { ids: [item()?.id ?? "none"] }),
    law: SILENT,
  }),
  deleteItems: ({ study, item }) => deleteItems(study, { ids: [item()?.id ?? "none"] }),
  duplicateItems: ({ study, someItems, newId, hasRoom }) => {
    const ids = someItems();
    if (!hasRoom) return undefined;
    // Copies make the groups around them longer, and what they drive is driven once more.
    const { byId } = placeItems(study);
    const touched = new Set(
      [...byId.values()]
        .filter(({ item }) => ids.includes(item.id))
        .flatMap((placed) => [...eachItem([placed.item]), ...groupsAround(placed)]),
    );
    return {
      change: duplicateItems(study, { ids, newId }),
      law: { keeps: "the rest", tweens: [...touched].map(({ id }) => id), named: "all" },
    };
  },
  trimTween: (given) => {
    const one = given.tween();
    if (!one) return undefined;
    const args = { tweenId: one.id, edge: edgeOf(given), time: given.time() };
    return {
      change: trimTween(given.study, args),
      law: { keeps: "the rest", tweens: [one.id], named: [] },
    };
  },
  splitTween: (given) => {
    const args = given.hasRoom ? splitArgs(given) : undefined;
    return args && { change: splitTween(given.study, args), law: SILENT };
  },
  "joinTweens: what was split": (given) => {
    const { study } = given;
    const args = splitArgs(given);
    if (!args) return undefined;
    const split = splitTween(study, args).after;
    const before = new Set([...eachTween(study.sequence)].map(({ id }) => id));
    const fresh = [...eachTween(split.sequence)].find(({ id }) => !before.has(id));
    if (!fresh) return undefined;
    const joined = joinTweens(split, { ids: [args.tweenId, fresh.id] });
    return { change: joined, law: SILENT };
  },
  "joinTweens: two of the same figures": ({ study, tween, random, newId }) => {
    const one = tween();
    if (!one) return undefined;
    // A second tween of the same figures, after it in its level: drawn here, since few studies have one.
    const { id, clip: _, stagger: __, path: ___, ...plain } = one;
    const gap = random() < 0.5 ? 0 : random() * 200;
    const second = {
      ...plain,
      id: newId(),
      tether: { to: "item" as const, id, edge: "end" as const, offset: gap },
      tracks: one.tracks.map((track) => ({
        ...track,
        keys: track.keys.map((key) => ({ ...key, id: newId() })),
      })),
    };
    const alone = setItems(study, { ids: [id], set: { stagger: undefined, clip: undefined } });
    const before = addItem(alone.after, { item: second }).after;
    if (checkStudy(before).length > 0) return undefined;
    return { change: joinTweens(before, { ids: [id, second.id] }), law: SILENT };
  },
  makeSequenceGroup: ({ study, item, newId, random }) => {
    const { byId, membersOf } = placeItems(study);
    const one = item();
    const level = one && byId.get(one.id)?.level;
    const ids = (level ? membersOf(level) : [])
      .filter(() => random() < 0.5)
      .map((each) => each.item.id);
    return {
      change: makeSequenceGroup(study, { ids, groupId: newId(), name: "Part" }),
      law: SILENT,
    };
  },
  dissolveSequenceGroup: ({ study, pick }) => {
    const groups = [...eachItem(study.sequence)].filter(({ type }) => type === "group");
    const change = dissolveSequenceGroup(study, { id: pick(groups)?.id ?? "none" });
    return { change, law: SILENT };
  },
  orderItem: ({ study, item, chance }) =>
    orderItem(study, {
      id: item()?.id ?? "none",
      before: chance(0.3) ? null : (item()?.id ?? null),
    }),
  "setItems: repeats": set("tween", ({ pick }) => ({
    ...{ iterations: pick([1, 2, 0.5, null]) ?? 1, direction: "alternate", pause: 30 },
  })),
  "setItems: repeats of a group": set("group", ({ pick }) => ({
    ...{ iterations: pick([1, 2, 0.5, null]) ?? 1, direction: "alternate-reverse", pause: 30 },
  })),
  "setItems: rate": set("group", ({ pick }) => ({ rate: pick([undefined, 0.5, 1.5, 2]) })),
  "setItems: fill": set("tween", ({ pick }) => ({
    fill: pick([undefined, "none", "forwards", "backwards", "both"] as const),
  })),
  "setItems: fill of a group": set("group", ({ pick }) => ({
    fill: pick([undefined, "none", "forwards", "backwards", "both"] as const),
  })),
  "setItems: clip": set("tween", ({ random, chance }) => {
    const from = Math.round(random() * 100);
    return { clip: chance(0.3) ? undefined : { from, to: from + 20 + Math.round(random() * 300) } };
  }),
  "setItems: stagger": (given) => {
    const many = [...eachTween(given.study.sequence)].filter(({ figures }) => figures.length > 1);
    const one = given.pick(many);
    const stagger = given.chance(0.2) ? undefined : anyStagger(given);
    return one && setItems(given.study, { ids: [one.id], set: { stagger } });
  },
  "setItems: freeze": set("freeze", ({ pick, random, study, chance }) => {
    const figure = pick(study.figures)?.id;
    return {
      ...{ frames: 1 + Math.floor(random() * 20), push: pick([undefined, false]) },
      figures: chance(0.5) && figure ? [figure] : undefined,
    };
  }),
  "setItems: shake": set("shake", ({ pick, random, study, chance }) => {
    const figure = pick(study.figures)?.id;
    return {
      ...{ amplitude: Math.round(random() * 12), turn: pick([undefined, 4]) },
      figures: chance(0.5) && figure ? [figure] : undefined,
    };
  }),
  "setItems: disabled": ({ study, item, chance }) =>
    setItems(study, {
      ...{ ids: [item()?.id ?? "none"], set: { disabled: chance(0.5) ? true : undefined } },
    }),
  setTweenMode: ({ study, tween, pick }) =>
    setTweenMode(study, {
      tweenId: tween()?.id ?? "none",
      mode: pick(["relative", "absolute"] as const) ?? "relative",
    }),
  "addItem: cue": add(() => ({ type: "cue", sound: "knock" })),
  "addItem: freeze": add(({ random }) => ({
    type: "freeze",
    frames: 1 + Math.floor(random() * 9),
  })),
  "addItem: shake": add(({ random }) => ({
    ...{
      type: "shake",
      duration: 200,
      frequency: 12,
      amplitude: 4,
      seed: Math.floor(random() * 9),
    },
  })),
  addMarker: ({ study, newId, time }) =>
    study.markers.length < 5
      ? { change: addMarker(study, { id: newId(), name: "m", time: time() }), law: SILENT }
      : undefined,
  setMarker: ({ study, pick, time }) =>
    setMarker(study, { id: pick(study.markers)?.id ?? "none", time: time() }),
  deleteMarker: ({ study, pick }) => ({
    change: deleteMarker(study, { id: pick(study.markers)?.id ?? "none" }),
    law: SILENT,
  }),
  mendOverlap: ({ study, pick }) => {
    const overlap = pick(findOverlaps(compileStudy(study)));
    const by = overlap && pick(mendsOf(overlap));
    if (!overlap || !by) return undefined;
    // Within a freeze there is no later time to shift a tween to.
    if (placeItems(study).byId.get(overlap.winner)?.level.freezes.length) return undefined;
    const { figureId, channel, loser, winner, from } = overlap;
    // One that is hidden from its start on cannot be trimmed to less than nothing.
    const motion = compileStudy(study);
    const layers = motion.drivenAt(motion.figureIndex(figureId), channel)?.layers;
    const hidden = layers?.find(({ tween }) => tween.id === loser);
    if (by === "trim" && hidden && from <= hidden.start + 1) return undefined;
    return {
      change: mendOverlap(study, { overlap, by }),
      law: { keeps: "mended", figureId, channel, loser, winner },
    };
  },
} satisfies Record<string, EditKind>;
