import { compileStudy, findOverlaps } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { eachItem, eachTween, findTween, type Study, seededRandom } from "../study/index.ts";
import { anyStudy, cases, frozen } from "../testing/index.ts";
import { placeItems } from "../timeline/index.ts";
import { type Change, isEmpty } from "./history/change.ts";
import { record, startHistory, undo } from "./history/history.ts";
import {
  addItem,
  addKey,
  cutTethers,
  deleteItems,
  deleteKeys,
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
  moveTween,
  nestFigure,
  separatePath,
  setItems,
  splitProblem,
  splitTween,
  stretchKeys,
  stretchTween,
  takeOwnCopy,
  tetherItem,
  trimTween,
} from "./index.ts";
import { withPartners } from "./spatialPath/spacePoints.ts";

const STUDIES = cases(40, 1000);
const EDITS = 20;

/** The largest difference between two motions at some moments, for figures of the first. */
function differs(before: Study, after: Study, times: readonly number[]): string | undefined {
  const [a, b] = [compileStudy(before), compileStudy(after)];
  const p = new Float64Array(a.slotCount);
  for (const t of times) {
    const near = [t, t - 1e-5, t + 1e-5].map((at) =>
      b.at(at, new Float64Array(b.slotCount)).slice(),
    );
    a.at(t, p);
    for (const figure of before.figures) {
      const [i, j] = [a.figureIndex(figure.id), b.figureIndex(figure.id)];
      if (j < 0) continue;
      const width = a.slotCount / before.figures.length;
      for (let c = 0; c < width; c++) {
        const was = p[i * width + c] as number;
        const all = near.map((pose) => pose[j * width + c] as number);
        const closeness = Math.min(...all.map((is) => Math.abs(is - was)));
        if (!(closeness <= 1e-6 * Math.max(1, Math.abs(was))))
          return `${figure.name}, slot ${c}, at ${t}: ${was} → ${all[0]}`;
      }
    }
  }
  return undefined;
}

/** Edits that change no value at any time. */
type Silent = (study: Study, random: () => number, newId: () => string) => Change | undefined;

const pick = <T>(list: readonly T[], random: () => number): T | undefined =>
  list[Math.floor(random() * list.length)];

const anyTween = (study: Study, random: () => number) =>
  pick([...eachTween(study.sequence)], random);
const anyItem = (study: Study, random: () => number) => pick([...eachItem(study.sequence)], random);
const anyKey = (study: Study, random: () => number) =>
  pick(
    [...eachTween(study.sequence)].flatMap(({ tracks }) => tracks.flatMap(({ keys }) => keys)),
    random,
  );

