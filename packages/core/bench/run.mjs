// npm run bench. Every figure is a ratio to a plain loop of the same process, so that machines compare; each part runs
// in a process of its own, so that none is measured with code that another one made slow or fast.
import { execFileSync } from "node:child_process";
import { fileURLToPath } from "node:url";
import { CURVE_KINDS, compileCurve, parseCurve, springFromFeel } from "@levitas/core/curve";
import { moveItems, setKeyValue, setValuesAt } from "@levitas/core/edit";
import { fitBezier, fitLinear } from "@levitas/core/fit";
import { handoffCss, readCurveText } from "@levitas/core/format";
import { createLive } from "@levitas/core/live";
import { compileStudy, createCompiler } from "@levitas/core/motion";
import { readCurve } from "@levitas/core/reading";
import { readStudy } from "@levitas/core/shape";
import { emptyStudy } from "@levitas/core/study";
import { PlacementCache, placeItems } from "@levitas/core/timeline";
import { harbour, rope } from "./harbour.mjs";

/** How often a piece of work has to be done to last long enough to be timed. */
function callsFor(work, least) {
  for (let calls = 1; ; calls *= 2) {
    const start = performance.now();
    for (let i = 0; i < calls; i++) work();
    if (performance.now() - start >= least) return calls;
  }
}

/** Time of one call, ms, in one go. */
function timeOnce(work, calls) {
  const start = performance.now();
  for (let i = 0; i < calls; i++) work();
  return (performance.now() - start) / calls;
}

const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)];

/** Median time of one call, ms, over rounds that each last long enough to be timed. */
function time(work, { rounds = 15, least = 8 } = {}) {
  const calls = callsFor(work, least);
  return median(Array.from({ length: rounds }, () => timeOnce(work, calls)));
}

/**
 * How many times as long one piece of work takes as another: the median over rounds in which both are timed one right
 * after the other, so that a machine that is faster at one time than at another makes no difference.
 */
function compare(work, base, { rounds = 41, least = 4 } = {}) {
  const [calls, baseCalls] = [callsFor(work, least), callsFor(base, least)];
  return median(
    Array.from({ length: rounds }, () => timeOnce(work, calls) / timeOnce(base, baseCalls)),
  );
}

const line = (what, figure, note = "") =>
  console.log(`${what.padEnd(58)} ${figure.padStart(12)}  ${note}`);
/** A ratio that must not be above a limit. */
const bar = (what, ratio, most) =>
  line(what, `× ${ratio.toFixed(2)}`, `at most × ${most}: ${ratio <= most ? "met" : "NOT MET"}`);
const microseconds = (ms) => `${(ms * 1000).toFixed(2)} µs`;

const POINTS = 1000;
const places = Float64Array.from({ length: POINTS }, (_, i) => (i * 0.618034) % 1);
let sink = 0;

function bezierCost() {
  const curves = Array.from({ length: 64 }, (_, i) => {
    const part = (n) => ((i + 1) * n * 0.6180339887) % 1;
    return {
      kind: "cubic-bezier",
      x1: part(1),
      y1: part(2) * 3 - 1,
      x2: part(3),
      y2: part(5) * 3 - 1,
    };
  });
  const bare = curves.map(({ x1, y1, x2, y2 }) => {
    const [cx, cy] = [3 * x1, 3 * y1];
    const [bx, by] = [3 * (x2 - x1) - cx, 3 * (y2 - y1) - cy];
    const [ax, ay] = [1 - cx - bx, 1 - cy - by];
    return (t) => ((ax * t + bx) * t + cx) * t + ((ay * t + by) * t + cy) * t;
  });
  const each = (functions) => () => {
    for (const f of functions) for (let i = 0; i < POINTS; i++) sink += f(places[i]);
  };
  const polynomials = each(bare);
  const solved = each(curves.map((curve) => compileCurve(curve).value));
  line("cubic-bezier, one value", `${((time(solved) * 1e6) / (64 * POINTS)).toFixed(1)} ns`);
  bar("  against the two bare cubics, evaluated once", compare(solved, polynomials), 3.5);
}

