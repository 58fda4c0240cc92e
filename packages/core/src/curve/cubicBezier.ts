import { bad, good, type Result, shortValue } from "../fault/index.ts";
import {
  bezierInto,
  bezierNumbers,
  bezierOrdinate,
  bezierWithNewton,
  newGuesses,
  SOLVER_SCRIPT,
  solveBezier,
  solveSteep,
} from "./bezierSolver.ts";
import { type Call, wrongArgument, wrongCount } from "./call.ts";
import { cubicSlopeAt } from "./cubic.ts";
import {
  type CompiledCurve,
  type CubicBezierCurve,
  compiledCurve,
  DIAGONAL,
  type KeywordCurve,
  progressCell,
} from "./curve.ts";
import { ANY_VALUE, type CurveKind, checkNumber, stockCard } from "./kind.ts";

/** The named cubic-beziers of CSS Easing Functions Level 2, section 2.2. */
export const KEYWORDS: Readonly<Record<KeywordCurve["name"], CubicBezierCurve>> = {
  ease: { kind: "cubic-bezier", x1: 0.25, y1: 0.1, x2: 0.25, y2: 1 },
  "ease-in": { kind: "cubic-bezier", x1: 0.42, y1: 0, x2: 1, y2: 1 },
  "ease-out": { kind: "cubic-bezier", x1: 0, y1: 0, x2: 0.58, y2: 1 },
  "ease-in-out": { kind: "cubic-bezier", x1: 0.42, y1: 0, x2: 0.58, y2: 1 },
};

const ABSCISSA = { min: 0, max: 1 };
const ORDINATE = { min: -Infinity, max: Infinity };
const NAMES = ["x1", "y1", "x2", "y2"] as const;

const bezier = (x1: number, y1: number, x2: number, y2: number): CubicBezierCurve => ({
  ...{ kind: "cubic-bezier", x1, y1, x2, y2 },
});

/** The handles turned about the middle, in the other order. */
const reverseBezier = ({ x1, y1, x2, y2 }: CubicBezierCurve): CubicBezierCurve =>
  bezier(1 - x2, 1 - y2, 1 - x1, 1 - y1);

/** `cubic-bezier(x1, y1, x2, y2)`, CSS Easing Functions Level 2. */
export const cubicBezier: CurveKind<CubicBezierCurve> = {
  kind: "cubic-bezier",
  label: "Cubic-bezier",
  css: true,
  notation: ["cubic-bezier()"],
  parameters: [
    { name: "x1", label: "x1", ...ABSCISSA, default: 0.3, step: 0.01 },
    { name: "y1", label: "y1", ...ORDINATE, default: 0, step: 0.01 },
    { name: "x2", label: "x2", ...ABSCISSA, default: 0.2, step: 0.01 },
    { name: "y2", label: "y2", ...ORDINATE, default: 1, step: 0.01 },
  ],
  initial: { kind: "cubic-bezier", x1: 0.3, y1: 0, x2: 0.2, y2: 1 },
  reverse: reverseBezier,
  stock: [
    stockCard("basic", "Steep", "out", bezier(0.06, 0.7, 0.2, 1)),
    stockCard("basic", "Glide", "in-out", bezier(0.75, 0, 0.15, 1)),
  ],
  read: readCubicBezier,
  write: ({ x1, y1, x2, y2 }) => `cubic-bezier(${x1}, ${y1}, ${x2}, ${y2})`,
  check: (curve, path) =>
    NAMES.flatMap((name) =>
      checkNumber(curve[name], `${path}.${name}`, name.startsWith("x") ? ABSCISSA : ANY_VALUE),
    ),
  compile: compileCubicBezier,
  script: ({ x1, y1, x2, y2 }) => bezierScript(x1, y1, x2, y2),
};

/** The keywords of CSS that stand for a cubic-bezier and print as themselves. */
export const keyword: CurveKind<KeywordCurve> = {
  kind: "keyword",
  label: "Keyword",
  css: true,
  notation: Object.keys(KEYWORDS),
  parameters: [],
  initial: { kind: "keyword", name: "ease" },
  reverse: ({ name }) => reverseBezier(KEYWORDS[name]),
  stock: (["ease", "ease-in", "ease-out", "ease-in-out"] as const).map((name) =>
    stockCard("basic", `E${name.slice(1)}`, "", { kind: "keyword", name }),
  ),
  read: (call) => good({ kind: "keyword", name: call.name as KeywordCurve["name"] }),
  write: (curve) => curve.name,
  check: (curve, path) =>
    Object.hasOwn(KEYWORDS, curve.name)
      ? []
      : [
          {
            code: "unknown-keyword",
            path: `${path}.name`,
            message: `Found ${shortValue(curve.name)}.`,
            cure: `Give one of ${Object.keys(KEYWORDS).join(", ")}.`,
          },
        ],
  compile: (curve) => compileCubicBezier(KEYWORDS[curve.name]),
  script: (curve) => cubicBezier.script(KEYWORDS[curve.name]),
};

