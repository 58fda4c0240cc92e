import { compileStudy, findOverlaps, type Motion } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import {
  type ChannelId,
  channelOf,
  eachItem,
  eachTween,
  findTween,
  type Study,
  seededRandom,
} from "../study/index.ts";
import {
  anyLiveStudy,
  anyStudy,
  cases,
  EDIT_KINDS,
  frozen,
  type Tried,
  tryEdit,
} from "../testing/index.ts";
import { placeItems } from "../timeline/index.ts";
import { type Change, isEmpty } from "./history/change.ts";
import { record, startHistory, undo } from "./history/history.ts";
import * as edits from "./index.ts";
import { withPartners } from "./spatialPath/spacePoints.ts";

const STUDIES = cases(90, 1000);
const EDITS = 20;
const TIMES = Array.from({ length: 12 }, (_, i) => 37.3137 + i * 171.7313);

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

const KINDS = Object.keys(EDIT_KINDS);

/** What `edit` offers that changes no study by itself. */
const NO_EDITS: readonly string[] = [
  ...["channelsOfClipboard", "copyKeys", "cycleKeys", "keysOfFigure", "readClipboard"],
  ...["readRecipe", "recipeLength", "recipeOf", "recipeStudy", "isWithin", "rangeOf"],
  ...["followerLoop", "tetherLoop", "isEmpty", "squash", "changedThings", "forgetLast", "goesOn"],
  ...[
    "mergeLast",
    "record",
    "recordSelection",
    "redo",
    "startHistory",
    "undo",
    "chosenKeys",
    "stretchOf",
    "mendsOf",
  ],
  ...["spansFollowing", "bezierAtEnds", "seamsOf", "tangentsOf", "keyNear", "trackNear"],
  ...["joinProblem", "splitProblem", "dissolveProblem", "groupProblem", "joinable", "pieceOf"],
  "withPartners",
];

it("knows a kind of every edit there is", () => {
  const tried = new Set(KINDS.map((kind) => kind.split(":")[0]));
  const all = Object.entries(edits).filter(([, each]) => typeof each === "function");
  const missing = all.map(([name]) => name).filter((name) => !NO_EDITS.includes(name));
  expect(missing.filter((name) => !tried.has(name))).toEqual([]);
});

/** Where an edit moved more than it may; undefined where it kept to the rest. */
function spill(
  study: Study,
  change: Change,
  touching: { readonly tweens: readonly string[]; readonly named: readonly string[] | "all" },
): string | undefined {
  const follows = followersOf(study, touching.tweens);
  const [was, is] = [placeItems(study), placeItems(change.after)];
  for (const [id, placed] of was.byId) {
    if (follows.has(id) || !is.byId.has(id)) continue;
    if (Math.abs(placed.start - (is.byId.get(id)?.start ?? 0)) > 1e-6)
      return `${id} starts elsewhere`;
  }
  const moved = elsewhere(study, change.after, touching.tweens, follows, TIMES);
  if (moved) return moved;
  // Keys that the edit does not name stay where they are.
  if (touching.named === "all") return undefined;
  // A freeze that hangs on the tween moves with it, and with the freeze what it delays.
  if ([...follows].some((id) => was.byId.get(id)?.item.type === "freeze")) return undefined;
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
        if (Math.abs(at - to) > 1e-6) return `key ${key.id} ${at} → ${to}`;
      }
  }
  return undefined;
}

