import { compileStudy, findOverlaps } from "../../motion/index.ts";
import { checkStudy } from "../../shape/index.ts";
import type { Group, SequenceItem, Study, Tether } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import { placeItems } from "../../timeline/index.ts";
import {
  addItem,
  deleteItems,
  deleteKeys,
  deleteMarker,
  dissolveProblem,
  dissolveSequenceGroup,
  duplicateItems,
  groupProblem,
  joinProblem,
  joinTweens,
  makeSequenceGroup,
  mendOverlap,
  mendsOf,
  moveItems,
  orderItem,
  setItems,
  setMarker,
  setTweenMode,
  splitProblem,
  splitTween,
  stretchTween,
  tetherItem,
  tetherLoop,
  trimTween,
} from "../index.ts";

const after = (id: string, offset = 0): Tether => ({ to: "item", id, edge: "end", offset });
const track = (values: readonly number[], channel: "x" | "y" = "x") => ({
  channel,
  keys: values.map((value, i) => key(i * 100, value)),
});
/** The pass falls, settles 50 ms later, and a chip arrives with it; a knock sounds as it lands. */
function landing(): Study {
  return kiosk({
    figures: [figure("pass"), figure("chip1"), figure("chip2")],
    markers: [{ id: "open", name: "Gate opens", time: 900 }],
    sequence: [
      tween("fall", 100, "pass", [track([0, 60, 80], "y")]),
      tween("settle", after("fall", 50), "pass", [track([0, 4, 0])]),
      tween("chip", { to: "item", id: "settle", edge: "start", offset: 20 }, "chip1", [
        track([0, 50]),
      ]),
      tween("late", { to: "marker", id: "open", offset: -100 }, "chip2", [track([9, 7])]),
      { type: "cue", id: "knock", name: "Knock", tether: after("fall"), sound: "knock" },
    ],
  });
}
const starts = (study: Study) => {
  const { byId, startOf } = placeItems(study);
  return Object.fromEntries([...byId.keys()].map((id) => [id, startOf(id)]));
};
const ids = (items: readonly SequenceItem[]): unknown[] =>
  items.map((item) => (item.type === "group" ? [item.id, ids(item.items)] : item.id));
const sound = (study: Study) => expect(checkStudy(study)).toEqual([]);

