/** Halvings after which a place is exact to less than a thousandth of a sample's width. */
const STEPS = 30;
/** The golden section, by which an interval is divided that holds one peak. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The greatest value of a function near a sample that is the greatest of its neighbours, so that whoever looks for a
 * peak, however finely, finds the same one.
 */
export function peakBetween(value: (at: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atA, atB] = [value(a), value(b)];
  for (let i = 0; i < STEPS; i++) {
    if (atA > atB) {
      [high, b, atB] = [b, a, atA];
      a = high - GOLDEN * (high - low);
      atA = value(a);
    } else {
      [low, a, atA] = [a, b, atB];
      b = low + GOLDEN * (high - low);
      atB = value(b);
    }
  }
  return Math.max(atA, atB);
}

/** Where something stops to hold, between a place where it does and one where it does not. */
export function edgeBetween(holds: (at: number) => boolean, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let i = 0; i < STEPS; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return high;
}