/** Asking for every pose, at times that jump about and frame by frame. */
function poseCost() {
  const study = harbour({ figures: 1000, channels: 6, keys: 10 });
  const motion = compileStudy(study);
  const out = new Float64Array(motion.slotCount);
  const channels = motion.driven.length;
  let t = 0;
  // What is found when it is first needed, such as guesses of roots, is found before it is timed.
  for (let i = 0; i < 1500; i++) motion.at((i * 977.7) % motion.duration, out);
  let angle = 0;
  const sines = () => {
    angle += 7.77;
    for (let i = 0; i < channels; i++) sink += Math.sin(angle + i);
  };
  const anywhere = () => {
    t = (t + 977.7) % motion.duration;
    motion.at(t, out);
  };
  const forwards = () => {
    t = (t + 1000 / 60) % motion.duration;
    motion.at(t, out);
  };
  line(`motion.at, ${channels} channels, ${channels * 10} keys`, microseconds(time(anywhere)));
  bar("  anywhere, against one Math.sin per channel", compare(anywhere, sines), 6);
  bar("  frame by frame", compare(forwards, sines), 4);
}

/** One key edited: the motion updated, and asked once for the figure it is of. */
function editCost() {
  let before;
  for (const figures of [10, 100, 1000]) {
    const study = harbour({ figures, channels: 6, keys: 10 });
    const compiler = createCompiler();
    const motion = compiler.update(study);
    const out = new Float64Array(motion.slotCount);
    let t = 0;
    const all = () => {
      t = (t + 977.7) % motion.duration;
      motion.at(t, out);
    };
    for (let i = 0; i < 300; i++) all();
    const index = Math.floor(figures / 2);
    const keyId = study.sequence[index].tracks[0].keys[3].id;
    // The edits are made before: what is measured is what a motion costs.
    const edited = Array.from(
      { length: 64 },
      (_, i) => setKeyValue(study, { keyId, value: i }).after,
    );
    let next = 0;
    const updated = () => {
      next = (next + 1) % edited.length;
      const now = compiler.update(edited[next]);
      t = (t + 977.7) % motion.duration;
      for (const channel of ["x", "y", "rotate", "opacity", "scaleX", "scaleY"])
        sink += now.valueAt(index, channel, t);
    };
    const followed = () => {
      next = (next + 1) % edited.length;
      t = (t + 977.7) % motion.duration;
      sink += compiler.update(edited[next]).at(t, out)[0];
    };
    const keys = figures * 60;
    line(`one key of ${keys} edited, updated, its figure asked`, microseconds(time(updated)));
    line("  updated and all asked", microseconds(time(followed)));
    line("  motion.at alone", microseconds(time(all)));
    if (figures === 1000) {
      bar("  against motion.at of all", compare(updated, all), 0.25);
      bar("  against the same with 6,000 keys", compare(updated, before), 1.5);
    }
    before = updated;
  }
}

/** A drag that carries many tweens along. */
function sequenceCost() {
  const study = rope({ tweens: 2000, deep: 10, carried: 500 });
  const moved = Array.from(
    { length: 64 },
    (_, i) => moveItems(study, { ids: ["pull-0"], by: i + 1 }).after,
  );
  let next = 0;
  const everything = () => {
    for (const placed of placeItems(study).byId.values()) sink += placed.start;
  };
  const places = new PlacementCache();
  places.update(study);
  const carried = () => {
    next = (next + 1) % moved.length;
    sink += places.update(moved[next]).placed.length;
  };
  const compiler = createCompiler();
  compiler.update(study);
  const updated = () => {
    next = (next + 1) % moved.length;
    sink += compiler.update(moved[next]).duration;
  };
  line("2,000 tweens placed from nothing", microseconds(time(everything)));
  line("one moved that carries 500 along: placed", microseconds(time(carried)));
  bar("  against placing everything", compare(carried, everything), 0.25);
  line("  the motion updated", microseconds(time(updated)));
  const text = JSON.stringify(study);
  const parse = () => {
    sink += JSON.parse(text).sequence.length;
  };
  let by = 0;
  const dragged = () => {
    by = (by % 64) + 1;
    sink += compiler.update(moveItems(study, { ids: ["pull-0"], by }).after).duration;
  };
  line("  edited and updated", microseconds(time(dragged)));
  bar("  against JSON.parse of the study", compare(dragged, parse, { least: 1 }), 0.5);
}

