import { type CubicBezierCurve, type Curve, compileCurve, KEYWORDS } from "../curve/index.ts";
import { greatestDifference } from "./difference.ts";

/** A cubic-bezier fitted to a curve, and its greatest error. */
export interface BezierFit {
  readonly curve: CubicBezierCurve;
  /** Greatest difference in value over [0, 1]. */
  readonly error: number;
}

/** x1, y1, x2, y2. */
type Four = readonly [number, number, number, number];

const TABLE = 2048;
const ROUGH = 64;
const FINE = 320;
const STARTS = 16;
const FINISHERS = 3;

/**
 * The cubic-bezier with the least maximum error: the best of a coarse grid of starts, improved by
 * downhill simplex (Nelder and Mead, 1965) and then by a search with ever smaller random steps, since the
 * maximum has ridges on which a simplex stalls. Always the same answer for the same curve.
 *
 * @param options.within keep y1 and y2 in [0, 1], for places that cannot overshoot
 * @param options.progress told the share of the work done, 0 to 1
 */
export function fitBezier(
  curve: Curve,
  options: { readonly within?: boolean; readonly progress?: (share: number) => void } = {},
): BezierFit {
  const { within = false, progress } = options;
  const own = curve.kind === "keyword" ? KEYWORDS[curve.name] : curve;
  if (own.kind === "cubic-bezier" && (!within || isWithin(own))) return { curve: own, error: 0 };
  const { value } = compileCurve(curve);
  const target = Float64Array.from({ length: TABLE + 2 }, (_, i) => value(Math.min(i / TABLE, 1)));
  const legal = ([x1, y1, x2, y2]: Four): Four => [
    clamp(x1, 0, 1),
    within ? clamp(y1, 0, 1) : y1,
    clamp(x2, 0, 1),
    within ? clamp(y2, 0, 1) : y2,
  ];
  const fromTable = (p: number) => {
    const cell = (p * TABLE) | 0;
    const low = target[cell] as number;
    return low + ((target[cell + 1] as number) - low) * (p * TABLE - cell);
  };
  const end = Math.abs(1 - value(1));
  const rough = (four: Four) => errorAt(legal(four), ROUGH_PLACES, fromTable, end);
  // The last steps evaluate the curve itself: a table is too coarse where it is vertical.
  const fine = (four: Four) => errorAt(legal(four), FINE_PLACES, value, end);
  const starts = startsFor(curve, within)
    .map((four) => ({ four, error: rough(four) }))
    .sort((a, b) => a.error - b.error)
    .slice(0, STARTS);
  const steps = starts.length + FINISHERS * 3;
  let done = 0;
  const tick = () => progress?.(++done / steps);
  const better = starts.map(({ four }) => {
    const found = simplex(rough, four, 0.15, 260);
    tick();
    return { four: found, error: rough(found) };
  });
  better.sort((a, b) => a.error - b.error);
  let best: { four: Four; error: number } | undefined;
  const random = seeded(1);
  for (const { four } of better.slice(0, FINISHERS)) {
    let found = four;
    for (const size of [0.1, 0.03, 0.01]) {
      found = simplex(fine, found, size, 200);
      found = randomSearch(fine, found, size, 240, random);
      tick();
    }
    const error = fine(found);
    if (!best || error < best.error) best = { four: found, error };
  }
  const [x1, y1, x2, y2] = legal(best?.four ?? [0, 0, 1, 1]);
  const fitted: CubicBezierCurve = {
    kind: "cubic-bezier",
    x1: tidy(x1),
    y1: tidy(y1),
    x2: tidy(x2),
    y2: tidy(y2),
  };
  return { curve: fitted, error: greatestDifference(curve, fitted) };
}

/** Rounds to a millionth, a thousandth of what a screen can show. */
const tidy = (value: number) => Math.round(value * 1e6) / 1e6 + 0;

const clamp = (value: number, min: number, max: number) => Math.min(Math.max(value, min), max);

/** Parameters along a bezier, closer together towards the ends, where curves are steepest. */
function sampleParameters(count: number): Float64Array {
  return Float64Array.from(
    { length: count - 1 },
    (_, i) => 0.5 - 0.5 * Math.cos((Math.PI * (i + 1)) / count),
  );
}

const ROUGH_PLACES = sampleParameters(ROUGH);
const FINE_PLACES = sampleParameters(FINE);

