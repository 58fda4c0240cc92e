import fc from "fast-check";
import {
  type Curve,
  checkCurve,
  compileCurve,
  parseCurve,
  printCurve,
  springDuration,
  springFromFeel,
} from "./index.ts";

type Physics = { stiffness: number; damping: number; mass: number; velocity: number };
const spring = (stiffness: number, damping: number, mass = 1, velocity = 0): Physics => ({
  stiffness,
  damping,
  mass,
  velocity,
});
const curveOf = (physics: Physics): Curve => ({ kind: "spring", ...physics });

/** An independent reference: the equation of motion integrated by Runge and Kutta in small steps. */
function integrate(
  { stiffness: k, damping: c, mass: m, velocity }: Physics,
  until: number,
): number {
  const steps = 40_000;
  const h = until / steps;
  const force = (x: number, v: number) => (-k * (x - 1) - c * v) / m;
  let [x, v] = [0, velocity];
  for (let i = 0; i < steps; i++) {
    const [x1, v1] = [v, force(x, v)];
    const [x2, v2] = [v + (h / 2) * v1, force(x + (h / 2) * x1, v + (h / 2) * v1)];
    const [x3, v3] = [v + (h / 2) * v2, force(x + (h / 2) * x2, v + (h / 2) * v2)];
    const [x4, v4] = [v + h * v3, force(x + h * x3, v + h * v3)];
    x += (h / 6) * (x1 + 2 * x2 + 2 * x3 + x4);
    v += (h / 6) * (v1 + 2 * v2 + 2 * v3 + v4);
  }
  return x;
}

const critical = 2 * Math.sqrt(170);
const SPRINGS: [string, Physics][] = [
  ["the default one", spring(170, 14)],
  ["hardly damped", spring(300, 2)],
  ["overdamped", spring(100, 60)],
  ["critically damped", spring(170, critical)],
  ["a hair under critical", spring(170, critical * (1 - 1e-6))],
  ["a hair over critical", spring(170, critical * (1 + 1e-6))],
  ["pushed towards the target", spring(170, 20, 1, 12)],
  ["pushed away, heavy", spring(90, 20, 3, -6)],
  ["overdamped and pushed past", spring(100, 40, 1, 60)],
];

describe("springs", () => {
  it.each(SPRINGS)("%s is within 1e-8 of an integration", (_, physics) => {
    const duration = springDuration(physics);
    const { value } = compileCurve(curveOf(physics));
    for (const p of [0.05, 0.2, 0.5, 0.9])
      expect(Math.abs(value(p) - integrate(physics, p * duration))).toBeLessThan(1e-8);
  });

  it.each(SPRINGS)("%s rests for good after its natural duration, and not before", (_, physics) => {
    const duration = springDuration(physics);
    // Sampled from a spring of twice the time would be circular; the integration is not.
    expect(Math.abs(integrate(physics, duration) - 1)).toBeCloseTo(0.001, 6);
    for (let i = 1; i <= 12; i++)
      expect(Math.abs(integrate(physics, duration * (1 + i * 0.04)) - 1)).toBeLessThanOrEqual(
        0.001 + 1e-9,
      );
  });

  const anySpring = fc
    .tuple(
      fc.double({ min: 5, max: 2000, noNaN: true }),
      fc.double({ min: 0.02, max: 3, noNaN: true }),
      fc.double({ min: 0.1, max: 10, noNaN: true }),
      fc.double({ min: -50, max: 50, noNaN: true }),
    )
    .map(([k, ratio, m, v]) => spring(k, 2 * ratio * Math.sqrt(k * m), m, v))
    .filter((physics) => Number.isFinite(springDuration(physics)));

  it("begin at 0 with their velocity, end exactly at 1, and pass their last turn inside the band", () => {
    fc.assert(
      fc.property(anySpring, (physics) => {
        const { value, slope } = compileCurve(curveOf(physics));
        expect([value(0), value(1)]).toEqual([0, 1]);
        expect(slope(0) / springDuration(physics)).toBeCloseTo(physics.velocity, 6);
        expect(Math.abs(value(1 - 1e-9) - 1)).toBeCloseTo(0.001, 5);
      }),
    );
  });

  it("have the slope of their difference quotient", () => {
    fc.assert(
      fc.property(anySpring, fc.double({ min: 0.01, max: 0.99, noNaN: true }), (physics, p) => {
        const { value, slope } = compileCurve(curveOf(physics));
        const quotient = (value(p + 1e-7) - value(p - 1e-7)) / 2e-7;
        expect(Math.abs(slope(p) - quotient)).toBeLessThan(1e-4 * Math.max(10, Math.abs(quotient)));
      }),
    );
  });

  it("come out with the overshoot and settle time they were asked for, over a grid of 20 × 20", () => {
    for (let i = 0; i < 20; i++)
      for (let j = 0; j < 20; j++) {
        const overshoot = (0.6 * i) / 19;
        const settle = 100 + (2900 * j) / 19;
        const physics = springFromFeel(overshoot, settle);
        const duration = springDuration(physics) * 1000;
        const { value } = compileCurve({ kind: "spring-feel", overshoot, settle });
        let most = 0;
        let last = 0;
        const samples = 4000;
        for (let n = 0; n < samples; n++) {
          const x = value(n / samples);
          most = Math.max(most, x - 1);
          if (Math.abs(x - 1) > 0.02) last = n;
        }
        expect(Math.abs(most - overshoot)).toBeLessThan(0.001);
        const [from, to] = [(last * duration) / samples, ((last + 1) * duration) / samples];
        expect(from - 1).toBeLessThan(settle);
        expect(to + 1).toBeGreaterThan(settle);
      }
  });

  it.each([
    ["spring()", "spring()"],
    ["spring(damping: 14, stiffness: 200)", "spring(stiffness: 200)"],
    ["spring(overshoot: 12%, settle: 600ms)", "spring(overshoot: 12%, settle: 600ms)"],
    ["spring(settle: 0.8s)", "spring(overshoot: 12%, settle: 800ms)"],
  ])("%s prints as %s and reads back", (text, printed) => {
    const curve = parseCurve(text);
    expect(curve.ok && printCurve(curve.value)).toBe(printed);
    expect(parseCurve(printed)).toEqual(curve);
  });

  it.each([
    ["spring(damping: 0)", "more damping"],
    ["spring(stiffness: 0.1, damping: 500)", "more stiffness"],
    ["spring(overshoot: 90%, settle: 60s)", "more damping"],
    ["spring(overshoot: 12%, damping: 3)", "one of overshoot, settle"],
    ["spring(settle: 600)", "a time"],
  ])("refuses %s and says the cure", (text, cure) => {
    const curve = parseCurve(text);
    expect(curve.ok ? "" : curve.faults[0]?.cure).toContain(cure);
  });

  it("finds springs that never rest in data too", () => {
    expect(checkCurve(curveOf(spring(170, 0)), "c")[0]?.code).toBe("spring-too-long");
    expect(checkCurve(curveOf(spring(170, -1)), "c")[0]?.path).toBe("c.damping");
  });
});