function bezierScript(x1: number, y1: number, x2: number, y2: number): string {
  return `${SOLVER_SCRIPT}
const t = solve(p, ${x1}, ${x2});
return ((${3 * y1} * (1 - t) + ${3 * y2} * t) * (1 - t) + t * t) * t;`;
}

function readCubicBezier(call: Call): Result<CubicBezierCurve> {
  if (call.args.length !== 4) return bad(wrongCount(call, "4 numbers: x1, y1, x2, y2"));
  const numbers: number[] = [];
  for (const [i, arg] of call.args.entries()) {
    const [item] = arg.items;
    if (arg.items.length !== 1 || item?.type !== "number")
      return bad(wrongArgument(arg, `a number for ${NAMES[i]}`));
    if (i % 2 === 0 && !(item.value >= 0 && item.value <= 1))
      return bad(wrongArgument(arg, `${NAMES[i]} from 0 to 1, since time cannot run back`));
    numbers.push(item.value);
  }
  const [x1, y1, x2, y2] = numbers as [number, number, number, number];
  return good({ kind: "cubic-bezier", x1, y1, x2, y2 });
}

/** What slopes are solved in. */
const solved = progressCell();

/** See `CompiledCurve`. Within 1e-9 of the true solution on [0, 1] for ordinates around 1. */
export function compileCubicBezier(curve: CubicBezierCurve): CompiledCurve {
  // Coordinates on the diagonal make the diagonal, whatever the speed along it.
  return curve.x1 === curve.y1 && curve.x2 === curve.y2 ? DIAGONAL : new CompiledBezier(curve);
}

/**
 * A cubic-bezier, whose functions are made when first asked for: a study has tens of thousands, most of which are only
 * ever evaluated from an array of all their numbers.
 */
class CompiledBezier implements CompiledCurve {
  private made: CompiledCurve | undefined;

  constructor(readonly bezier: CubicBezierCurve) {}

  private get functions(): CompiledCurve {
    this.made ??= bezierFunctions(this.bezier);
    return this.made;
  }

  get value(): CompiledCurve["value"] {
    return this.functions.value;
  }

  get slope(): CompiledCurve["slope"] {
    return this.functions.slope;
  }

  get into(): CompiledCurve["into"] {
    return this.functions.into;
  }
}

function bezierFunctions({ x1, y1, x2, y2 }: CubicBezierCurve): CompiledCurve {
  const numbers = bezierNumbers(x1, y1, x2, y2);
  const guesses = newGuesses();
  // Tangents outside [0, 1]: towards the nearer control point, else the farther one, else flat
  // (CSS Easing Functions Level 2, "Output of a cubic Bézier easing function").
  const slopeBefore = x1 > 0 ? y1 / x1 : x2 > 0 ? y2 / x2 : 0;
  const slopeAfter = x2 < 1 ? (1 - y2) / (1 - x2) : x1 < 1 ? (1 - y1) / (1 - x1) : 0;
  return compiledCurve({
    into: (cell) => {
      const p = cell[0];
      if (p > 0 && p < 1) {
        bezierInto(cell, numbers, 0, guesses, 0);
        if (cell[0] < Number.POSITIVE_INFINITY) return;
        cell[0] = p;
        bezierWithNewton(cell, numbers, 0, guesses, 0);
        if (cell[0] < Number.POSITIVE_INFINITY) return;
        cell[0] = solveSteep(x1, x2, p, p);
        bezierOrdinate(cell, numbers, 0);
      } else if (p <= 0) cell[0] = p === 0 ? 0 : slopeBefore * p;
      else cell[0] = p === 1 ? 1 : 1 + slopeAfter * (p - 1);
    },
    slope: (p) => {
      if (p < 0) return slopeBefore;
      if (p > 1) return slopeAfter;
      if (p === 0) return endSlope(x1, y1, x2, y2);
      if (p === 1) return endSlope(1 - x2, 1 - y2, 1 - x1, 1 - y1);
      solved[0] = p;
      solveBezier(solved, x1, x2, numbers, guesses);
      const t = solved[0];
      const [ax, bx, cx, ay, by, cy] = numbers as unknown as readonly [
        ...[number, number, number],
        ...[number, number, number],
      ];
      return cubicSlopeAt(ay, by, cy, t) / cubicSlopeAt(ax, bx, cx, t);
    },
  });
}

/**
 * The slope of the curve as it leaves (0, 0): the direction of the first control point that is not
 * (0, 0) itself, the limit of dy/dx for t → 0.
 */
function endSlope(x1: number, y1: number, x2: number, y2: number): number {
  if (x1 !== 0 || y1 !== 0) return y1 / x1;
  if (x2 !== 0 || y2 !== 0) return y2 / x2;
  return 1;
}
