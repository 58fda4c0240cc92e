import { CURVE_KINDS, type Curve, type Direction } from "@levitas/core/curve";

/** A curve of the stock: what everybody has to choose from. */
export interface StockCurve {
  readonly id: string;
  readonly name: string;
  /** Its direction or what sets it apart; may be empty. */
  readonly detail: string;
  readonly curve: Curve;
}

const bezier = (x1: number, y1: number, x2: number, y2: number): Curve => ({
  kind: "cubic-bezier",
  x1,
  y1,
  x2,
  y2,
});

const single = (name: string, detail: string, curve: Curve): StockCurve => ({
  id: `${name} ${detail}`
    .trim()
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-"),
  name,
  detail,
  curve,
});

/** To begin from, mechanical to lively. */
const BASICS: readonly StockCurve[] = [
  single("Linear", "", { kind: "linear" }),
  single("Ease", "", { kind: "keyword", name: "ease" }),
  single("Ease-in", "", { kind: "keyword", name: "ease-in" }),
  single("Ease-out", "", { kind: "keyword", name: "ease-out" }),
  single("Ease-in-out", "", { kind: "keyword", name: "ease-in-out" }),
  single("Steep", "out", bezier(0.06, 0.7, 0.2, 1)),
  single("Glide", "in-out", bezier(0.75, 0, 0.15, 1)),
];

const SPRINGS: readonly StockCurve[] = [
  single("Spring", "calm", { kind: "spring-feel", overshoot: 0, settle: 500 }),
  single("Spring", "soft", { kind: "spring-feel", overshoot: 0.05, settle: 600 }),
  single("Spring", "lively", { kind: "spring-feel", overshoot: 0.2, settle: 700 }),
  single("Spring", "wild", { kind: "spring-feel", overshoot: 0.45, settle: 1200 }),
];

const MORE: readonly StockCurve[] = [
  single("Cruise", "", { kind: "cruise", rise: 0.25, fall: 0.25 }),
  single("Cruise", "long landing", { kind: "cruise", rise: 0.15, fall: 0.6 }),
  single("Turn", "early", { kind: "ramp", direction: "in-out", degree: 3, turn: 0.25 }),
  single("Turn", "late", { kind: "ramp", direction: "in-out", degree: 3, turn: 0.75 }),
  single("Steps", "5", { kind: "steps", count: 5, position: "jump-end" }),
  single("Steps", "12, both", { kind: "steps", count: 12, position: "jump-both" }),
];

const RAMPS = [
  ["Quad", 2],
  ["Cubic", 3],
  ["Quart", 4],
  ["Quint", 5],
] as const;

const TITLES: Readonly<Record<string, string>> = Object.fromEntries(
  CURVE_KINDS.map((kind) => [kind.kind, kind.label]),
);

const ORDER: readonly Direction[] = ["out", "in", "in-out", "out-in"];

/** Every family in each of its directions; ramps by the names the trade uses. */
function families(): StockCurve[] {
  const directed = CURVE_KINDS.filter((kind) => kind.directions !== undefined);
  return directed.flatMap((kind) => {
    const variants: readonly (readonly [string, Curve])[] =
      kind.kind === "ramp"
        ? RAMPS.map(([name, degree]) => [name, { ...kind.initial, degree } as Curve] as const)
        : [[TITLES[kind.kind] ?? kind.kind, kind.initial] as const];
    return variants.flatMap(([name, curve]) =>
      ORDER.map((direction) => single(name, direction, { ...curve, direction } as Curve)),
    );
  });
}

/** The stock, in the order it is shown. */
export const STOCK: readonly StockCurve[] = [...BASICS, ...SPRINGS, ...MORE, ...families()];