/** The greatest error at some parameters of a bezier, or at its end. */
function errorAt(
  [x1, y1, x2, y2]: Four,
  parameters: Float64Array,
  wanted: (p: number) => number,
  end: number,
): number {
  let worst = end;
  for (let i = 0; i < parameters.length; i++) {
    const t = parameters[i] as number;
    const u = 1 - t;
    const a = 3 * u * u * t;
    const b = 3 * u * t * t;
    const c = t * t * t;
    const error = Math.abs(a * y1 + b * y2 + c - wanted(a * x1 + b * x2 + c));
    if (error > worst) worst = error;
  }
  return worst;
}

function isWithin({ y1, y2 }: CubicBezierCurve): boolean {
  return y1 >= 0 && y1 <= 1 && y2 >= 0 && y2 <= 1;
}

/** The starting points of the search: a grid of beziers, and the one with the curve's slopes at both ends. */
function startsFor(curve: Curve, within: boolean): Four[] {
  const starts: Four[] = [];
  const ordinates = within ? [0, 0.5, 1] : [-0.6, 0, 0.5, 1, 1.6, 2.5];
  for (const x1 of [0.05, 0.35, 0.7])
    for (const x2 of [0.15, 0.5, 0.9])
      for (const y1 of ordinates)
        for (const y2 of ordinates) starts.push([x1, y1, x2, within ? y2 : 1 - y2]);
  const { slope } = compileCurve(curve);
  const [s0, s1] = [clamp(slope(0), -20, 20), clamp(slope(1, true), -20, 20)];
  for (const reach of [0.15, 1 / 3, 0.6])
    starts.push([reach, reach * s0, 1 - reach, 1 - reach * s1]);
  if (curve.kind === "cubic-bezier") starts.push([curve.x1, curve.y1, curve.x2, curve.y2]);
  return starts;
}

/** Downhill simplex in four dimensions. */
function simplex(error: (four: Four) => number, start: Four, size: number, rounds: number): Four {
  const mix = (a: Four, b: Four, share: number): Four => [
    a[0] + (b[0] - a[0]) * share,
    a[1] + (b[1] - a[1]) * share,
    a[2] + (b[2] - a[2]) * share,
    a[3] + (b[3] - a[3]) * share,
  ];
  const corners = [start];
  for (let i = 0; i < 4; i++) {
    const corner = [...start] as [number, number, number, number];
    corner[i] = (corner[i] as number) + (i % 2 === 0 && (corner[i] as number) > 0.5 ? -size : size);
    corners.push(corner);
  }
  const points = corners.map((four) => ({ four, error: error(four) }));
  for (let round = 0; round < rounds; round++) {
    points.sort((a, b) => a.error - b.error);
    const worst = points[4] as (typeof points)[number];
    const least = points[0] as (typeof points)[number];
    if (worst.error - least.error < 1e-9) break;
    let center: Four = [0, 0, 0, 0];
    for (const { four } of points.slice(0, 4))
      center = [
        center[0] + four[0] / 4,
        center[1] + four[1] / 4,
        center[2] + four[2] / 4,
        center[3] + four[3] / 4,
      ];
    const at = (share: number) => {
      const four = mix(center, worst.four, share);
      return { four, error: error(four) };
    };
    const mirrored = at(-1);
    let next = mirrored;
    if (mirrored.error < least.error) {
      const farther = at(-2);
      if (farther.error < mirrored.error) next = farther;
    } else if (mirrored.error >= (points[3]?.error ?? 0)) {
      next = at(mirrored.error < worst.error ? -0.5 : 0.5);
      if (next.error >= Math.min(mirrored.error, worst.error)) {
        for (let i = 1; i < 5; i++) {
          const four = mix(least.four, (points[i] as typeof worst).four, 0.5);
          points[i] = { four, error: error(four) };
        }
        continue;
      }
    }
    points[4] = next;
  }
  return points.reduce((a, b) => (b.error < a.error ? b : a)).four;
}

/** A random search whose steps shrink while they bring no improvement. */
function randomSearch(
  error: (four: Four) => number,
  start: Four,
  size: number,
  tries: number,
  random: () => number,
): Four {
  let best = start;
  let least = error(start);
  let reach = size;
  for (let i = 0; i < tries; i++) {
    const step = () => (random() - 0.5) * 2 * reach;
    const four: Four = [best[0] + step(), best[1] + step(), best[2] + step(), best[3] + step()];
    const found = error(four);
    if (found < least) {
      best = four;
      least = found;
      reach *= 1.5;
    } else reach *= 0.97;
    if (reach < 1e-6) reach = size / 4;
  }
  return best;
}

/** A generator of the same numbers in [0, 1) each time (Park and Miller, 1988). */
function seeded(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}
