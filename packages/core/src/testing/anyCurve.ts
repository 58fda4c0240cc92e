import fc from "fast-check";
import {
  CURVE_KINDS,
  type Curve,
  checkCurve,
  type PathCurve,
  type PathPoint,
  STEP_POSITIONS,
} from "../curve/index.ts";

/** Curves drawn at random, for laws that hold for all. */

const double = (min: number, max: number) =>
  fc.double({ min, max, noNaN: true }).map((value) => value + 0);

/** Numbers of a millionth of their range: nobody draws a curve of denormal numbers. */
const number = (min: number, max: number) =>
  fc.integer({ min: 0, max: 1e6 }).map((n) => min + ((max - min) * n) / 1e6);

/** Any family, each parameter drawn over its whole range. */
export const anyFamily: fc.Arbitrary<Curve> = fc
  .constantFrom(...CURVE_KINDS.filter((kind) => kind.directions || kind.kind === "cruise"))
  .chain((kind) => {
    const parameters = kind.parameters.map(({ name, min, max, whole, optional }) =>
      fc
        .oneof(whole ? fc.integer({ min, max }) : double(min, max), fc.constantFrom(min, max))
        .map((value) => (optional ? {} : { [name]: value })),
    );
    const direction = kind.directions
      ? fc.constantFrom(...kind.directions).map((each) => ({ direction: each }))
      : fc.constant({});
    return fc
      .tuple(direction, ...parameters)
      .map((parts) => Object.assign({ kind: kind.kind }, ...parts) as Curve);
  })
  .filter((curve) => curve.kind !== "cruise" || curve.rise + curve.fall <= 1);

/** A path whose handles stay inside their pieces in time. */
export const anyPath: fc.Arbitrary<PathCurve> = fc
  .array(
    fc.record({
      gap: number(0.02, 1),
      y: number(-1, 2),
      out: fc.option(fc.tuple(number(0, 1), number(-1, 2))),
      in: fc.option(fc.tuple(number(0, 1), number(-1, 2))),
    }),
    { minLength: 1, maxLength: 8 },
  )
  .map((steps) => {
    const whole = steps.reduce((sum, { gap }) => sum + gap, 0);
    const points: PathPoint[] = [{ x: 0, y: 0 }];
    let passed = 0;
    for (const [i, step] of steps.entries()) {
      const last = points.at(-1) as PathPoint;
      passed += step.gap;
      const x = i === steps.length - 1 ? 1 : passed / whole;
      const place = ([share, y]: readonly [number, number]) => ({
        x: last.x + share * (x - last.x),
        y,
      });
      if (step.out) points[points.length - 1] = { ...last, out: place(step.out) };
      points.push({ x, y: step.y, ...(step.in ? { in: place(step.in) } : {}) });
    }
    return { kind: "path", points };
  });

/** Springs that come to rest. */
export const anySpring: fc.Arbitrary<Curve> = fc
  .oneof(
    fc
      .record({
        stiffness: number(20, 2000),
        damping: number(4, 100),
        mass: number(0.2, 4),
        velocity: number(-20, 20),
      })
      .map((physics): Curve => ({ kind: "spring", ...physics })),
    fc
      .record({ overshoot: number(0, 0.6), settle: number(100, 3000) })
      .map((feel): Curve => ({ kind: "spring-feel", ...feel })),
  )
  .filter((curve) => checkCurve(curve, "").length === 0);

const anyStops: fc.Arbitrary<Curve> = fc
  .array(fc.tuple(number(-1, 2), number(0, 1)), { minLength: 2, maxLength: 8 })
  .map((pairs) => {
    const places = pairs.map(([, at]) => at).sort((a, b) => a - b);
    return {
      kind: "linear-stops",
      stops: pairs.map(([value], i) => ({ value, at: places[i] as number })),
    };
  });

const anySteps: fc.Arbitrary<Curve> = fc
  .tuple(fc.integer({ min: 2, max: 40 }), fc.constantFrom(...STEP_POSITIONS))
  .map(([count, position]) => ({ kind: "steps", count, position }));

const anyBezier: fc.Arbitrary<Curve> = fc
  .tuple(number(0, 1), number(-2, 3), number(0, 1), number(-2, 3))
  .map(([x1, y1, x2, y2]) => ({ kind: "cubic-bezier", x1, y1, x2, y2 }));

/** Any curve of any kind. */
export const anyCurve: fc.Arbitrary<Curve> = fc.oneof(
  anyFamily,
  anyPath,
  anySpring,
  anyStops,
  anySteps,
  anyBezier,
  fc.constantFrom<Curve>({ kind: "linear" }, { kind: "keyword", name: "ease" }),
);