describe("blocks of a sequence", () => {
  it("move with what hangs on them, and no further than the study's start", () => {
    const moved = moveItems(landing(), { ids: ["fall"], by: 30 }).after;
    expect(starts(moved)).toEqual({ fall: 130, settle: 380, chip: 400, late: 800, knock: 330 });
    // What is carried along anyway is not moved twice.
    const both = moveItems(landing(), { ids: ["settle", "fall", "chip"], by: 30 }).after;
    expect(starts(both)).toEqual(starts(moved));
    expect(starts(moveItems(landing(), { ids: ["fall"], by: -500 }).after).fall).toBe(0);
  });

  it("carry along what hangs on them when they are stretched or trimmed", () => {
    const long = stretchTween(landing(), { tweenId: "fall", edge: "end", time: 500 }).after;
    expect(starts(long)).toMatchObject({ fall: 100, settle: 550, knock: 500 });
    const short = trimTween(landing(), { tweenId: "fall", edge: "end", time: 220 }).after;
    expect(starts(short)).toMatchObject({ fall: 100, settle: 270, knock: 220 });
    // What was cut off is kept, and comes back.
    const whole = trimTween(short, { tweenId: "fall", edge: "end", time: 900 }).after;
    expect(starts(whole)).toEqual(starts(landing()));
    expect(whole.sequence[0]).not.toHaveProperty("clip");
  });

  it("begin later when their start is trimmed, the rest staying where it is", () => {
    const study = landing();
    const cut = trimTween(study, { tweenId: "fall", edge: "start", time: 150 }).after;
    expect(starts(cut).fall).toBe(150);
    const [before, now] = [compileStudy(study), compileStudy(cut)];
    for (const t of [150, 180, 250, 400])
      expect(now.valueAt(0, "y", t)).toBe(before.valueAt(0, "y", t));
    expect(now.valueAt(0, "y", 149)).toBe(0);
  });

  it("tether elsewhere without moving, or with an offset of their own", () => {
    const study = tetherItem(landing(), {
      id: "chip",
      anchor: { to: "item", id: "fall", edge: "end" },
    }).after;
    expect(starts(study)).toEqual(starts(landing()));
    expect(study.sequence[2]?.tether).toEqual(after("fall", 70));
    const marked = tetherItem(study, {
      id: "chip",
      anchor: { to: "marker", id: "open" },
      offset: 10,
    }).after;
    expect(starts(marked).chip).toBe(910);
  });

  it("are not hung in a circle, whose members are named", () => {
    const anchor = { to: "item", id: "chip", edge: "end" } as const;
    expect(tetherLoop(landing(), "fall", anchor).toSorted()).toEqual(["chip", "fall", "settle"]);
    const study = landing();
    expect(tetherItem(study, { id: "fall", anchor }).after).toBe(study);
    const broken = {
      ...study,
      sequence: study.sequence.map((item) =>
        item.id === "fall" ? { ...item, tether: after("chip") } : item,
      ),
    };
    const [fault] = checkStudy(broken);
    expect(fault?.code).toBe("tether-loop");
    for (const name of ["“fall”", "“settle”", "“chip”"]) expect(fault?.message).toContain(name);
  });

  it("pass on what hangs on them when they are deleted, without moving it", () => {
    const { after: study } = deleteItems(landing(), { ids: ["settle"] });
    expect(starts(study)).toEqual({ fall: 100, chip: 370, late: 800, knock: 300 });
    expect(study.sequence[1]?.tether).toEqual(after("fall", 70));
    const both = deleteItems(landing(), { ids: ["settle", "fall"] }).after;
    expect(starts(both)).toEqual({ chip: 370, late: 800, knock: 300 });
    expect(both.sequence.every(({ tether }) => tether.to !== "item")).toBe(true);
    sound(both);
  });

  it("let go of a marker that is deleted, and go along when it moves", () => {
    expect(starts(deleteMarker(landing(), { id: "open" }).after)).toEqual(starts(landing()));
    expect(starts(setMarker(landing(), { id: "open", time: 1000, name: "Gate" }).after).late).toBe(
      900,
    );
  });

  it("keep what hung on a key that is deleted where it was", () => {
    const study = landing();
    const fall = study.sequence[0];
    const keyId = fall?.type === "tween" ? (fall.tracks[0]?.keys[1]?.id ?? "") : "";
    const hung = tetherItem(study, {
      id: "knock",
      anchor: { to: "key", id: keyId },
      offset: 5,
    }).after;
    expect(starts(hung).knock).toBe(205);
    const gone = deleteKeys(hung, { keyIds: [keyId] }).after;
    expect(starts(gone).knock).toBe(205);
    sound(gone);
  });

  it("are duplicated to play after themselves, hung on each other like the first ones", () => {
    let n = 0;
    const copied = duplicateItems(landing(), {
      ids: ["fall", "settle"],
      newId: () => `n${n++}`,
    }).after;
    expect(ids(copied.sequence)).toEqual(["fall", "n0", "settle", "n4", "chip", "late", "knock"]);
    expect(starts(copied)).toMatchObject({ fall: 100, settle: 350, n0: 550, n4: 800 });
    sound(copied);
  });

  it("are duplicated once where a group is chosen with something deep inside of it", () => {
    const inner: Group = {
      ...{ type: "group", id: "inner", name: "inner", tether: { to: "start", offset: 0 } },
      items: [tween("deep", 0, "pass", [track([0, 9])])],
    };
    const outer: Group = { ...inner, id: "outer", name: "outer", items: [inner] };
    let next = 0;
    const { after: twice } = duplicateItems(kiosk({ sequence: [outer] }), {
      ids: ["outer", "deep"],
      newId: () => `n${next++}`,
    });
    expect(checkStudy(twice)).toEqual([]);
    expect([...placeItems(twice).byId.keys()]).toHaveLength(6);
  });

  it("are disabled, renamed and put in another order", () => {
    const off = setItems(landing(), {
      ids: ["fall"],
      set: { disabled: true, name: "Falls" },
    }).after;
    expect(compileStudy(off).valueAt(0, "y", 300)).toBe(0);
    expect(off.sequence[0]?.name).toBe("Falls");
    expect(ids(orderItem(off, { id: "fall", before: null }).after.sequence).at(-1)).toBe("fall");
    expect(ids(orderItem(off, { id: "late", before: "fall" }).after.sequence)[0]).toBe("late");
  });
});

