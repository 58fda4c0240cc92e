import { bad, type Fault, good, type Result } from "../fault/index.ts";
import { type Call, textFault } from "./call.ts";
import type { CompiledCurve, Curve, SpringCurve, SpringFeelCurve } from "./curve.ts";
import { checkParameters, clamped, readNamed, writeCall, writeParameter } from "./family.ts";
import { type CurveKind, type CurveParameter, stockCard } from "./kind.ts";
import { oscillator, type SpringPhysics, settleTime, turningPoints } from "./oscillator.ts";

/** Within this of the target for good, a spring has come to rest. */
const REST = 0.001;
/** A spring that needs longer, s, is refused. */
const LONGEST = 60;
/** The settle band of readings. */
const BAND = 0.02;

const PHYSICS: readonly CurveParameter[] = [
  { name: "stiffness", label: "Stiffness", min: 0.1, max: 10_000, default: 170, step: 1 },
  { name: "damping", label: "Damping", min: 0, max: 1000, default: 14, step: 0.5 },
  { name: "mass", label: "Mass", min: 0.01, max: 100, default: 1, step: 0.05 },
  { name: "velocity", label: "Velocity", min: -100, max: 100, default: 0, step: 0.1 },
];

const FEEL: readonly CurveParameter[] = [
  { name: "overshoot", label: "Overshoot", min: 0, max: 0.9, default: 0.12, step: 0.01, unit: "%" },
  { name: "settle", label: "Settle", min: 10, max: 60_000, default: 600, step: 10, unit: "ms" },
];

/** Whether a curve goes by physics and takes the time it takes. */
export const isSpring = (curve: Curve): curve is SpringCurve | SpringFeelCurve =>
  curve.kind === "spring" || curve.kind === "spring-feel";

const byFeel = (detail: string, overshoot: number, settle: number) =>
  stockCard("spring", "Spring", detail, { kind: "spring-feel" as const, overshoot, settle });

/** Seconds until a spring has come to rest; Infinity if that takes more than a minute. */
export function springDuration(physics: SpringPhysics): number {
  return settleTime(oscillator(physics), REST, LONGEST);
}

/**
 * The spring of mass 1, starting from rest, that passes its target by `overshoot` (a fraction) and is
 * within 2 % of it for good after `settle` ms. The overshoot alone gives the damping ratio
 * (e^(−πζ/√(1−ζ²)) of the underdamped oscillator), and time scales with the frequency.
 */
export function springFromFeel(overshoot: number, settle: number): SpringPhysics {
  const log = Math.log(overshoot);
  const ratio = overshoot > 0 ? -log / Math.hypot(Math.PI, log) : 1;
  const unit = oscillator({ stiffness: 1, damping: 2 * ratio, mass: 1, velocity: 0 });
  const frequency = settleTime(unit, BAND, Number.MAX_SAFE_INTEGER) / (settle / 1000);
  return { stiffness: frequency ** 2, damping: 2 * ratio * frequency, mass: 1, velocity: 0 };
}

function tooLong(path: string, physics: SpringPhysics): Fault {
  return {
    code: "spring-too-long",
    path,
    message:
      physics.damping === 0
        ? "Without damping the spring never comes to rest."
        : "The spring needs more than 60 s to come to rest.",
    cure: "Give it more damping, or more stiffness.",
  };
}

function checkRest(physics: SpringPhysics, path: string): Fault[] {
  return Number.isFinite(springDuration(physics)) ? [] : [tooLong(path, physics)];
}

function compileSpring(physics: SpringPhysics): CompiledCurve {
  const duration = springDuration(physics);
  if (!Number.isFinite(duration)) throw new RangeError("compileSpring: the spring never rests");
  const { into, rate } = oscillator(physics);
  return clamped(
    (cell) => {
      cell[0] *= duration;
      into(cell);
      cell[0] = 1 - cell[0];
    },
    (p) => -rate(p * duration) * duration,
  );
}

/** The turning points of a spring, in progress: a stiff one swings thousands of times. */
function springTurns(physics: SpringPhysics): number[] {
  const duration = springDuration(physics);
  return turningPoints(oscillator(physics), duration)
    .map((t) => t / duration)
    .filter((p) => p > 0 && p < 1);
}