const SILENT: Readonly<Record<string, Silent>> = {
  "cut tethers": (study, random) => {
    const item = anyItem(study, random);
    return item && cutTethers(study, { ids: [item.id] });
  },
  "hang elsewhere": (study, random) => {
    const [item, other] = [anyItem(study, random), anyItem(study, random)];
    const edge = random() < 0.5 ? ("start" as const) : ("end" as const);
    return item && other
      ? tetherItem(study, { id: item.id, anchor: { to: "item", id: other.id, edge } })
      : undefined;
  },
  "keep as shared": (study, random, newId) => {
    const key = anyKey(study, random);
    return key && keepShared(study, { keyId: key.id, curveId: newId(), name: "kept" });
  },
  "take own copy": (study, random) => {
    const key = anyKey(study, random);
    return key && takeOwnCopy(study, { keyId: key.id });
  },
  group: (study, random, newId) => {
    const item = anyItem(study, random);
    const { byId, membersOf } = placeItems(study);
    const level = item && byId.get(item.id)?.level;
    const ids = (level ? membersOf(level) : [])
      .filter(() => random() < 0.5)
      .map(({ item: each }) => each.id);
    return makeSequenceGroup(study, { ids, groupId: newId(), name: "Part" });
  },
  "dissolve group": (study, random) => {
    const groups = [...eachItem(study.sequence)].filter(({ type }) => type === "group");
    const group = pick(groups, random);
    return group && dissolveSequenceGroup(study, { id: group.id });
  },
  split: (study, random, newId) => {
    const tween = anyTween(study, random);
    if (!tween) return undefined;
    const { outer } = placeItems(study);
    const time = outer(tween.id, (tween.clip?.from ?? 0) + 20 + random() * 300);
    return splitProblem(study, tween.id, time)
      ? undefined
      : splitTween(study, { tweenId: tween.id, time, newId });
  },
  "split and join": (study, random, newId) => {
    const tween = anyTween(study, random);
    if (!tween) return undefined;
    const time = placeItems(study).outer(tween.id, (tween.clip?.from ?? 0) + 20 + random() * 300);
    if (splitProblem(study, tween.id, time)) return undefined;
    const split = splitTween(study, { tweenId: tween.id, time, newId }).after;
    const before = new Set([...eachTween(study.sequence)].map(({ id }) => id));
    const fresh = [...eachTween(split.sequence)].find(({ id }) => !before.has(id));
    if (!fresh) return undefined;
    const whole = joinTweens(split, { ids: [tween.id, fresh.id] });
    return { ...whole, before: study };
  },
  join: (study, random, newId) => {
    const a = anyTween(study, random);
    if (!a) return undefined;
    // A second tween of the same figures, after it in its level: drawn here, since few studies have one.
    const { id, clip: _, stagger: __, path: ___, ...plain } = a;
    const gap = random() < 0.5 ? 0 : random() * 200;
    const second = {
      ...plain,
      id: newId(),
      tether: { to: "item" as const, id, edge: "end" as const, offset: gap },
      tracks: a.tracks.map((track) => ({
        ...track,
        keys: track.keys.map((key) => ({ ...key, id: newId() })),
      })),
    };
    const before = addItem(
      setItems(study, { ids: [id], set: { stagger: undefined, clip: undefined } }).after,
      {
        item: second,
      },
    ).after;
    if (checkStudy(before).length > 0) return undefined;
    return joinTweens(before, { ids: [id, second.id] });
  },
  "duplicate figure": (study, random, newId) => {
    const figure = pick(study.figures, random);
    return figure && duplicateFigure(study, { figureId: figure.id, name: "copy", newId });
  },
};

/** An edit of tweens, and the keys it may move in time. */
interface Touched {
  readonly change: Change;
  readonly tweens: string[];
  readonly named: readonly string[] | "all";
}

/** Edits of one tween, and the tween they touch. */
const TOUCHING: Readonly<
  Record<string, (study: Study, random: () => number, newId: () => string) => Touched | undefined>
