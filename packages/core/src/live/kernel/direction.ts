/** In which direction a place is from another, degrees clockwise from above. */
export function directionTo(dx: number, dy: number): number {
  return (Math.atan2(dx, -dy) * 180) / Math.PI;
}