describe("splitting and joining", () => {
  it("is refused outside of a tween and where it repeats, with the reason", () => {
    expect(splitProblem(landing(), "fall", 90)).toContain("playhead");
    const twice = setItems(landing(), { ids: ["fall"], set: { iterations: 2 } }).after;
    expect(splitProblem(twice, "fall", 200)).toContain("repeats");
    expect(splitTween(twice, { tweenId: "fall", time: 200, newId: () => "n" }).after).toBe(twice);
  });

  it("joins what follows each other, holding over a gap", () => {
    const study = kiosk({
      sequence: [
        tween("a", 0, "pass", [track([0, 50])]),
        tween("b", 150, "pass", [track([50, 20])]),
        tween("other", 0, "pass", [track([1, 2], "y")]),
      ],
    });
    const joined = joinTweens(study, { ids: ["a", "b"] }).after;
    expect(ids(joined.sequence)).toEqual(["a", "other"]);
    const [before, now] = [compileStudy(study), compileStudy(joined)];
    for (let t = 0; t < 300; t += 7)
      expect(now.valueAt(0, "x", t)).toBeCloseTo(before.valueAt(0, "x", t), 9);
  });

  it("says why tweens cannot be joined", () => {
    const study = landing();
    expect(joinProblem(study, ["fall"])).toContain("two");
    expect(joinProblem(study, ["settle", "chip"])).toContain("different figures");
    expect(
      joinProblem(
        kiosk({
          sequence: [
            tween("a", 0, "pass", [track([0, 9])]),
            tween("b", 50, "pass", [track([0, 9])]),
          ],
        }),
        ["a", "b"],
      ),
    ).toContain("before");
  });
});