> = {
  "move key": (study, random) => {
    const tween = anyTween(study, random);
    const key =
      tween &&
      pick(
        tween.tracks.flatMap(({ keys }) => keys),
        random,
      );
    return key && tween
      ? {
          change: moveKey(study, { keyId: key.id, time: random() * 1500 }),
          tweens: [tween.id],
          named: [key.id],
        }
      : undefined;
  },
  "move keys": (study, random) => {
    const tween = anyTween(study, random);
    const keyIds = tween?.tracks.flatMap(({ keys }) => keys.filter(() => random() < 0.5)) ?? [];
    return tween
      ? {
          change: moveKeys(study, {
            keyIds: keyIds.map(({ id }) => id),
            time: random() * 400 - 200,
          }),
          tweens: [tween.id],
          named: keyIds.map(({ id }) => id),
        }
      : undefined;
  },
  "stretch keys": (study, random) => {
    const tween = anyTween(study, random);
    const keyIds = tween?.tracks.flatMap(({ keys }) => keys.filter(() => random() < 0.5)) ?? [];
    return tween
      ? {
          change: stretchKeys(study, {
            keyIds: keyIds.map(({ id }) => id),
            about: random() * 800,
            factor: random() * 2,
          }),
          tweens: [tween.id],
          named: keyIds.map(({ id }) => id),
        }
      : undefined;
  },
  "delete keys": (study, random) => {
    const key = anyKey(study, random);
    const tween = [...eachTween(study.sequence)].find(({ tracks }) =>
      tracks.some(({ keys }) => keys.some(({ id }) => id === key?.id)),
    );
    return key && tween
      ? { change: deleteKeys(study, { keyIds: [key.id] }), tweens: [tween.id], named: [] }
      : undefined;
  },
  "add key": (study, random, newId) => {
    const tween = anyTween(study, random);
    const track = tween && pick(tween.tracks, random);
    if (!tween || !track || track.channel === "color") return undefined;
    const args = { figureId: tween.figures[0] ?? "", channel: track.channel };
    const change = addKey(study, {
      ...args,
      ...{ time: random() * 1500, value: Math.round(random()), keyId: newId(), tweenId: newId() },
    });
    // It goes on whichever tween plays there.
    const tweens = [...eachTween(change.after.sequence)]
      .filter((each) => findTween(study, each.id) !== each)
      .map(({ id }) => id);
    return { change, tweens, named: [] };
  },
  "move tween": (study, random) => {
    const tween = anyTween(study, random);
    return tween
      ? {
          change: moveTween(study, { tweenId: tween.id, start: random() * 1000 }),
          tweens: [tween.id],
          named: "all",
        }
      : undefined;
  },
  trim: (study, random) => {
    const tween = anyTween(study, random);
    const edge = random() < 0.5 ? ("start" as const) : ("end" as const);
    return tween
      ? {
          change: trimTween(study, { tweenId: tween.id, edge, time: random() * 1500 }),
          tweens: [tween.id],
          named: [],
        }
      : undefined;
  },
};

/** Everything else a person does to a sequence or its figures; it has to stay sound and be undone. */
const OTHERS: Readonly<Record<string, Silent>> = {
  "stretch tween": (study, random) => {
    const tween = anyTween(study, random);
    const edge = random() < 0.5 ? ("start" as const) : ("end" as const);
    return tween && stretchTween(study, { tweenId: tween.id, edge, time: random() * 1500 });
  },
  "move items": (study, random) => {
    const ids = [...eachItem(study.sequence)].filter(() => random() < 0.3).map(({ id }) => id);
    return moveItems(study, { ids, by: random() * 400 - 200 });
  },
  "duplicate items": (study, random, newId) => {
    const ids = [...eachItem(study.sequence)].filter(() => random() < 0.2).map(({ id }) => id);
    return duplicateItems(study, { ids, newId });
  },
  "delete items": (study, random) => {
    const item = anyItem(study, random);
    return item && deleteItems(study, { ids: [item.id] });
  },
  "group figures": (study, random, newId) => {
    const figure = pick(study.figures, random);
    const group = study.figures[0];
    return figure && group
      ? groupFigures(study, {
          figureIds: [figure.id],
          group: { ...group, id: newId(), parent: figure.parent, rest: { x: 10, y: 20 } },
        })
      : undefined;
  },
  nest: (study, random) => {
    const [figure, parent] = [pick(study.figures, random), pick(study.figures, random)];
    return figure && nestFigure(study, { figureId: figure.id, parent: parent?.id ?? null });
  },
  "join path": (study, random, newId) => {
    const figure = pick(study.figures, random);
    return figure && joinPath(study, { figureId: figure.id, newId });
  },
  "part path": (study, random, newId) => {
    const tween = anyTween(study, random);
    return tween && separatePath(study, { tweenId: tween.id, newId });
  },
  "mend overlap": (study, random) => {
    const overlap = pick(findOverlaps(compileStudy(study)), random);
    return overlap && mendOverlap(study, { overlap, by: pick(mendsOf(overlap), random) ?? "trim" });
  },
};

