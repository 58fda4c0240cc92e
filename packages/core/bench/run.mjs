// npm run bench. Every figure is a ratio to a plain loop of the same run, so that machines compare.
import { compileCurve, parseCurve, springFromFeel } from "@levitas/core/curve";
import { moveItems, setKeyValue } from "@levitas/core/edit";
import { fitBezier, fitLinear } from "@levitas/core/fit";
import { readCurveText } from "@levitas/core/format";
import { compileStudy } from "@levitas/core/motion";
import { readCurve } from "@levitas/core/reading";
import { readStudy } from "@levitas/core/shape";
import { harbour, rope } from "./harbour.mjs";

/** Median time of one call, ms, over rounds that each last long enough to be timed. */
function time(work, { rounds = 15, least = 8 } = {}) {
  let calls = 1;
  for (;;) {
    const start = performance.now();
    for (let i = 0; i < calls; i++) work();
    if (performance.now() - start >= least) break;
    calls *= 2;
  }
  const samples = [];
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    for (let i = 0; i < calls; i++) work();
    samples.push((performance.now() - start) / calls);
  }
  return samples.sort((a, b) => a - b)[Math.floor(rounds / 2)];
}

const line = (what, figure, note = "") =>
  console.log(`${what.padEnd(58)} ${figure.padStart(12)}  ${note}`);
const microseconds = (ms) => `${(ms * 1000).toFixed(2)} µs`;

// What everything is measured against.
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
  const polynomials = time(each(bare)) / (64 * POINTS);
  const solved = time(each(curves.map((curve) => compileCurve(curve).value))) / (64 * POINTS);
  line("cubic-bezier, one value", `${(solved * 1e6).toFixed(1)} ns`);
  line("  the two bare cubics, evaluated once", `${(polynomials * 1e6).toFixed(1)} ns`);
  line("  ratio", `× ${(solved / polynomials).toFixed(1)}`, "at most 15 wanted");
}

function studyCost() {
  const study = harbour({ figures: 1000, channels: 6, keys: 10 });
  const motion = compileStudy(study);
  const out = new Float64Array(motion.slotCount);
  const channels = motion.driven.length;
  const keys = channels * 10;
  let t = 0;
  const sines = time(() => {
    t += 7.77;
    for (let i = 0; i < channels; i++) sink += Math.sin(t + i);
  });
  const asked = time(() => {
    t = (t + 7.77) % motion.duration;
    motion.at(t, out);
  });
  line(`motion.at, ${channels} channels, ${keys} keys`, microseconds(asked), "at most 2 ms wanted");
  line("  one Math.sin per channel", microseconds(sines));
  line("  ratio", `× ${(asked / sines).toFixed(1)}`);
  const [first] = study.sequence;
  const keyId = first.tracks[0].keys[3].id;
  let value = 0;
  const edited = time(() => {
    value++;
    compileStudy(setKeyValue(study, { keyId, value }).after);
  });
  line("editing one key and compiling again", microseconds(edited), "at most 4 ms wanted");
  line("  ratio to one motion.at", `× ${(edited / asked).toFixed(1)}`);
  const text = JSON.stringify(study);
  const read = time(() => readStudy(JSON.parse(text)), { rounds: 3, least: 1 });
  const parsed = time(() => JSON.parse(text), { rounds: 5, least: 1 });
  line(
    `reading and checking a document of ${(text.length / 1e6).toFixed(1)} MB`,
    `${read.toFixed(0)} ms`,
  );
  line("  ratio to JSON.parse alone", `× ${(read / parsed).toFixed(1)}`);
}

/** Sequences: what a drag costs that carries many along, and a compile from nothing. */
function sequenceCost() {
  const study = rope({ tweens: 2000, deep: 10, carried: 500 });
  const text = JSON.stringify(study);
  let fresh = [];
  // A compile from nothing: no part of the study was seen before.
  const parsed = time(() => JSON.parse(text), { rounds: 9, least: 1 });
  const whole = time(() => (fresh = compileStudy(JSON.parse(text))), { rounds: 9, least: 1 });
  sink += fresh.duration;
  line(
    "2,000 tweens, tethers ten deep, compiled",
    microseconds(whole - parsed),
    "at most 30 ms wanted",
  );
  line("  ratio to JSON.parse of it", `× ${((whole - parsed) / parsed).toFixed(1)}`);
  let by = 0;
  let moved = study;
  compileStudy(study);
  const dragged = time(() => {
    by++;
    moved = moveItems(study, { ids: ["pull-0"], by: by % 400 }).after;
    sink += compileStudy(moved).duration;
  });
  line("moving one that carries 500 along, and compiling", microseconds(dragged));
  line("  ratio to JSON.parse of it", `× ${(dragged / parsed).toFixed(1)}`);
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

console.log(`Node ${process.version}`);
bezierCost();
curveCost();
studyCost();
sequenceCost();
if (!Number.isFinite(sink)) throw new Error("the sums are no numbers");
