/** The polynomial ((a·t + b)·t + c)·t: one coordinate of a cubic that begins at 0. */
export function cubicAt(a: number, b: number, c: number, t: number): number {
  return ((a * t + b) * t + c) * t;
}

/** Its derivative, 3a·t² + 2b·t + c. */
export function cubicSlopeAt(a: number, b: number, c: number, t: number): number {
  return (3 * a * t + 2 * b) * t + c;
}
