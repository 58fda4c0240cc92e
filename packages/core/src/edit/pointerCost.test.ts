import { compileStudy, createCompiler } from "../motion/index.ts";
import type { Study } from "../study/index.ts";
import { anyStudy, figure, key, kiosk, tween } from "../testing/index.ts";
import { frontDistances } from "../timeline/index.ts";
import {
  duplicateItems,
  joinPath,
  moveItems,
  moveKeys,
  renameFigure,
  setItems,
  setKeyValue,
} from "./index.ts";

/** The shortest time of some runs, ms. */
function timeOf(run: () => unknown, runs = 5): number {
  let best = Number.POSITIVE_INFINITY;
  for (let i = 0; i < runs; i++) {
    const begin = performance.now();
    run();
    best = Math.min(best, performance.now() - begin);
  }
  return best;
}

const FLOATS = Array.from({ length: 20 }, (_, i) => figure(`float-${i}`));
/** Tweens with two keys each; every tenth is tethered to the one before it. */
const blocks = (count: number): Study =>
  kiosk({
    figures: FLOATS,
    sequence: Array.from({ length: count }, (_, i) =>
      tween(
        `bob-${i}`,
        i % 10 === 1 ? { to: "item", id: `bob-${i - 1}`, edge: "start", offset: 10 } : i,
        `float-${i % 20}`,
        [{ channel: "y", keys: [key(0, 0), key(100 + i, 40)] }],
      ),
    ),
  });
const idsOf = (study: Study) => study.sequence.map(({ id }) => id);
const keysOf = (study: Study) =>
  study.sequence.flatMap((item) =>
    item.type === "tween" ? item.tracks.flatMap(({ keys }) => keys.map(({ id }) => id)) : [],
  );

describe("what is dragged costs in step with how much it is", () => {
  const [few, many] = [blocks(100), blocks(1000)];

  it.each([
    ["blocks", (study: Study) => moveItems(study, { ids: idsOf(study), by: 30 })],
    ["keys", (study: Study) => moveKeys(study, { keyIds: keysOf(study), time: 30 })],
  ])("%s: a thousand at most 15 times a hundred", (_, drag) => {
    for (const study of [few, many]) drag(study);
    const ratio = timeOf(() => drag(many), 15) / timeOf(() => drag(few), 40);
    expect(ratio).toBeLessThan(15);
  });

  it("a tether to a key makes no other edit twice as dear", () => {
    const plain = kiosk({
      figures: FLOATS,
      sequence: Array.from({ length: 200 }, (_, i) =>
        tween(`t-${i}`, 0, `float-${i % 20}`, [
          { channel: "x", keys: Array.from({ length: 60 }, (__, k) => key(k * 10, k)) },
        ]),
      ),
    });
    const id = keysOf(plain)[500] ?? "";
    const tethered: Study = {
      ...plain,
      sequence: [
        ...plain.sequence,
        tween("hung", { to: "key", id, offset: 0 }, "float-1", [
          { channel: "y", keys: [key(0, 0), key(50, 1)] },
        ]),
      ],
    };
    const edit = (study: Study) => {
      renameFigure(study, { figureId: "float-3", name: "Float" });
      setKeyValue(study, { keyId: id, value: 7 });
    };
    for (let i = 0; i < 20; i++) for (const study of [plain, tethered]) edit(study);
    expect(timeOf(() => edit(tethered), 40) / timeOf(() => edit(plain), 40)).toBeLessThan(2);
  });

  it("a front over a thousand figures at most 6 times one over 250", () => {
    const front = { shape: "circle", x: 0, y: 0 } as const;
    const of = (count: number) => {
      const figures = Array.from({ length: count }, (_, i) => figure(`chip-${i}`));
      const ids = figures.map(({ id }) => id);
      return () => frontDistances({ figures }, ids, front);
    };
    const [small, large] = [of(250), of(1000)];
    for (let i = 0; i < 20; i++) for (const run of [small, large]) run();
    expect(timeOf(large, 20) / timeOf(small, 40)).toBeLessThan(6);
  });

  it("two hundred thousand keys are moved and blocks copied without overflowing anything", () => {
    const study = kiosk({
      figures: FLOATS,
      sequence: [
        tween("long", 0, "float-0", [
          { channel: "x", keys: Array.from({ length: 200_000 }, (_, i) => key(i, i % 7)) },
        ]),
      ],
    });
    let next = 0;
    const { after } = duplicateItems(study, { ids: ["long"], newId: () => `n${next++}` });
    expect(after.sequence).toHaveLength(2);
  });
});

describe("what an edit does not touch stays the same object", () => {
  it("joining x and y leaves every other tween as it is", () => {
    const path = (id: string) =>
      tween(`drift-${id}`, 0, id, [
        { channel: "x", keys: [key(0, 0), key(400, 90)] },
        { channel: "y", keys: [key(0, 0), key(400, 60)] },
      ]);
    const study = kiosk({
      figures: FLOATS,
      sequence: ["float-0", "float-1", "float-2"].map(path),
    });
    let next = 0;
    const { after } = joinPath(study, { figureId: "float-0", newId: () => `n${next++}` });
    expect(after.sequence[0]).not.toBe(study.sequence[0]);
    expect(after.sequence.slice(1).every((item, i) => item === study.sequence[i + 1])).toBe(true);
  });
});

describe("a motion that is edited step by step", () => {
  it("is what a reload shows after a group's rate changes, for what is tethered across its border", () => {
    const before = kiosk({
      figures: [figure("a"), figure("b")],
      sequence: [
        {
          ...{ type: "group", id: "g", name: "Group", tether: { to: "start", offset: 100 } },
          items: [tween("t", 0, "a", [{ channel: "x", keys: [key(0, 0), key(100, 10)] }])],
        },
        tween("u", { to: "item", id: "t", edge: "end", offset: 0 }, "b", [
          { channel: "x", keys: [key(0, 0), key(100, 100)] },
        ]),
      ],
    });
    const compiler = createCompiler();
    compiler.update(before);
    const { after } = setItems(before, { ids: ["g"], set: { rate: 2 } });
    const motion = compiler.update(after);
    expect(motion.placements.startOf("u")).toBe(150);
    expect(motion.valueAt(1, "x", 180)).toBe(compileStudy(after).valueAt(1, "x", 180));
    expect(motion.valueAt(1, "x", 180)).toBeCloseTo(30, 9);
  });

  it("is what a reload shows, over random studies whose groups change their rates", () => {
    for (let seed = 1; seed <= 120; seed++) {
      let study = anyStudy(seed);
      const compiler = createCompiler();
      compiler.update(study);
      const groups = study.sequence.filter(({ type }) => type === "group").map(({ id }) => id);
      for (const rate of [2, 0.5, undefined]) {
        study = setItems(study, { ids: groups, set: { rate } }).after;
        const [is, wanted] = [compiler.update(study), compileStudy(structuredClone(study))];
        const out = () => new Float64Array(is.slotCount);
        for (const t of [100, 700, 1500])
          expect([seed, rate, [...is.at(t, out())]]).toEqual([
            seed,
            rate,
            [...wanted.at(t, out())],
          ]);
      }
    }
  });
});
