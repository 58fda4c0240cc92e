import { bad } from "../fault/index.ts";
import { edgeBetween } from "../value/index.ts";
import { textFault } from "./call.ts";
import type {
  BackCurve,
  BounceCurve,
  CircCurve,
  ElasticCurve,
  ExpoCurve,
  RampCurve,
  SineCurve,
} from "./curve.ts";
import { clamped, everyDirection, family, type InForm, TURNED } from "./family.ts";
import { type CurveKind, stockCard } from "./kind.ts";

/** g = 1 − cos(πp/2), written as 2 sin²(πp/4), which keeps its digits near 0. */
export const sine: CurveKind<SineCurve> = family<SineCurve>({
  kind: "sine",
  label: "Sine",
  parameters: [],
  script: () => "1 - Math.cos((p * Math.PI) / 2)",
  form: () => ({
    into: (cell) => {
      cell[0] = 2 * Math.sin((Math.PI * cell[0]) / 4) ** 2;
    },
    slope: (p) => (Math.PI / 2) * Math.sin((Math.PI * p) / 2),
  }),
});

function powerForm(degree: number): InForm {
  return {
    into: (cell) => {
      cell[0] = cell[0] ** degree;
    },
    slope: (p) => degree * p ** (degree - 1),
  };
}

const plainRamp = family<RampCurve>({
  kind: "ramp",
  label: "Ramp",
  parameters: [
    { name: "degree", label: "Degree", min: 0.1, max: 12, default: 3, step: 0.1 },
    {
      name: "turn",
      label: "Turn",
      min: 0,
      max: 1,
      default: 0.5,
      step: 0.01,
      unit: "%",
      optional: true,
    },
  ],
  script: ({ degree }) => `p ** ${degree}`,
  form: ({ degree }) => powerForm(degree),
  aliases: {
    quad: { degree: 2 },
    cubic: { degree: 3 },
    quart: { degree: 4 },
    quint: { degree: 5 },
  },
});

const turned = (detail: string, turn: number) =>
  stockCard<RampCurve>("more", "Turn", detail, {
    ...{ kind: "ramp", direction: "in-out", degree: 3, turn },
  });

/** g = p^degree; with a turn (in-out only) it speeds up until the turn and slows down after it. */
export const ramp: CurveKind<RampCurve> = {
  ...plainRamp,
  read: (call, readers) => {
    const curve = plainRamp.read(call, readers);
    if (!curve.ok || curve.value.turn === undefined || curve.value.direction === "in-out")
      return curve;
    return bad(
      textFault(
        "turn-without-in-out",
        call.at,
        "A turn goes with in-out only.",
        "Write in-out, or no turn.",
      ),
    );
  },
  check: (curve, path) => [
    ...plainRamp.check(curve, path),
    ...(curve.turn !== undefined && curve.direction !== "in-out"
      ? [
          {
            code: "turn-without-in-out",
            path: `${path}.turn`,
            message: `Found a turn on a ramp that goes ${curve.direction}.`,
            cure: "Make it in-out, or leave the turn out.",
          },
        ]
      : []),
  ],
  script: (curve) => {
    const { degree, turn } = curve;
    if (turn === undefined) return plainRamp.script(curve);
    return `return p < ${turn} ? ${turn} * (p / ${turn}) ** ${degree} : 1 - ${1 - turn} * ((1 - p) / ${1 - turn}) ** ${degree};`;
  },
  landmarks: (curve) =>
    curve.turn === undefined
      ? (plainRamp.landmarks?.(curve) ?? [])
      : [curve.turn].filter((p) => p > 0 && p < 1),
  reverse: (curve) => ({
    ...{ ...curve, direction: TURNED[curve.direction] },
    ...(curve.turn === undefined ? {} : { turn: 1 - curve.turn }),
  }),
  // By the names the trade uses.
  stock: [
    turned("early", 0.25),
    turned("late", 0.75),
    ...[
      ...everyDirection("Quad", { ...plainRamp.initial, degree: 2 }),
      ...everyDirection("Cubic", { ...plainRamp.initial, degree: 3 }),
      ...everyDirection("Quart", { ...plainRamp.initial, degree: 4 }),
      ...everyDirection("Quint", { ...plainRamp.initial, degree: 5 }),
    ],
  ],
  compile: (curve) => {
    const { turn } = curve;
    if (turn === undefined) return plainRamp.compile(curve);
    const { into: g, slope: d } = powerForm(curve.degree);
    return clamped(
      (cell) => {
        const isRising = cell[0] < turn;
        cell[0] = isRising ? cell[0] / turn : (1 - cell[0]) / (1 - turn);
        g(cell);
        cell[0] = isRising ? turn * cell[0] : 1 - (1 - turn) * cell[0];
      },
      (p) => (p < turn || turn === 1 ? d(p / turn, false) : d((1 - p) / (1 - turn), false)),
    );
  },
};

