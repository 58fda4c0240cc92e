import { renameFigure, setKeyValue, setRest, setScene } from "../../edit/index.ts";
import { type Study, seededRandom } from "../../study/index.ts";
import {
  anyEdit,
  anyStudy,
  bezier,
  cases,
  figure,
  key,
  kiosk,
  tween,
} from "../../testing/index.ts";
import { compileStudy, createCompiler, findOverlaps, type Motion } from "../index.ts";

const STUDIES = cases(60, 3000);
const EDITS = 50;

const pose = (motion: Motion, t: number) => motion.at(t, new Float64Array(motion.slotCount));
const speeds = (motion: Motion, t: number) =>
  motion.velocity(t, new Float64Array(motion.slotCount));

/** Everything a motion answers, but for poses, as plain data. */
function answers(motion: Motion): unknown {
  const { duration, endless, placements } = motion;
  return {
    duration,
    endless,
    loop: placements.loop,
    stops: placements.root.freezes,
    placed: [...placements.byId].map(([id, placed]) => {
      const {
        start,
        length,
        whole,
        shown,
        iterations: passes,
        offsets,
        disabled,
        level,
        inside,
      } = placed;
      const group = level.group?.item.id;
      return [
        id,
        start,
        length,
        whole,
        shown,
        passes,
        offsets,
        disabled,
        group,
        level.freezes,
        inside?.freezes,
      ];
    }),
    driven: motion.driven.map(({ slot, layers }) => [
      slot,
      layers.map(({ tween: { id }, start, end, rank }) => [id, start, end, rank]),
    ]),
    overlaps: findOverlaps(motion),
    events: motion.events(-100, Math.min(duration, 5000)).map(({ time, cue }) => [time, cue.id]),
    firsts: [...placements.byId.keys()].map((id) => motion.cueTime(id)),
  };
}

/** Where two motions answer differently; undefined where they agree to the last bit. */
function difference(is: Motion, wanted: Motion, times: readonly number[]): string | undefined {
  const [a, b] = [JSON.stringify(answers(is)), JSON.stringify(answers(wanted))];
  if (a !== b) {
    const at = [...a].findIndex((letter, i) => letter !== b[i]);
    return `${a.slice(Math.max(at - 80, 0), at + 60)} in place of ${b.slice(Math.max(at - 80, 0), at + 60)}`;
  }
  for (const t of times)
    for (const ask of [pose, speeds]) {
      const [mine, theirs] = [ask(is, t), ask(wanted, t)];
      const slot = mine.findIndex((value, i) => value !== theirs[i]);
      if (slot >= 0) return `slot ${slot} at ${t}: ${mine[slot]} in place of ${theirs[slot]}`;
    }
  return undefined;
}

describe("a compiler that is given one state of a study after the other", () => {
  it(`answers like one that is given the last alone, ${STUDIES} studies and chains of ${EDITS} edits`, () => {
    for (let seed = 0; seed < STUDIES; seed++) {
      const random = seededRandom(seed + 1);
      let ids = 0;
      const newId = () => `new-${ids++}`;
      let study: Study = anyStudy(seed);
      const compiler = createCompiler();
      const first = compiler.update(study);
      const kept = pose(first, 333).slice();
      const labels: string[] = [];
      for (let edit = 0; edit < EDITS; edit++) {
        const change =
          random() < 0.05
            ? setScene(study, { ...study.scene, frameRate: 24 + Math.floor(random() * 40) })
            : random() < 0.05
              ? renameFigure(study, { figureId: study.figures[0]?.id ?? "", name: `F${edit}` })
              : anyEdit(study, random, newId);
        if (!change || change.after === study) continue;
        labels.push(change.label);
        study = change.after;
        const motion = compiler.update(study);
        // Asked in between, so that what is kept from one state to the next is filled.
        pose(motion, random() * motion.duration);
        if (edit % 7 !== 0 && edit < EDITS - 1) continue;
        const times = [-50, ...[0.2, 0.6, 1.01].map((share) => share * motion.duration), 777.7];
        const found = difference(motion, compileStudy(structuredClone(study)), times);
        if (found) throw new Error(`seed ${seed}, after ${labels.join(", ")}: ${found}`);
      }
      expect(pose(first, 333)).toEqual(kept);
    }
  }, 900_000);
});

