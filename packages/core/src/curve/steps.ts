import { bad, type Fault, good, type Result, shortValue } from "../fault/index.ts";
import { type Call, wrongArgument, wrongCount } from "./call.ts";
import { type CompiledCurve, compiledCurve, type StepPosition, type StepsCurve } from "./curve.ts";
import { type CurveKind, checkNumber, stockCard } from "./kind.ts";

const POSITIONS: readonly StepPosition[] = ["jump-start", "jump-end", "jump-none", "jump-both"];
const READ: Readonly<Record<string, StepPosition>> = {
  "jump-start": "jump-start",
  "jump-end": "jump-end",
  "jump-none": "jump-none",
  "jump-both": "jump-both",
  start: "jump-start",
  end: "jump-end",
};
const MOST = 2 ** 31 - 1;

/** Where the jump of a step stands when the steps run backwards. */
const TURNED: Readonly<Record<StepPosition, StepPosition>> = {
  "jump-start": "jump-end",
  "jump-end": "jump-start",
  "jump-none": "jump-none",
  "jump-both": "jump-both",
};

/** `steps(n, position)` and its keywords, CSS Easing Functions Level 2, section 2.3. */
export const steps: CurveKind<StepsCurve> = {
  kind: "steps",
  label: "Steps",
  css: true,
  notation: ["steps()", "step-start", "step-end"],
  parameters: [
    { name: "count", label: "Steps", min: 1, max: 60, default: 5, step: 1, whole: true },
  ],
  initial: { kind: "steps", count: 5, position: "jump-end" },
  read: readSteps,
  // As CSS serialises it: the default position is omitted, and jump-start is written `start`.
  write: ({ count, position }) =>
    position === "jump-end"
      ? `steps(${count})`
      : `steps(${count}, ${position === "jump-start" ? "start" : position})`,
  check: checkSteps,
  compile: compileSteps,
  script: (curve) => {
    const { jumps, first } = jumpsOf(curve);
    return `return Math.min(Math.floor(p * ${curve.count}) + ${first}, ${jumps}) / ${jumps};`;
  },
  reverse: (curve) => ({ ...curve, position: TURNED[curve.position] }),
  stock: [
    stockCard("more", "Steps", "5", { kind: "steps", count: 5, position: "jump-end" }),
    stockCard("more", "Steps", "12, both", { kind: "steps", count: 12, position: "jump-both" }),
  ],
  landmarks: ({ count }) => Array.from({ length: count - 1 }, (_, i) => (i + 1) / count),
};

/** The positions a person can choose, in the order they are shown. */
export const STEP_POSITIONS = POSITIONS;

function readSteps(call: Call): Result<StepsCurve> {
  if (call.name === "step-start") return good({ kind: "steps", count: 1, position: "jump-start" });
  if (call.name === "step-end") return good({ kind: "steps", count: 1, position: "jump-end" });
  const [first, second] = call.args;
  if (!first || call.args.length > 2)
    return bad(wrongCount(call, "a number of steps and, if wanted, a position"));
  const [count] = first.items;
  if (first.items.length !== 1 || count?.type !== "number" || !(count.whole || count.computed))
    return bad(wrongArgument(first, "a whole number of steps"));
  const [word] = second?.items ?? [];
  const position = second === undefined ? "jump-end" : READ[word?.type === "word" ? word.word : ""];
  if (position === undefined || (second && second.items.length !== 1))
    return bad(wrongArgument(second ?? first, `one of ${Object.keys(READ).join(", ")}`));
  const least = position === "jump-none" ? 2 : 1;
  // calc() rounds to the nearest whole number, halves up (CSS Values 4, "Type conversion").
  const whole = Math.floor(count.value + 0.5);
  if (!count.computed && !(whole >= least))
    return bad(wrongArgument(first, `at least ${least} step${least > 1 ? "s" : ""}`));
  return good({ kind: "steps", count: Math.min(Math.max(whole, least), MOST), position });
}

function checkSteps({ count, position }: StepsCurve, path: string): Fault[] {
  const faults = checkNumber(count, `${path}.count`, {
    min: position === "jump-none" ? 2 : 1,
    max: MOST,
    whole: true,
  });
  if (!POSITIONS.includes(position))
    faults.push({
      code: "unknown-position",
      path: `${path}.position`,
      message: `Found ${shortValue(position)}.`,
      cure: `Give one of ${POSITIONS.join(", ")}.`,
    });
  return faults;
}

/** How many jumps there are, and how many of them at once at the start. */
function jumpsOf({ count, position }: StepsCurve): { jumps: number; first: number } {
  return {
    jumps: position === "jump-none" ? count - 1 : position === "jump-both" ? count + 1 : count,
    first: position === "jump-start" || position === "jump-both" ? 1 : 0,
  };
}

/** See `CompiledCurve`; the algorithm of CSS with its clamps at both ends. */
function compileSteps(curve: StepsCurve): CompiledCurve {
  const { count } = curve;
  const { jumps, first } = jumpsOf(curve);
  return compiledCurve({
    into: (cell, before = false) => {
      const p = cell[0];
      const place = p * count;
      let step = Math.floor(place) + first;
      if (before && Number.isInteger(place)) step--;
      if (p >= 0 && step < 0) step = 0;
      if (p <= 1 && step > jumps) step = jumps;
      cell[0] = step / jumps;
    },
    slope: () => 0,
  });
}