/** g = (2^(kp) − 1)/(2^k − 1), through expm1 so that gentle ones keep their digits. */
export const expo: CurveKind<ExpoCurve> = family<ExpoCurve>({
  kind: "expo",
  label: "Expo",
  parameters: [
    { name: "steepness", label: "Steepness", min: 0.1, max: 30, default: 10, step: 0.1 },
  ],
  script: ({ steepness }) =>
    `Math.expm1(${steepness * Math.LN2} * p) / ${Math.expm1(steepness * Math.LN2)}`,
  form: ({ steepness }) => {
    const rate = steepness * Math.LN2;
    const whole = Math.expm1(rate);
    return {
      into: (cell) => {
        cell[0] = Math.expm1(rate * cell[0]) / whole;
      },
      slope: (p) => (rate * Math.exp(rate * p)) / whole,
    };
  },
});

/** g = 1 − √(1 − p²), a quarter of a circle; written without its cancellation near 0. */
export const circ: CurveKind<CircCurve> = family<CircCurve>({
  kind: "circ",
  label: "Circ",
  parameters: [],
  script: () => "1 - Math.sqrt(1 - p * p)",
  form: () => ({
    into: (cell) => {
      const p = cell[0];
      cell[0] = (p * p) / (1 + Math.sqrt((1 - p) * (1 + p)));
    },
    slope: (p) => p / Math.sqrt((1 - p) * (1 + p)),
  }),
});

/**
 * The s for which p²((s+1)p − s) falls below 0 by exactly `overshoot`: its least value is
 * −4s³/(27(s+1)²), which grows with s. Halving, 200 rounds at most, to the last digit.
 */
function backStrength(overshoot: number): number {
  const depth = (s: number) => (4 * s ** 3) / (27 * (s + 1) ** 2);
  let to = 1;
  while (depth(to) < overshoot) to *= 2;
  return edgeBetween((s) => depth(s) < overshoot, 0, to, 200);
}

function strengthOf({ overshoot, direction }: BackCurve): number {
  // Each half has half the height, so it has to overshoot by twice as much.
  const halves = direction === "in-out" || direction === "out-in";
  return backStrength(halves ? 2 * overshoot : overshoot);
}

/** g = p²((s+1)p − s), with s chosen so that the whole curve overshoots by `overshoot`. */
export const back: CurveKind<BackCurve> = family<BackCurve>({
  kind: "back",
  label: "Back",
  parameters: [
    { name: "overshoot", label: "Overshoot", min: 0, max: 1, default: 0.1, step: 0.01, unit: "%" },
  ],
  script: (curve) => {
    const s = strengthOf(curve);
    return `p * p * (${s + 1} * p - ${s})`;
  },
  form: (curve) => {
    const s = strengthOf(curve);
    return {
      into: (cell) => {
        const p = cell[0];
        cell[0] = p * p * ((s + 1) * p - s);
      },
      slope: (p) => p * (3 * (s + 1) * p - 2 * s),
    };
  },
});