/** A compile from nothing: no part of the study was seen before. */
function freshCost() {
  const text = JSON.stringify(rope({ tweens: 2000, deep: 10, carried: 500 }));
  const parse = () => {
    sink += JSON.parse(text).sequence.length;
  };
  const both = () => {
    sink += compileStudy(JSON.parse(text)).duration;
  };
  line("2,000 tweens, tethers ten deep, parsed and compiled", microseconds(time(both)));
  bar("  compiling against JSON.parse of them", compare(both, parse, { least: 1 }) - 1, 2);
}

/** What asking for every pose leaves behind to be collected, for each kind of curve. */
function memoryCost() {
  const study = harbour({ figures: 60, channels: 5, keys: 6 });
  const variants = CURVE_KINDS.flatMap(({ directions = [undefined], initial }) =>
    directions.map((direction) => ({ ...initial, ...(direction && { direction }) })),
  );
  const motions = variants.map((curve) => {
    const eased = structuredClone(study);
    for (const { tracks } of eased.sequence)
      for (const { keys } of tracks) for (const key of keys) key.curve = curve;
    return compileStudy(eased);
  });
  const out = new Float64Array(motions[0].slotCount);
  const ask = (motion, times) => {
    for (let i = 0; i < times; i++) motion.at((i * 7.13) % 2900, out);
  };
  // Several times over all: the engine settles on one code for all kinds.
  for (let round = 0; round < 6; round++) for (const motion of motions) ask(motion, 3000);
  let most = 0;
  let worst = "";
  for (const [i, motion] of motions.entries()) {
    ask(motion, 3000);
    globalThis.gc();
    const before = process.memoryUsage().heapUsed;
    ask(motion, 1000);
    const each = (process.memoryUsage().heapUsed - before) / (1000 * motion.driven.length);
    if (each <= most) continue;
    most = each;
    worst = `${variants[i].kind} ${variants[i].direction ?? ""}`.trim();
  }
  const verdict = most <= 1 ? "met" : "NOT MET";
  line(
    `memory for one value, the worst of ${variants.length} curves`,
    `${most.toFixed(2)} B`,
    `${worst}; at most 1 B: ${verdict}`,
  );
}

function documentCost() {
  const study = harbour({ figures: 1000, channels: 6, keys: 10 });
  const text = JSON.stringify(study);
  const read = () => {
    sink += readStudy(JSON.parse(text)).ok ? 1 : 0;
  };
  const parse = () => {
    sink += JSON.parse(text).figures.length;
  };
  line(`reading and checking ${(text.length / 1e6).toFixed(1)} MB`, microseconds(time(read)));
  line("  ratio to JSON.parse alone", `× ${compare(read, parse, { rounds: 9 }).toFixed(1)}`);
  const some = harbour({ figures: 50, channels: 2, keys: 4 });
  const css = time(() => {
    sink += handoffCss(some).text.length;
  });
  line("CSS of 50 tweens, 100 tracks", microseconds(css));
  const motion = compileStudy(study);
  let value = 0;
  const ids = study.figures.slice(0, 10).map(({ id }) => id);
  const set = time(() => {
    value++;
    const values = ids.map((figureId) => ({
      ...{ figureId, channel: "x", value, keyId: "k", tweenId: "t" },
    }));
    sink += setValuesAt(study, motion, { time: 1500, tolerance: 1e6, values }).patches.length;
  });
  line("ten figures dragged in 60,000 keys: the edit alone", microseconds(set));
}

