/**
 * Twice the precision of a number, for the few places where rounding would show: a value is kept as
 * an unevaluated sum of two doubles. Each function returns the high part and leaves the low part in
 * `low()`, so that nothing is allocated.
 * Source: T. J. Dekker, "A floating-point technique for extending the available precision" (1971).
 */
let lowPart = 0;

/** The low part of the last result. */
export function low(): number {
  return lowPart;
}

/** a + b exactly. */
export function twoSum(a: number, b: number): number {
  const sum = a + b;
  const shadow = sum - a;
  lowPart = a - (sum - shadow) + (b - shadow);
  return sum;
}

/** a · b exactly, for |a|, |b| below 2^970. */
export function twoProduct(a: number, b: number): number {
  const product = a * b;
  const wideA = 134217729 * a;
  const highA = wideA - (wideA - a);
  const lowA = a - highA;
  const wideB = 134217729 * b;
  const highB = wideB - (wideB - b);
  const lowB = b - highB;
  lowPart = highA * highB - product + highA * lowB + lowA * highB + lowA * lowB;
  return product;
}

/** (aHigh + aLow) · (bHigh + bLow), relative error below 2^-100. */
export function multiply(aHigh: number, aLow: number, bHigh: number, bLow: number): number {
  const product = twoProduct(aHigh, bHigh);
  const rest = lowPart + (aHigh * bLow + aLow * bHigh);
  const high = product + rest;
  lowPart = rest - (high - product);
  return high;
}

/** (aHigh + aLow) + (bHigh + bLow), relative error below 2^-100 unless they nearly cancel. */
export function add(aHigh: number, aLow: number, bHigh: number, bLow: number): number {
  const sum = twoSum(aHigh, bHigh);
  const sumLow = lowPart;
  const tail = twoSum(aLow, bLow);
  const tailLow = lowPart;
  const middle = sumLow + tail;
  const first = sum + middle;
  const rest = middle - (first - sum) + tailLow;
  const high = first + rest;
  lowPart = rest - (high - first);
  return high;
}