/** out = 1 − E(p)·cos(2π·swings·p), E falling from 1 to 0 by powers of 2. */
export const elastic: CurveKind<ElasticCurve> = family<ElasticCurve>({
  kind: "elastic",
  label: "Elastic",
  parameters: [
    { name: "swings", label: "Swings", min: 0.25, max: 20, default: 3, step: 0.05 },
    { name: "decay", label: "Decay", min: 0.1, max: 30, default: 10, step: 0.1 },
  ],
  script: ({ swings, decay }) =>
    `((2 ** (${-decay} * (1 - p)) - ${2 ** -decay}) / ${1 - 2 ** -decay}) * Math.cos(${2 * Math.PI * swings} * (1 - p))`,
  form: ({ swings, decay }) => {
    const turn = 2 * Math.PI * swings;
    const rate = decay * Math.LN2;
    const end = Math.exp(-rate);
    const scale = 1 / -Math.expm1(-rate);
    // In terms of q = 1 − p, the argument of the out form.
    const envelope = (q: number) => (Math.exp(-rate * q) - end) * scale;
    return {
      into: (cell) => {
        const q = 1 - cell[0];
        cell[0] = envelope(q) * Math.cos(turn * q);
      },
      slope: (p) => {
        const q = 1 - p;
        return (
          rate * Math.exp(-rate * q) * scale * Math.cos(turn * q) +
          envelope(q) * turn * Math.sin(turn * q)
        );
      },
    };
  },
});

/** out: a fall of duration w, then hops; hop k lasts 2·r^k·w and rises to r^(2k) below the target. */
export const bounce: CurveKind<BounceCurve> = family<BounceCurve>({
  kind: "bounce",
  label: "Bounce",
  parameters: [
    { name: "bounces", label: "Bounces", min: 0, max: 20, default: 3, step: 1, whole: true },
    { name: "restitution", label: "Restitution", min: 0, max: 0.99, default: 0.5, step: 0.01 },
  ],
  kinks: ({ bounces, restitution: r }) => {
    let sum = 1;
    for (let k = 1; k <= bounces; k++) sum += 2 * r ** k;
    const touches: number[] = [];
    let q = 1 / sum;
    // In terms of the out form, as below; hops too short to see get no kink of their own.
    for (let k = 1; k <= bounces && q < 1 - 1e-9; k++) {
      touches.push(1 - q);
      q += (2 * r ** k) / sum;
    }
    return touches;
  },
  script: ({ bounces, restitution: r }) => {
    let sum = 1;
    for (let k = 1; k <= bounces; k++) sum += 2 * r ** k;
    return `{
  const q = 1 - p;
  let length = ${1 / sum};
  if (q < length) return 1 - (q / length) ** 2;
  let start = length;
  for (let k = 1; k <= ${bounces}; k++) {
    length = ${2 / sum} * ${r} ** k;
    if (q < start + length) return ${4} * ${r} ** (2 * k) * ((q - start) / length) * (1 - (q - start) / length);
    start += length;
  }
  return 0;
}`;
  },
  form: ({ bounces, restitution: r }) => {
    let sum = 1;
    for (let k = 1; k <= bounces; k++) sum += 2 * r ** k;
    const w = 1 / sum;
    // Hop 0 is the fall. The last entry of `starts` is where it all ends.
    const lengths = [w];
    const starts = [0, w];
    for (let k = 1; k <= bounces; k++) {
      lengths.push(2 * r ** k * w);
      starts.push((starts[k] as number) + (lengths[k] as number));
    }
    return {
      into: (cell) => {
        const q = 1 - cell[0];
        let k = 0;
        while (k < bounces && q >= (starts[k + 1] as number)) k++;
        const length = lengths[k] as number;
        const u = length > 0 ? Math.min((q - (starts[k] as number)) / length, 1) : 1;
        cell[0] = k === 0 ? 1 - u ** 2 : r ** (2 * k) * 4 * u * (1 - u);
      },
      slope: (p, left) => {
        const q = 1 - p;
        let k = 0;
        // p = 1 − q, so the left side of p is the right side of q.
        while (
          k < bounces &&
          (left ? q >= (starts[k + 1] as number) : q > (starts[k + 1] as number))
        )
          k++;
        const start = starts[k] as number;
        const length = lengths[k] as number;
        if (k === 0) return (2 * q) / (w * w);
        if (length === 0) return 0;
        return -(r ** (2 * k) * 4 * (1 - (2 * (q - start)) / length)) / length;
      },
    };
  },
});