/** Against sampling the same curve 1,000 times, which any of these has to do in some way. */
function curveCost() {
  const curveOf = (text) => parseCurve(text).value;
  const elastic = curveOf("elastic(out)");
  const sampled = time(() => {
    const { value } = compileCurve(elastic);
    for (let i = 0; i < POINTS; i++) sink += value(places[i]);
  });
  line("elastic, compiled and sampled 1,000 times", microseconds(sampled));
  const against = (what, work, note) => {
    const cost = time(work, { rounds: 5, least: 4 });
    line(what, microseconds(cost), note);
    line("  ratio to sampling", `× ${(cost / sampled).toFixed(1)}`);
  };
  against(
    "elastic as linear() within 0.5 %",
    () => {
      sink += fitLinear({ ...elastic }, 0.005).error;
    },
    "at most 50 ms wanted",
  );
  against("elastic as the best cubic-bezier", () => {
    sink += fitBezier({ ...elastic }).error;
  });
  against("readings of elastic", () => {
    sink += readCurve({ ...elastic }).overshoot;
  });
  let overshoot = 0;
  against(
    "a spring from its feel",
    () => {
      overshoot = (overshoot + 0.0137) % 0.6;
      sink += springFromFeel(overshoot, 600).stiffness;
    },
    "at most 2 ms wanted",
  );
  const megabyte = {
    "a curve of 1 MB": `linear(${"0.5, ".repeat(199_000)}1)`,
    "a path of 1 MB": `path("M 0 0 ${"L 0.5 0.5 ".repeat(99_000)}L 1 1")`,
    "bare path data of 1 MB": `M 0 0 ${"L 5 5 ".repeat(165_000)}L 9 9`,
    "brackets 1 MB deep": "(".repeat(999_000),
    "an SVG of 1 MB without a path": `<svg>${"<g a='b'>".repeat(110_000)}`,
  };
  for (const [what, text] of Object.entries(megabyte))
    against(
      `reading ${what}`,
      () => {
        sink += readCurveText(text).ok ? 1 : 0;
      },
      "at most 100 ms wanted",
    );
}

/** A spring that is on its way for as long as it is measured. */
const SLOW = { kind: "spring", stiffness: 4, damping: 0.5, mass: 1, velocity: 0 };

/** Live: 200 channels that are driven at once, and what a press costs. */
function liveCost() {
  const figures = Array.from({ length: 50 }, (_, i) => ({
    ...{ id: `f${i}`, name: `Float ${i}`, kind: "ball", parent: null, pivot: { x: 0.5, y: 0.5 } },
    ...{ hue: "slate", rest: {}, look: {} },
  }));
  const values = (x) =>
    Object.fromEntries(figures.map(({ id }) => [id, { x, y: x, rotate: x, scaleX: 1 + x / 99 }]));
  const study = {
    ...emptyStudy("Floats"),
    figures,
    live: {
      ...{ poses: [{ id: "out", name: "Out", values: values(90) }], levers: [], takes: [] },
      responses: [
        {
          ...{ id: "r", when: { on: "press", figure: null } },
          then: [{ do: "next", poses: ["out", "rest"] }],
          how: { curve: SLOW, duration: 0 },
          midFlight: "keeps-speed",
        },
      ],
    },
  };
  const live = createLive(study);
  const pose = new Float64Array(live.motion.slotCount);
  const press = { type: "press", x: 0, y: 0, figure: null };
  live.send(0, press);
  let time0 = 0;
  const frame = () => {
    time0 += 1e-4;
    live.at(time0, pose);
    sink += pose[0];
  };
  const empty = () => {
    pose.fill(0);
    sink += pose[0];
  };
  line(
    "200 channels driven live, a frame",
    `${time(frame).toFixed(3)} ms`,
    `× ${compare(frame, empty).toFixed(0)} of emptying a pose; at most 1 ms wanted`,
  );
  line(
    "a press that sends 200 channels",
    `${time(
      () => {
        time0 += 16;
        live.send(time0, press);
      },
      { rounds: 5 },
    ).toFixed(3)} ms`,
  );
}

const PARTS = {
  liveCost,
  bezierCost,
  curveCost,
  poseCost,
  editCost,
  sequenceCost,
  freshCost,
  memoryCost,
  documentCost,
};

/** With which memory can be counted: garbage is collected when asked, not in between. */
const FLAGS = ["--expose-gc", "--max-semi-space-size=256"];

const [, , part] = process.argv;
if (part === undefined) {
  console.log(`Node ${process.version}`);
  for (const name of Object.keys(PARTS))
    execFileSync(
      process.execPath,
      [...(name === "memoryCost" ? FLAGS : []), fileURLToPath(import.meta.url), name],
      { stdio: "inherit" },
    );
} else {
  PARTS[part]();
  if (!Number.isFinite(sink)) throw new Error("the sums are no numbers");
}
