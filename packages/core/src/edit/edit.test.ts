import fc from "fast-check";
import { compileStudy } from "../motion/index.ts";
import { checkStudy } from "../shape/index.ts";
import { type Study, tracksOf } from "../study/index.ts";
import { bezier, cases, figure, key, kiosk, tween } from "../testing/index.ts";
import {
  addFigure,
  addKey,
  type Change,
  deleteFigure,
  deleteKeys,
  forgetLast,
  type History,
  mergeLast,
  moveKey,
  moveTween,
  record,
  redo,
  renameFigure,
  renameStudy,
  replaceStudy,
  setItems,
  setKeyValue,
  setRest,
  setScene,
  setSpanCurve,
  setTrack,
  setValueAt,
  squash,
  startHistory,
  undo,
} from "./index.ts";

/** One figure, x with three keys at 100, 300 and 600 ms, y hanging on its end. */
function sample(): Study {
  return kiosk({
    figures: [figure("pass", { rest: { x: 5 } }), figure("tray")],
    sequence: [
      tween("slide", 100, "pass", [
        {
          channel: "x",
          keys: [
            { id: "a", time: 0, value: 0, curve: bezier(0.3, 0.2, 0.5, 1.3) },
            { id: "b", time: 200, value: 100 },
            { id: "c", time: 500, value: 40 },
          ],
        },
        { channel: "rotate", keys: [{ id: "r", time: 100, value: 10 }] },
      ]),
      tween("drop", { to: "item", id: "slide", edge: "end", offset: 20 }, "pass", [
        {
          channel: "y",
          keys: [
            { id: "d", time: 0, value: 0 },
            { id: "e", time: 100, value: 50 },
          ],
        },
      ]),
    ],
  });
}
const times = (study: Study, channel: "x" | "y" | "rotate" = "x") => {
  const { placements } = compileStudy(study);
  return tracksOf(study, "pass", channel).flatMap(({ tween: t, track }) =>
    track.keys.map((each) => placements.outer(t.id, each.time)),
  );
};
const x = (study: Study, t: number) => compileStudy(study).valueAt(0, "x", t);