describe("asking for every pose", () => {
  const figures = Array.from({ length: 100 }, (_, i) => figure(`float-${i}`));
  const study = kiosk({
    figures,
    sequence: figures.map(({ id }, i) =>
      tween(`bob-${id}`, i, id, [
        {
          channel: "x",
          keys: [0, 300, 600, 900].map((at) => key(at, (at * 7) % 90, bezier(0.3, 1.4, 0.2, 1))),
        },
        {
          channel: "y",
          keys: [0, 300, 900].map((at) => key(at, at, { kind: "linear" })),
        },
        { channel: "rotate", keys: [key(0, 0), key(900, 90, { kind: "keyword", name: "ease" })] },
      ]),
    ),
  });

  it("makes no objects: 300 channels leave less than 5 bytes each behind in a frame", () => {
    const motion = compileStudy(study);
    const out = new Float64Array(motion.slotCount);
    const play = (frames: number) => {
      for (let i = 0; i < frames; i++) motion.at((i * 16.7) % 1000, out);
    };
    play(3000);
    const left = Array.from({ length: 8 }, () => {
      const before = process.memoryUsage().heapUsed;
      play(1000);
      return process.memoryUsage().heapUsed - before;
    }).filter((bytes) => bytes >= 0);
    // A collection in between makes it less than nothing; the least of the others is what a frame costs.
    expect(Math.min(...left) / 1000 / 300).toBeLessThan(5);
  });
});

describe("what a compiler takes over", () => {
  const study = kiosk({
    figures: [figure("pass"), figure("float")],
    curves: [{ id: "swell", name: "Swell", curve: bezier(0.3, 0, 0.2, 1) }],
    sequence: [
      tween("drop", 0, "pass", [
        { channel: "x", keys: [key(0, 0, { shared: "swell" }), key(100, 1)] },
        { channel: "y", keys: [key(0, 0), key(100, 1)] },
      ]),
      tween("bob", { to: "item", id: "drop", edge: "end", offset: 0 }, "float", [
        { channel: "y", keys: [key(0, 0), key(100, 1)] },
      ]),
    ],
  });
  const tracks = (motion: Motion) => motion.driven.map(({ layers }) => layers[0]?.track);
  /** Which of the channels are other objects after a change of the study. */
  const compiledAnew = (after: Study) => {
    const compiler = createCompiler();
    const before = compiler.update(study);
    const driven = [...before.driven];
    return compiler
      .update(after)
      .driven.flatMap((channel, i) => (channel === driven[i] ? [] : [i]));
  };

  it("one key changed: its own tween's channels, and of these one track", () => {
    const [drop] = study.sequence;
    const keyId = drop?.type === "tween" ? (drop.tracks[1]?.keys[1]?.id ?? "") : "";
    const { after } = setKeyValue(study, { keyId, value: 9 });
    expect(compiledAnew(after)).toEqual([0, 1]);
    const compiler = createCompiler();
    const before = tracks(compiler.update(study));
    const now = tracks(compiler.update(after));
    expect(now.map((track, i) => track === before[i])).toEqual([true, false, true]);
  });

  it("a figure renamed, recolored and dressed: all channels", () => {
    const figures = study.figures.map((each) => ({
      ...each,
      name: "Other",
      hue: "slate" as const,
      rest: { ...each.rest, color: "#123456" },
      look: { text: "New" },
    }));
    expect(compiledAnew({ ...study, figures })).toEqual([]);
    const compiler = createCompiler();
    compiler.update(study);
    const after = { ...study, figures };
    expect(difference(compiler.update(after), compileStudy(after), [0, 50])).toBeUndefined();
  });

  it("a shared curve changed: all but the tween that follows it", () => {
    const curves = study.curves.map((each) => ({ ...each, curve: bezier(0, 0, 1, 1) }));
    expect(compiledAnew({ ...study, curves })).toEqual([0, 1]);
  });

  it("a value at rest changed: all but what finds it", () => {
    const finds = kiosk({
      figures: [figure("pass"), figure("float")],
      sequence: [
        tween("drop", 0, "pass", [{ channel: "x", keys: [key(0, { found: true }), key(100, 1)] }]),
        tween("rise", 200, "pass", [{ channel: "x", keys: [key(0, { found: true }), key(90, 5)] }]),
        tween("bob", 0, "float", [{ channel: "x", keys: [key(0, { found: true }), key(100, 1)] }]),
        tween("drift", 0, "float", [{ channel: "y", keys: [key(0, 0), key(100, 1)] }]),
      ],
    });
    const compiler = createCompiler();
    const before = [...compiler.update(finds).driven];
    const after = setRest(finds, { figureId: "pass", channel: "x", value: 70 }).after;
    const motion = compiler.update(after);
    expect(motion.driven.map((channel, i) => channel === before[i])).toEqual([false, true, true]);
    expect(difference(motion, compileStudy(after), [-10, 0, 40, 100, 250])).toBeUndefined();
    expect(motion.valueAt(0, "x", 0)).toBe(70);
  });

  it("a block moved: all but what moves", () => {
    const moved = study.sequence.map((item) =>
      item.id === "bob" ? { ...item, tether: { ...item.tether, offset: 40 } } : item,
    );
    expect(compiledAnew({ ...study, sequence: moved })).toEqual([2]);
  });
});