/** Items whose place may follow an edit of some tweens: what hangs on them, however far, and the groups around. */
function followersOf(study: Study, tweens: readonly string[]): Set<string> {
  const moved = new Set(tweens);
  const { byId } = placeItems(study);
  const tweenOfKey = new Map(
    [...eachTween(study.sequence)].flatMap(({ id, tracks }) =>
      tracks.flatMap(({ keys }) => keys.map((key) => [key.id, id] as const)),
    ),
  );
  for (let grew = true; grew; ) {
    grew = false;
    for (const { item, level } of byId.values()) {
      if (moved.has(item.id)) continue;
      const { tether } = item;
      const anchor =
        tether.to === "item" ? tether.id : tether.to === "key" ? tweenOfKey.get(tether.id) : "";
      const inside = item.type === "group" ? item.items : [];
      const follows =
        (anchor && moved.has(anchor)) ||
        inside.some((each) => moved.has(each.id)) ||
        (level.group && moved.has(level.group.item.id));
      if (!follows) continue;
      moved.add(item.id);
      grew = true;
    }
  }
  return moved;
}

/** What an edit of some tweens moved that none of them, and nothing that hangs on them, drives; undefined for nothing. */
function elsewhere(
  before: Study,
  after: Study,
  tweens: readonly string[],
  follows: ReadonlySet<string>,
  times: readonly number[],
): string | undefined {
  // A group that repeats, or a freeze, carries a change into everything.
  const placed = placeItems(before).byId;
  const spreads = [...follows].some((id) => {
    const each = placed.get(id);
    return (
      each &&
      (each.item.type === "freeze" ||
        each.item.type === "shake" ||
        (each.inside && each.iterations))
    );
  });
  if (spreads || before.followers.length > 0) return undefined;
  const [a, b] = [compileStudy(before), compileStudy(after)];
  const touched = new Set<number>();
  for (const motion of [a, b])
    for (const { slot, channel, layers } of motion.driven)
      if (layers.some(({ tween }) => tweens.includes(tween.id) || follows.has(tween.id)))
        for (let c = 0; c < (channel.kind === "color" ? 4 : 1); c++) touched.add(slot + c);
  // A scene that is shaken turns about its middle: where that puts a figure hangs on its size and pivot.
  if ([...eachItem(before.sequence)].some((item) => item.type === "shake" && item.turn)) {
    const width = a.slotCount / before.figures.length;
    for (const slot of [...touched]) {
      const index = Math.floor(slot / width);
      for (const channel of ["x", "y"] as const) touched.add(a.slot(index, channel));
    }
  }
  const [p, q] = [new Float64Array(a.slotCount), new Float64Array(b.slotCount)];
  for (const t of times) {
    a.at(t, p);
    b.at(t, q);
    for (let slot = 0; slot < p.length; slot++)
      if (!touched.has(slot) && Math.abs((p[slot] as number) - (q[slot] as number)) > 1e-4)
        return `slot ${slot} of something else at ${t}: ${p[slot]} → ${q[slot]}`;
  }
  return undefined;
}

