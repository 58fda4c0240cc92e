/** How an angle travels, named as the hue routes of CSS Color 4; `none` takes the plain numbers. */
export type AngleRoute = "shorter" | "longer" | "increasing" | "decreasing" | "none";

/** The routes in the order they are shown. */
export const ANGLE_ROUTES: readonly AngleRoute[] = [
  "none",
  "shorter",
  "longer",
  "increasing",
  "decreasing",
];

/**
 * How far an angle turns on its way from `from` to `to`, in degrees, signed: clockwise is positive.
 * Except for `none`, whole turns in the given angles do not count. Source: CSS Color 4, section
 * 12.4 "Hue interpolation"; at exactly half a turn `shorter` and `longer` keep the given direction,
 * and for equal angles `increasing` and `decreasing` stand still while `longer` stands still too.
 */
export function angleDelta(from: number, to: number, route: AngleRoute): number {
  const turn = route === "none" ? to - from : (to - from) % 360;
  const size = Math.abs(turn);
  const goesRound =
    (route === "shorter" && size > 180) ||
    (route === "longer" && size > 0 && size < 180) ||
    (route === "increasing" && turn < 0) ||
    (route === "decreasing" && turn > 0);
  return goesRound ? turn - 360 * Math.sign(turn) : turn;
}