/** Which law an edit breaks, in words; undefined where it keeps them all. */
function broken({ change, law }: Tried): string | undefined {
  const study = change.before;
  const [fault] = checkStudy(change.after);
  if (fault) return `unsound, ${fault.path} ${fault.message}`;
  const saved = JSON.stringify(change.after);
  if (/:null[,}]/.test(saved.replace(/"(iterations|parent|pivot|figure)":null/g, "")))
    return "a number became null";
  const history = record(startHistory<null>(study), change, null, null);
  const back = undo(history)?.history.study;
  if (JSON.stringify(sorted(back)) !== JSON.stringify(sorted(study)))
    return "undo gives another study";
  if (law?.keeps === "motion") return differs(study, change.after, TIMES);
  if (law?.keeps === "the rest") return spill(study, change, law);
  if (law?.keeps === "values")
    for (const { figureId, channel, time, value } of law.shown) {
      if (typeof value !== "number") continue;
      const motion = compileStudy(change.after);
      // A start that is earlier by a rounding, or later, makes no difference that could be seen.
      const all = [time, time - 1e-5, time + 1e-5].map((at) =>
        motion.valueAt(motion.figureIndex(figureId), channel as ChannelId, at),
      );
      const [is] = all;
      const isAngle = channelOf(channel as ChannelId).kind === "angle";
      // An angle on a route is the same a whole turn on.
      const away = (each: number) =>
        isAngle ? Math.abs(((each - value + 180) % 360) - 180) % 360 : Math.abs(each - value);
      if (!all.some((each) => away(each) <= 1e-2 + 1e-6 * Math.abs(value)))
        return `${channel} of ${figureId} is ${is} at ${time} in place of ${value}`;
    }
  if (law?.keeps === "place") {
    const [was, is] = [compileStudy(study), compileStudy(change.after)];
    const until = Math.max(was.duration, is.duration) + 100;
    for (let i = 0; i < 400; i++) {
      const time = ((i + 0.37) * until) / 400;
      const place = (motion: Motion, at: number) =>
        (["x", "y"] as const).map((axis) =>
          motion.valueAt(motion.figureIndex(law.figureId), axis, at),
        ) as [number, number];
      const [x, y] = place(was, time);
      // Of both sides of a jump the nearer one.
      const away = [time, time - 0.01, time + 0.01].map((at) => {
        const [a, b] = place(is, at);
        return Math.hypot(a - x, b - y);
      });
      if (!(Math.min(...away) <= law.within)) return `${away[0]} px off at ${time}`;
    }
  }
  if (law?.keeps === "mended") {
    const { figureId, channel, loser, winner } = law;
    const left = findOverlaps(compileStudy(change.after)).find(
      (each) =>
        each.figureId === figureId &&
        each.channel === channel &&
        each.loser === loser &&
        each.winner === winner,
    );
    if (left) return `${winner} still hides ${loser} on ${channel} of ${figureId}`;
  }
  return undefined;
}

describe("over random studies of every field", () => {
  const failures = new Map<string, { count: number; first: string }>();
  const tried = new Map<string, number>();

  beforeAll(() => {
    let at = 0;
    for (let seed = 1; seed <= STUDIES; seed++) {
      const random = seededRandom(seed * 7919);
      // No edit may change what it is given.
      const study = frozen(seed % 3 === 0 ? anyLiveStudy(seed) : anyStudy(seed));
      let next = 0;
      const newId = () => `n${next++}`;
      for (let i = 0; i < EDITS; i++) {
        // By turns, so that none is left to chance.
        const kind = KINDS[at++ % KINDS.length] as string;
        const made = tryEdit(kind, study, random, newId);
        if (!made || isEmpty(made.change)) continue;
        tried.set(kind, (tried.get(kind) ?? 0) + 1);
        const what = broken(made);
        if (!what) continue;
        const first = failures.get(kind)?.first ?? `study ${seed}, edit ${i}: ${what}`;
        failures.set(kind, { count: (failures.get(kind)?.count ?? 0) + 1, first });
      }
    }
    if (failures.size > 0)
      console.info(
        [...failures]
          .map(([kind, { count, first }]) => `${kind}: ${count} of ${tried.get(kind)}, ${first}`)
          .join("\n"),
      );
  }, 3_600_000);

  it.each(KINDS)("%s keeps its laws, and was tried", (kind) => {
    expect(failures.get(kind)).toBeUndefined();
    expect(tried.get(kind) ?? 0).toBeGreaterThan(0);
  });
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