describe("over random studies of every field", () => {
  const failures = new Map<string, { count: number; first: string }>();
  const tried = new Map<string, number>();
  const fail = (kind: string, what: string) => {
    const known = failures.get(kind);
    failures.set(kind, { count: (known?.count ?? 0) + 1, first: known?.first ?? what });
  };
  const times = Array.from({ length: 12 }, (_, i) => 37.3137 + i * 171.7313);

  beforeAll(() => {
    for (let seed = 1; seed <= STUDIES; seed++) {
      const random = seededRandom(seed * 7919);
      // No edit may change what it is given.
      const study = frozen(anyStudy(seed));
      let next = 0;
      const newId = () => `n${next++}`;
      const text = JSON.stringify(study);
      for (let i = 0; i < EDITS; i++) {
        const [kind, group] = pick(
          [
            ...Object.keys(SILENT).map((name) => [name, "silent"] as const),
            ...Object.keys(TOUCHING).map((name) => [name, "touching"] as const),
            ...Object.keys(OTHERS).map((name) => [name, "others"] as const),
          ],
          random,
        ) as readonly [string, string];
        const touching = group === "touching" ? TOUCHING[kind]?.(study, random, newId) : undefined;
        const change =
          touching?.change ??
          SILENT[kind]?.(study, random, newId) ??
          OTHERS[kind]?.(study, random, newId);
        if (!change || isEmpty(change)) continue;
        tried.set(kind, (tried.get(kind) ?? 0) + 1);
        const where = `study ${seed}, edit ${i}`;
        const [fault] = checkStudy(change.after);
        if (fault) {
          fail(kind, `${where}: unsound, ${fault.path} ${fault.message}`);
          continue;
        }
        const saved = JSON.stringify(change.after);
        if (/:null[,}]/.test(saved.replace(/"(iterations|parent|pivot)":null/g, "")))
          fail(kind, `${where}: a number became null`);
        if (kind !== "split and join" && kind !== "join") {
          const history = record(startHistory<null>(study), change, null, null);
          const back = undo(history)?.history.study;
          if (JSON.stringify(sorted(back)) !== JSON.stringify(sorted(JSON.parse(text))))
            fail(kind, `${where}: undo gives another study`);
        }
        if (group === "silent") {
          const moved = differs(change.before, change.after, times);
          if (moved) fail(kind, `${where}: ${moved}`);
        }
        if (touching) {
          const follows = followersOf(study, touching.tweens);
          const [was, is] = [placeItems(study), placeItems(change.after)];
          for (const [id, placed] of was.byId) {
            if (follows.has(id) || !is.byId.has(id)) continue;
            if (Math.abs(placed.start - (is.byId.get(id)?.start ?? 0)) > 1e-6)
              fail(kind, `${where}: ${id} starts elsewhere`);
          }
          const moved = elsewhere(study, change.after, touching.tweens, follows, times);
          if (moved) fail(kind, `${where}: ${moved}`);
          // Keys that the edit does not name stay where they are.
          if (touching.named === "all") continue;
          // A freeze that hangs on the tween moves with it, and with the freeze what it delays.
          if ([...follows].some((id) => was.byId.get(id)?.item.type === "freeze")) continue;
          const named = withPartners(study, touching.named);
          for (const id of touching.tweens) {
            // A freeze of some figures delays what has not begun: a start that crosses it changes that.
            if (was.byId.get(id)?.level.freezes.some(({ figures }) => figures)) continue;
            const [before, after] = [findTween(study, id), findTween(change.after, id)];
            const kept = new Map(
              after?.tracks.flatMap(({ keys }) => keys.map((key) => [key.id, key.time] as const)),
            );
            for (const { keys } of before?.tracks ?? [])
              for (const key of keys) {
                const now = kept.get(key.id);
                if (now === undefined || named.has(key.id)) continue;
                const [at, to] = [was.outer(id, key.time), is.outer(id, now)];
                if (Math.abs(at - to) > 1e-6) fail(kind, `${where}: key ${key.id} ${at} → ${to}`);
              }
          }
        }
      }
    }
    const lines = [...tried].map(([kind, count]) => {
      const failed = failures.get(kind);
      return `${kind}: ${failed?.count ?? 0} of ${count}${failed ? `, ${failed.first}` : ""}`;
    });
    if (failures.size > 0) console.info(lines.join("\n"));
  }, 3_600_000);

  it.each([...Object.keys(SILENT), ...Object.keys(TOUCHING), ...Object.keys(OTHERS)])(
    "%s keeps its laws",
    (kind) => {
      expect(failures.get(kind)).toBeUndefined();
    },
  );
});

/** The same data with fields in one order: fields that went and came back may stand elsewhere. */
function sorted(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(sorted);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, each]) => [name, sorted(each)]),
  );
}