describe("edits", () => {
  it("move a key between its neighbours and no further", () => {
    const study = sample();
    expect(times(moveKey(study, { keyId: "b", time: 350 }).after)).toEqual([100, 350, 600]);
    expect(times(moveKey(study, { keyId: "b", time: 50 }).after)).toEqual([100, 100, 600]);
    expect(times(moveKey(study, { keyId: "b", time: 900 }).after)).toEqual([100, 600, 600]);
  });

  it("move the first key with the tween's start, leaving every other key in place", () => {
    const earlier = moveKey(sample(), { keyId: "a", time: 40 }).after;
    expect([times(earlier), times(earlier, "rotate"), times(earlier, "y")]).toEqual([
      [40, 300, 600],
      [200],
      [620, 720],
    ]);
    expect(times(moveKey(sample(), { keyId: "a", time: -500 }).after)[0]).toBe(0);
    const later = moveKey(sample(), { keyId: "a", time: 250 }).after;
    expect([times(later), times(later, "rotate")]).toEqual([[250, 300, 600], [200]]);
    expect(checkStudy(later)).toEqual([]);
  });

  it("move a tween whole, and what hangs on it along", () => {
    const { after } = moveTween(sample(), { tweenId: "slide", start: 250 });
    expect([times(after), times(after, "y")]).toEqual([
      [250, 450, 750],
      [770, 870],
    ]);
    expect(times(moveTween(sample(), { tweenId: "slide", start: -80 }).after)[0]).toBe(0);
  });

  it("set a key in a span without changing the motion", () => {
    const study = sample();
    const value = x(study, 180);
    const { after } = addKey(study, {
      figureId: "pass",
      channel: "x",
      time: 180,
      value,
      keyId: "new",
      tweenId: "none",
    });
    expect(times(after)).toEqual([100, 180, 300, 600]);
    for (let t = 0; t <= 650; t += 3.7)
      expect(Math.abs(x(after, t) - x(study, t))).toBeLessThan(1e-9);
  });

  it("set a key before the first and after the last one", () => {
    const at = (time: number) =>
      addKey(sample(), { figureId: "pass", channel: "x", time, value: 1, keyId: "n", tweenId: "t" })
        .after;
    expect(times(at(30))).toEqual([30, 100, 300, 600]);
    expect(times(at(30), "rotate")).toEqual([200]);
    expect(times(at(800))).toEqual([100, 300, 600, 800]);
  });

  it("set the value of a key that is there instead of a second one", () => {
    const study = sample();
    const { after } = addKey(study, {
      figureId: "pass",
      channel: "x",
      time: 300,
      value: 7,
      keyId: "n",
      tweenId: "t",
    });
    expect([times(after), x(after, 300)]).toEqual([[100, 300, 600], 7]);
  });

  it("begin a tween for a channel that nothing drives", () => {
    const { after } = addKey(sample(), {
      figureId: "tray",
      channel: "opacity",
      time: 250,
      value: 0.5,
      keyId: "n",
      tweenId: "fade",
    });
    expect(tracksOf(after, "tray", "opacity")[0]?.tween).toMatchObject({
      id: "fade",
      tether: { offset: 250 },
    });
  });

  it("delete keys and nothing else; what hung on a tween that goes stays where it was", () => {
    const study = sample();
    expect(times(deleteKeys(study, { keyIds: ["b"] }).after)).toEqual([100, 600]);
    const gone = deleteKeys(study, { keyIds: ["a", "b", "c", "r"] }).after;
    expect(gone.sequence.map((item) => item.id)).toEqual(["drop"]);
    expect(times(gone, "y")).toEqual([620, 720]);
    expect(checkStudy(gone)).toEqual([]);
  });

  it("delete a figure with what stands in it and what moves only it", () => {
    const study = kiosk({
      figures: [figure("dial"), figure("needle", { parent: "dial" }), figure("tray")],
      sequence: [
        tween("turn", 0, "needle", [{ channel: "rotate", keys: [key(0, 0)] }]),
        tween("both", 0, ["needle", "tray"], [{ channel: "x", keys: [key(0, 0)] }]),
      ],
    });
    const { after } = deleteFigure(study, { figureId: "dial" });
    expect(after.figures.map((each) => each.id)).toEqual(["tray"]);
    expect(after.sequence).toMatchObject([{ id: "both", figures: ["tray"] }]);
    expect(checkStudy(after)).toEqual([]);
  });

  it("make a channel show a value at a time, on relative tracks too", () => {
    const study = kiosk({
      figures: [figure("pass", { rest: { x: 5, y: 1 } })],
      sequence: [
        tween("base", 0, "pass", [{ channel: "x", keys: [key(0, 0), key(400, 100)] }]),
        tween("nudge", 100, "pass", [
          { channel: "x", mode: "relative", keys: [key(0, 0), key(200, 30)] },
        ]),
      ],
    });
    const motion = compileStudy(study);
    const set = (channel: "x" | "y", time: number) =>
      setValueAt(study, motion, {
        figureId: "pass",
        channel,
        time,
        value: 77,
        keyId: "n",
        tweenId: "t",
        tolerance: 8,
      }).after;
    expect(x(set("x", 200), 200)).toBeCloseTo(77, 9);
    expect(x(set("x", 296), 300)).toBeCloseTo(77, 9);
    expect(set("y", 50).figures[0]?.rest.y).toBe(77);
  });

  it("leave untouched parts identical", () => {
    const study = sample();
    const { after } = setKeyValue(study, { keyId: "d", value: 9 });
    expect(after.figures).toBe(study.figures);
    expect(after.sequence[0]).toBe(study.sequence[0]);
  });

  it("leave the study as it is where the arguments name nothing", () => {
    const study = sample();
    expect(moveKey(study, { keyId: "nobody", time: 1 }).after).toBe(study);
    expect(moveTween(study, { tweenId: "nobody", start: 1 }).after).toBe(study);
    expect(deleteKeys(study, { keyIds: ["nobody"] }).after).toBe(study);
  });

  it("squash two changes in a row, and refuse two that are not", () => {
    const study = sample();
    const one = setKeyValue(study, { keyId: "a", value: 1 });
    const two = setKeyValue(one.after, { keyId: "b", value: 2 });
    const both = squash(one, two);
    expect(undo(record(startHistory<null>(study), both, null, null))?.history.study).toEqual(study);
    expect(() => squash(two, one)).toThrow(RangeError);
  });
});

