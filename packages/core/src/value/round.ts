/**
 * Rounds to a number of decimals, halves away from zero as people expect of labels; −0 becomes 0.
 * Only for text: nothing is computed from a rounded number.
 */
export function roundTo(value: number, decimals: number): number {
  const scale = 10 ** decimals;
  const rounded = (Math.sign(value) * Math.round(Math.abs(value) * scale)) / scale;
  return rounded === 0 ? 0 : rounded;
}
