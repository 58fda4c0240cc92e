import {
  backStretches,
  type PathCurve,
  type PathPoint,
  type Place,
  segmentsOf,
} from "../curve/index.ts";

/**
 * The nearest path that does not run back in time. Values stay; points and handles are moved in time with the least
 * sum of squares, first the points, then the handles of those pieces that still run back. If a handle of a smooth
 * point turns, its other handle turns too. A path that does not run back is returned unchanged.
 */
export function untangle(curve: PathCurve): PathCurve {
  if (isForward(curve)) return curve;
  const wanted = curve.points.map((point) => point.x);
  const times = nearestRising(wanted);
  const moved = curve.points.map((point, i): PathPoint => {
    const by = (times[i] as number) - point.x;
    const x = times[i] as number;
    return {
      ...point,
      x,
      ...(point.in ? { in: { x: point.in.x + by, y: point.in.y } } : {}),
      ...(point.out ? { out: { x: point.out.x + by, y: point.out.y } } : {}),
    };
  });
  const [first, last] = [moved[0], moved.at(-1)];
  if (first) delete (first as { in?: Place }).in;
  if (last) delete (last as { out?: Place }).out;
  const points = [...moved];
  for (const [i, segment] of segmentsOf(moved).entries()) {
    if (backStretches(moved.slice(i, i + 2)).length === 0) continue;
    const width = segment.to.x - segment.from.x;
    const [a, b] =
      width > 0
        ? nearestHandles(
            (segment.out.x - segment.from.x) / width,
            (segment.in.x - segment.from.x) / width,
          )
        : [0, 0];
    const place = (share: number) => segment.from.x + width * share;
    const [from, to] = [points[i] as PathPoint, points[i + 1] as PathPoint];
    points[i] = withHandle(from, "out", { x: place(a), y: segment.out.y });
    points[i + 1] = withHandle(to, "in", { x: place(b), y: segment.in.y });
  }
  return { kind: "path", points };
}

function isForward({ points }: PathCurve): boolean {
  return points[0]?.x === 0 && points.at(-1)?.x === 1 && backStretches(points).length === 0;
}

/**
 * The rising sequence nearest to `wanted` in squares (pool adjacent violators), the first 0, the last 1,
 * all between.
 */
function nearestRising(wanted: readonly number[]): number[] {
  const last = wanted.length - 1;
  const blocks: { sum: number; count: number }[] = [];
  for (const x of wanted.slice(1, last)) {
    let block = { sum: Math.min(Math.max(x, 0), 1), count: 1 };
    for (let before = blocks.at(-1); before; before = blocks.at(-1)) {
      if (before.sum / before.count <= block.sum / block.count) break;
      block = { sum: block.sum + before.sum, count: block.count + before.count };
      blocks.pop();
    }
    blocks.push(block);
  }
  const inner = blocks.flatMap(({ sum, count }) => Array<number>(count).fill(sum / count));
  return [0, ...inner, 1];
}

/**
 * The handle times (as shares of a piece) nearest to x1, x2 for which the piece does not run back. With
 * a = x1, b = x2 − x1, c = 1 − x2 that is a ≥ 0, c ≥ 0, b ≥ −√(ac): a convex set, bounded by an arc of the
 * ellipse s² + r² − sr = 1 (a = s², c = r²) and two straight edges; the nearest place on that boundary.
 */
function nearestHandles(x1: number, x2: number): readonly [number, number] {
  let best: readonly [number, number] = [0, 1];
  let least = Number.POSITIVE_INFINITY;
  const take = (a: number, b: number) => {
    const distance = (a - x1) ** 2 + (b - x2) ** 2;
    if (distance < least) [best, least] = [[a, b], distance];
  };
  take(0, Math.min(Math.max(x2, 0), 1));
  take(Math.min(Math.max(x1, 0), 1), 1);
  // The arc from (1, 1) over (4/3, 1/3…) and (1, 0) to (0, 0): s = r·ratio, found coarsely, then finely.
  const onArc = (angle: number): [number, number] => {
    const [s, r] = [Math.cos(angle), Math.sin(angle)];
    const scale = 1 / (s * s + r * r - s * r);
    // Slightly inside, so that rounding does not make it run back.
    return [s * s * scale, 1 - r * r * scale];
  };
  let [from, to] = [0, Math.PI / 2];
  for (let round = 0; round < 12; round++) {
    let bestAngle = from;
    let near = Number.POSITIVE_INFINITY;
    for (let i = 0; i <= 32; i++) {
      const angle = from + ((to - from) * i) / 32;
      const [a, b] = onArc(angle);
      const distance = (a - x1) ** 2 + (b - x2) ** 2;
      if (distance < near) [bestAngle, near] = [angle, distance];
    }
    take(...onArc(bestAngle));
    const step = (to - from) / 32;
    [from, to] = [Math.max(bestAngle - step, 0), Math.min(bestAngle + step, Math.PI / 2)];
  }
  return best;
}

/** Moves one handle of a point; the other handle of a smooth point turns with it. */
function withHandle(point: PathPoint, side: "in" | "out", handle: Place): PathPoint {
  const old = point[side];
  const moved = { ...point, ...(old ? { [side]: handle } : {}) };
  const other = side === "in" ? "out" : "in";
  const far = point[other];
  if (!old || !far) return moved;
  const cross = (old.x - point.x) * (far.y - point.y) - (old.y - point.y) * (far.x - point.x);
  const length =
    Math.hypot(old.x - point.x, old.y - point.y) * Math.hypot(far.x - point.x, far.y - point.y);
  const isSmooth = Math.abs(cross) <= 1e-6 * length;
  const run = handle.x - point.x;
  if (!isSmooth || Math.abs(run) < 1e-6) return moved;
  const slope = (handle.y - point.y) / run;
  return { ...moved, [other]: { x: far.x, y: point.y + slope * (far.x - point.x) } };
}
