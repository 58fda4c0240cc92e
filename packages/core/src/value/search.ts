/** The golden section, by which an interval is divided that holds one peak. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/**
 * The place between two others at which something stops to hold, by halving: it holds at `from`, and from there up to one
 * place, and does not at `to`. Answers the nearest place after it that was looked at.
 *
 * @param rounds halvings at most; before that it ends where no number is left between
 */
export function edgeBetween(
  holds: (at: number) => boolean,
  from: number,
  to: number,
  rounds = 60,
): number {
  let [low, high] = [from, to];
  for (let round = 0; round < rounds; round++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (holds(middle)) low = middle;
    else high = middle;
  }
  return high;
}

/** The greatest value of a function that has one peak between two places, and where it is, by golden sections. */
export function peakBetween(
  value: (at: number) => number,
  from: number,
  to: number,
  rounds = 30,
): { readonly at: number; readonly value: number } {
  let [low, high] = [from, to];
  let [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
  let [atA, atB] = [value(a), value(b)];
  for (let round = 0; round < rounds; round++) {
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
  return atA > atB ? { at: a, value: atA } : { at: b, value: atB };
}
