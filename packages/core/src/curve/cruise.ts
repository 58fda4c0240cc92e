import { bad, type Fault, good } from "../fault/index.ts";
import { textFault } from "./call.ts";
import type { CruiseCurve } from "./curve.ts";
import { checkParameters, clamped, readNamed, writeCall } from "./family.ts";
import { type CurveKind, type CurveParameter, stockCard } from "./kind.ts";

const share = { min: 0, max: 1, default: 0.25, step: 0.01, unit: "%" } as const;
const PARAMETERS: readonly CurveParameter[] = [
  { name: "rise", label: "Rise", ...share },
  { name: "fall", label: "Fall", ...share },
];

const tooMuch = (path: string): Fault => ({
  code: "rise-and-fall-too-long",
  path,
  message: "Rise and fall together take more than the whole time.",
  cure: "Keep their sum at 100% or less.",
});

/** Speed rises evenly for the first part of the time, stays, and falls evenly for the last part. */
export const cruise: CurveKind<CruiseCurve> = {
  kind: "cruise",
  label: "Cruise",
  notation: ["cruise()"],
  parameters: PARAMETERS,
  initial: { kind: "cruise", rise: 0.25, fall: 0.25 },
  read: (call) => {
    const values = readNamed(call.args, PARAMETERS);
    if (!values.ok) return values;
    const { rise = 0, fall = 0 } = values.value;
    if (rise + fall > 1) {
      const { code, message, cure } = tooMuch("");
      return bad(textFault(code, call.at, message, cure));
    }
    return good({ kind: "cruise", rise, fall });
  },
  write: ({ rise, fall }) => writeCall("cruise", "", PARAMETERS, { rise, fall }),
  check: (curve, path) => {
    const faults = checkParameters({ ...curve }, PARAMETERS, path);
    return faults.length === 0 && curve.rise + curve.fall > 1 ? [tooMuch(path)] : faults;
  },
  script: ({ rise, fall }) => {
    const top = 1 / (1 - rise / 2 - fall / 2);
    return `if (p < ${rise}) return ${top / (2 * rise || 1)} * p * p;
return p <= ${1 - fall} ? ${top} * (p - ${rise / 2}) : 1 - ${top / (2 * fall || 1)} * (1 - p) ** 2;`;
  },
  reverse: ({ kind, rise, fall }) => ({ kind, rise: fall, fall: rise }),
  stock: [
    stockCard("more", "Cruise", "", { kind: "cruise", rise: 0.25, fall: 0.25 }),
    stockCard("more", "Cruise", "long landing", { kind: "cruise", rise: 0.15, fall: 0.6 }),
  ],
  landmarks: ({ rise, fall }) => [rise, 1 - fall].filter((p) => p > 0 && p < 1),
  compile: ({ rise, fall }) => {
    // The area under the speed is 1, the whole change in value.
    const top = 1 / (1 - rise / 2 - fall / 2);
    return clamped(
      (cell) => {
        const p = cell[0];
        cell[0] =
          p < rise
            ? (top * p * p) / (2 * rise)
            : p <= 1 - fall
              ? top * (p - rise / 2)
              : 1 - (top * (1 - p) ** 2) / (2 * fall);
      },
      (p) => (p < rise ? (top * p) / rise : p <= 1 - fall ? top : (top * (1 - p)) / fall),
    );
  },
};
