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
  const plain = to - from;
  if (route === "none") return plain;
  const turn = plain % 360;
  switch (route) {
    case "shorter":
      return turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn;
    case "longer":
      if (turn > 0 && turn < 180) return turn - 360;
      return turn > -180 && turn < 0 ? turn + 360 : turn;
    case "increasing":
      return turn < 0 ? turn + 360 : turn;
    case "decreasing":
      return turn > 0 ? turn - 360 : turn;
    default:
      throw new RangeError(`angleDelta: there is no route ${JSON.stringify(route)}`);
  }
}