describe("groups of a sequence", () => {
  it("are made of a selection without moving anything, and move as one", () => {
    const grouped = makeSequenceGroup(landing(), {
      ids: ["settle", "chip"],
      groupId: "g",
      name: "Arrival",
    }).after;
    expect(ids(grouped.sequence)).toEqual(["fall", ["g", ["settle", "chip"]], "late", "knock"]);
    expect(starts(grouped)).toEqual({ ...starts(landing()), g: 350 });
    expect(starts(moveItems(grouped, { ids: ["g"], by: 40 }).after)).toMatchObject({
      settle: 390,
      chip: 410,
    });
    expect(starts(moveItems(grouped, { ids: ["fall"], by: 40 }).after)).toMatchObject({
      settle: 390,
      chip: 410,
    });
    const apart = dissolveSequenceGroup(grouped, { id: "g" }).after;
    expect(starts(apart)).toEqual(starts(landing()));
    expect(ids(apart.sequence)).toEqual(ids(landing().sequence));
  });

  it("say why they cannot be made or dissolved", () => {
    const grouped = makeSequenceGroup(landing(), {
      ids: ["settle"],
      groupId: "g",
      name: "G",
    }).after;
    expect(groupProblem(grouped, ["settle", "fall"])).toContain("different groups");
    expect(dissolveProblem(grouped, "fall")).toContain("no group");
    const twice = setItems(grouped, { ids: ["g"], set: { iterations: 2 } }).after;
    expect(dissolveProblem(twice, "g")).toContain("repeats");
    const frozen = addItem(grouped, {
      group: "g",
      item: { type: "freeze", id: "f", name: "f", tether: { to: "start", offset: 10 }, frames: 2 },
    }).after;
    expect(dissolveProblem(frozen, "g")).toContain("freeze");
    expect(groupProblem(frozen, ["f"])).toContain("freeze");
  });

  it("take their members with them when deleted, and pass on what hung on those", () => {
    const grouped = makeSequenceGroup(landing(), {
      ids: ["fall", "settle"],
      groupId: "g",
      name: "G",
    }).after;
    const gone = deleteItems(grouped, { ids: ["g"] }).after;
    expect(ids(gone.sequence)).toEqual(["chip", "late", "knock"]);
    expect(starts(gone)).toEqual({ chip: 370, late: 800, knock: 300 });
    sound(gone);
  });

  it("play faster by their rate, and carry their end", () => {
    const grouped = makeSequenceGroup(landing(), {
      ids: ["fall", "settle"],
      groupId: "g",
      name: "G",
    }).after;
    const fast = setItems(grouped, { ids: ["g"], set: { rate: 2 } }).after;
    expect(starts(fast)).toMatchObject({ g: 100, fall: 100, settle: 225, chip: 245 });
    expect((fast.sequence[0] as Group).rate).toBe(2);
  });
});

describe("overlaps", () => {
  const contending = (): Study =>
    kiosk({
      sequence: [
        tween("first", 0, "pass", [track([0, 100, 200]), track([0, 1, 2], "y")]),
        tween("second", 150, "pass", [track([500, 400])]),
      ],
    });
  const overlapOf = (study: Study) => findOverlaps(compileStudy(study))[0];

  it("are found where two tweens drive one channel, with who wins", () => {
    expect(findOverlaps(compileStudy(contending()))).toEqual([
      { figureId: "pass", channel: "x", winner: "second", loser: "first", from: 150, to: 200 },
    ]);
    expect(findOverlaps(compileStudy(landing()))).toEqual([]);
  });

  it.each(["trim", "shift", "add"] as const)("are mended: %s", (by) => {
    const study = contending();
    const overlap = overlapOf(study);
    if (!overlap) throw new Error("there is no overlap");
    expect(mendsOf(overlap)).toEqual(["trim", "shift", "add"]);
    const mended = mendOverlap(study, { overlap, by }).after;
    expect(overlapOf(mended)).toBeUndefined();
    const [before, now] = [compileStudy(study), compileStudy(mended)];
    const x = (motion: typeof now, t: number) => motion.valueAt(0, "x", t);
    if (by === "trim")
      for (const t of [0, 75, 149, 160, 240, 400]) expect(x(now, t)).toBeCloseTo(x(before, t), 9);
    if (by === "shift") expect(placeItems(mended).startOf("second")).toBe(200);
    // From where the first one is as the second starts.
    if (by === "add") expect(x(now, 150)).toBeCloseTo(150 + 350, 9);
    for (const t of [0, 100, 190]) expect(now.valueAt(0, "y", t)).toBe(before.valueAt(0, "y", t));
    sound(mended);
  });

  it("do not come about where values are added; the first figure moves on as it did", () => {
    const study = contending();
    const added = setTweenMode(study, { tweenId: "second", mode: "relative" }).after;
    expect(overlapOf(added)).toBeUndefined();
    const back = setTweenMode(added, { tweenId: "second", mode: "absolute" }).after;
    expect(compileStudy(back).valueAt(0, "x", 180)).toBeCloseTo(
      compileStudy(study).valueAt(0, "x", 180),
      9,
    );
  });
});