describe("history", () => {
  it("restores what was selected, and forgets redo when something new is done", () => {
    const study = sample();
    let history: History<string> = startHistory(study);
    history = record(history, setKeyValue(study, { keyId: "a", value: 1 }), "before", "after");
    const back = undo(history);
    expect([back?.selection, back?.history.study]).toEqual(["before", study]);
    expect(back && redo(back.history)?.selection).toBe("after");
    const other = back && record(back.history, renameStudy(study, { name: "Other" }), "s", "s");
    expect(other && redo(other)).toBeUndefined();
  });

  it("records nothing for a change that changes nothing", () => {
    const history = startHistory<null>(sample());
    expect(record(history, moveKey(history.study, { keyId: "nobody", time: 1 }), null, null)).toBe(
      history,
    );
  });

  it("makes one entry of two, which is undone and redone as one", () => {
    const before = sample();
    const named = record(
      startHistory<string>(before),
      renameStudy(before, { name: "Quay" }),
      "first",
      "second",
    );
    const twice = record(named, renameStudy(named.study, { name: "Pier" }), "second", "third");
    const merged = mergeLast(twice, "rename twice");
    expect(merged.past.map(({ label }) => label)).toEqual(["rename twice"]);
    expect(merged.study).toBe(twice.study);
    const back = undo(merged);
    expect(back?.history.study).toEqual(before);
    expect(back?.selection).toBe("first");
    const forth = back && redo(back.history);
    expect(forth?.history.study).toEqual(twice.study);
    expect(forth?.selection).toBe("third");
    expect(mergeLast(named, "alone")).toBe(named);
  });

  it("forgets an entry as if it had not been made", () => {
    const before = sample();
    const empty = startHistory<string>(before);
    const named = record(empty, renameStudy(before, { name: "Quay" }), "a", "b");
    const forgotten = forgetLast(named);
    expect(forgotten.study).toEqual(before);
    expect(forgotten.past).toEqual([]);
    expect(forgotten.future).toEqual([]);
    expect(forgetLast(empty)).toBe(empty);
  });

  it("goes back to the first study and forth to the last through 200 random edits, all sound", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(12), fc.nat(1000), fc.nat(9)), { minLength: 200, maxLength: 200 }),
        (rolls) => {
          const first = sample();
          let history: History<null> = startHistory(first);
          let id = 0;
          for (const roll of rolls) {
            const change = randomEdit(history.study, roll, () => `id-${id++}`);
            history = record(history, change, null, null);
            expect(checkStudy(history.study)).toEqual([]);
          }
          const last = history.study;
          for (let step = undo(history); step; step = undo(history)) history = step.history;
          expect(history.study).toEqual(first);
          for (let step = redo(history); step; step = redo(history)) history = step.history;
          expect(history.study).toEqual(last);
        },
      ),
      { numRuns: cases(5, 20), seed: 7 },
    );
  });
});

/** Some edit of a study, chosen by three numbers. */
function randomEdit(
  study: Study,
  [kind, amount, pick]: [number, number, number],
  newId: () => string,
): Change {
  const tweens = study.sequence.flatMap((item) => (item.type === "tween" ? [item] : []));
  const keys = tweens.flatMap((each) => each.tracks.flatMap((track) => track.keys));
  const keyId = keys[pick % Math.max(keys.length, 1)]?.id ?? "";
  const someTween = tweens[pick % Math.max(tweens.length, 1)];
  const figureId = study.figures[pick % Math.max(study.figures.length, 1)]?.id ?? "";
  const channel = (["x", "y", "rotate", "opacity", "scaleX"] as const)[pick % 5] ?? "x";
  const isNumber = typeof keys[pick % Math.max(keys.length, 1)]?.value === "number";
  switch (kind) {
    case 0:
    case 1:
      return moveKey(study, { keyId, time: amount });
    case 2:
      return isNumber
        ? setKeyValue(study, { keyId, value: amount })
        : moveKey(study, { keyId, time: amount });
    case 3:
      return moveTween(study, { tweenId: someTween?.id ?? "", start: amount });
    case 4:
    case 5:
      return addKey(study, {
        figureId,
        channel,
        time: amount,
        value: amount / 10,
        keyId: newId(),
        tweenId: newId(),
      });
    case 6:
      return deleteKeys(study, { keyIds: [keyId] });
    case 7:
      return setSpanCurve(study, { keyId, curve: bezier(amount / 1000, pick, 0.5, 1) });
    case 8:
      return addFigure(study, { figure: figure(newId(), { rest: { x: amount } }) });
    case 9:
      return amount < 80
        ? deleteFigure(study, { figureId })
        : renameFigure(study, { figureId, name: `N ${amount}` });
    case 10:
      return setRest(study, { figureId, channel, value: amount });
    case 11:
      return setTrack(study, {
        tweenId: someTween?.id ?? "",
        channel: "rotate",
        set: { route: "shorter" },
      });
    default:
      return amount % 3 === 0
        ? setScene(study, { width: amount + 1 })
        : amount % 3 === 1
          ? setItems(study, { ids: [someTween?.id ?? ""], set: { name: `T ${amount}` } })
          : replaceStudy(study, { study: { ...study, name: `S ${amount}` }, label: "replace" });
  }
}
