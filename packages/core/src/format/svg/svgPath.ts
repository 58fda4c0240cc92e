import { type PathCurve, type Place, segmentsOf } from "../../curve/index.ts";
import { roundTo } from "../../value/index.ts";

/** The side of the square that a curve is drawn in. */
const SIDE = 100;
const DECIMALS = 4;

/**
 * A path as SVG path data for a drawing of 100 by 100, y downwards, so that it looks as on the plot. Read back as a
 * drawing it gives the same path, to the rounding of a ten-thousandth.
 */
export function svgPathData({ points }: PathCurve): string {
  const at = ({ x, y }: Place) =>
    `${roundTo(x * SIDE, DECIMALS)} ${roundTo((1 - y) * SIDE, DECIMALS)}`;
  const [first = { x: 0, y: 0 }] = points;
  const pieces = segmentsOf(points).map(({ out, in: before, to, straight }) =>
    straight ? `L ${at(to)}` : `C ${at(out)} ${at(before)} ${at(to)}`,
  );
  return [`M ${at(first)}`, ...pieces].join(" ");
}
