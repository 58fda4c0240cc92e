/**
 * The least and the greatest of some numbers; [Infinity, −Infinity] of none. For lists of any length: a call such as
 * `Math.max(...values)` overflows the stack from some hundred thousand on.
 */
export function extentOf(values: Iterable<number>): readonly [least: number, greatest: number] {
  let [least, greatest] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < least) least = value;
    if (value > greatest) greatest = value;
  }
  return [least, greatest];
}