/** The closed form with its numbers worked out; see `oscillator` for the cases. */
function springScript(physics: SpringPhysics): string {
  const { stiffness, damping, mass, velocity } = physics;
  const a = damping / (2 * mass);
  const square = stiffness / mass - a * a;
  const w = Math.sqrt(Math.abs(square));
  const push = a - velocity;
  const time = `const t = p * ${springDuration(physics)};`;
  if (w < 1e-8) return `${time}\nreturn 1 - Math.exp(${-a} * t) * (1 + ${push} * t);`;
  if (square > 0)
    return `${time}
return 1 - Math.exp(${-a} * t) * (Math.cos(${w} * t) + ${push / w} * Math.sin(${w} * t));`;
  return `${time}
if (${w} * t < 1)
  return 1 - Math.exp(${-a} * t) * (Math.cosh(${w} * t) + ${push / w} * Math.sinh(${w} * t));
return 1 - ${0.5 * (1 + push / w)} * Math.exp(${-(stiffness / mass / (a + w))} * t) - ${0.5 * (1 - push / w)} * Math.exp(${-(a + w)} * t);`;
}

function readSpring(call: Call): Result<SpringCurve | SpringFeelCurve> {
  const isFeel = call.args.some(({ items: [word] }) =>
    FEEL.some((each) => word?.type === "word" && word.word === each.name),
  );
  const values = readNamed(call.args, isFeel ? FEEL : PHYSICS);
  if (!values.ok) return values;
  const curve = isFeel
    ? ({ kind: "spring-feel", ...values.value } as unknown as SpringFeelCurve)
    : ({ kind: "spring", ...values.value } as unknown as SpringCurve);
  const [fault] = checkRest(physicsOf(curve), "");
  if (fault) return bad(textFault(fault.code, call.at, fault.message, fault.cure));
  return good(curve);
}

/** The physical parameters of a spring, however it is described. */
export function physicsOf(curve: SpringCurve | SpringFeelCurve): SpringPhysics {
  return curve.kind === "spring" ? curve : springFromFeel(curve.overshoot, curve.settle);
}

/** A spring by its physics, over its natural duration. */
export const spring: CurveKind<SpringCurve> = {
  kind: "spring",
  label: "Spring",
  notation: ["spring()"],
  parameters: PHYSICS,
  initial: { kind: "spring", stiffness: 170, damping: 14, mass: 1, velocity: 0 },
  read: (call) => readSpring(call) as Result<SpringCurve>,
  write: (curve) => writeCall("spring", "", PHYSICS, { ...curve, kind: undefined }),
  check: (curve, path) => {
    const faults = checkParameters({ ...curve }, PHYSICS, path);
    return faults.length > 0 ? faults : checkRest(curve, path);
  },
  compile: compileSpring,
  landmarks: springTurns,
  natural: (curve) => springDuration(curve) * 1000,
  script: springScript,
};

/** A spring by how it should feel; read by `spring()` too, so it has no name of its own. */
export const springFeel: CurveKind<SpringFeelCurve> = {
  kind: "spring-feel",
  label: "Spring by feel",
  notation: [],
  parameters: FEEL,
  initial: { kind: "spring-feel", overshoot: 0.12, settle: 600 },
  read: (call) => readSpring(call) as Result<SpringFeelCurve>,
  // Both are always written: with one alone the text would be read as the physical form.
  write: (curve) =>
    `spring(${FEEL.map((each) => writeParameter(each, curve[each.name as "overshoot" | "settle"])).join(", ")})`,
  check: (curve, path) => {
    const faults = checkParameters({ ...curve }, FEEL, path);
    return faults.length > 0 ? faults : checkRest(physicsOf(curve), path);
  },
  compile: (curve) => compileSpring(physicsOf(curve)),
  landmarks: (curve) => springTurns(physicsOf(curve)),
  natural: (curve) => springDuration(physicsOf(curve)) * 1000,
  stock: [
    byFeel("calm", 0, 500),
    byFeel("soft", 0.05, 600),
    byFeel("lively", 0.2, 700),
    byFeel("wild", 0.45, 1200),
  ],
  script: (curve) => springScript(physicsOf(curve)),
};
