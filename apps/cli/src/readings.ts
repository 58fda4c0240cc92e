import { type Curve, naturalDuration, printCurve } from "@levitas/core/curve";
import { readCurve } from "@levitas/core/reading";
import { type Refusal, refuse, refuseFault } from "./batch.ts";
import { InputFault } from "./inputFault.ts";
import { readCurveArgument } from "./readCurveArgument.ts";
import type { Streams } from "./streams.ts";

interface Asked {
  /** ms; a spring has its natural duration if nothing is said. */
  readonly duration?: number;
  /** Percent of the way. */
  readonly band?: number;
}

/** `levitas readings --curve TEXT`: the readings as JSON. */
export function readingsOne(text: string, asked: Asked, streams: Streams): void {
  const curve = readCurveArgument(text);
  if (!curve.ok) throw InputFault.of("curve", curve.faults);
  streams.print(JSON.stringify(describeReadings(curve.value, asked), null, 2));
}

/** A line of `levitas readings`: {"curve": TEXT, "duration": 800, "band": 2} to {"readings": {…}}. */
export function readingsLine({
  curve: text,
  duration,
  band,
}: Readonly<Record<string, unknown>>): { readings: object } | Refusal {
  if (typeof text !== "string") return refuse('"curve" is not a text.');
  for (const [name, value] of Object.entries({ duration, band }))
    if (value !== undefined && !(typeof value === "number" && value > 0))
      return refuse(`"${name}" is not a number above 0.`);
  const curve = readCurveArgument(text);
  if (!curve.ok) return refuseFault(curve.faults);
  const asked = { duration, band } as Asked;
  return { readings: describeReadings(curve.value, asked) };
}

/**
 * Readings in plain numbers: overshoot, anticipation and band in percent of the way; times in ms where the
 * duration is known, else in progress from 0 to 1 (`times` says which); speeds relative to constant
 * speed, null where the curve is vertical or jumps.
 */
function describeReadings(curve: Curve, { duration, band = 2 }: Asked): object {
  const natural = naturalDuration(curve);
  const whole = duration ?? natural;
  const time = (p: number | null) => (p === null ? null : p * (whole ?? 1));
  const speed = (slope: number) => (Number.isFinite(slope) ? slope : null);
  const read = readCurve(curve, band / 100);
  return {
    curve: printCurve(curve),
    duration: whole ?? null,
    ...(natural === undefined ? {} : { naturalDuration: natural }),
    times: whole === undefined ? "progress" : "ms",
    overshoot: read.overshoot * 100,
    overshootAt: read.overshoot > 0 ? time(read.overshootAt) : null,
    anticipation: read.anticipation * 100,
    anticipationAt: read.anticipation > 0 ? time(read.anticipationAt) : null,
    firstReach: time(read.firstReach),
    band,
    settle: time(read.settle),
    peakSpeed: speed(read.peakSpeed),
    peakSpeedAt: time(read.peakSpeedAt),
    startSlope: speed(read.startSlope),
    endSlope: speed(read.endSlope),
    crossings: read.crossings.map(time),
    reversals: read.reversals.map(({ at, value }) => ({ at: time(at), value })),
    kinks: read.kinks.map(({ at, before, after }) => ({
      at: time(at),
      before: speed(before),
      after: speed(after),
    })),
    jumps: read.jumps.map(time),
    feel: read.feel,
  };
}
