import { type Curve, compileCurve, landmarksOf } from "../curve/index.ts";
import { peakBetween } from "../value/index.ts";

/** The number of even steps at which two curves are compared, besides the landmarks of both. */
const GRID = 10_000;

/**
 * The greatest difference in value between two curves over [0, 1]: on an even grid, on both sides of
 * every landmark, and around the greatest of those by golden section.
 */
export function greatestDifference(a: Curve, b: Curve): number {
  const [one, other] = [compileCurve(a), compileCurve(b)];
  const at = (p: number, before = false) => Math.abs(one.value(p, before) - other.value(p, before));
  let [worst, worstAt] = [0, 0];
  const look = (p: number, difference: number) => {
    if (difference > worst) [worst, worstAt] = [difference, p];
  };
  for (let i = 0; i <= GRID; i++) look(i / GRID, at(i / GRID));
  for (const mark of [...landmarksOf(a), ...landmarksOf(b)]) {
    look(mark, at(mark));
    look(mark, at(mark, true));
  }
  const [low, high] = [Math.max(worstAt - 1 / GRID, 0), Math.min(worstAt + 1 / GRID, 1)];
  return Math.max(worst, peakBetween(at, low, high, 40).value);
}
