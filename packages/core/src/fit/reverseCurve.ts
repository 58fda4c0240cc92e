import {
  type Curve,
  type Direction,
  KEYWORDS,
  type Place,
  type StepPosition,
} from "../curve/index.ts";
import { fitLinear } from "./linearFit.ts";

const TURNED: Readonly<Record<Direction, Direction>> = {
  in: "out",
  out: "in",
  "in-out": "in-out",
  "out-in": "out-in",
};

const TURNED_STEPS: Readonly<Record<StepPosition, StepPosition>> = {
  "jump-start": "jump-end",
  "jump-end": "jump-start",
  "jump-none": "jump-none",
  "jump-both": "jump-both",
};

/** The tolerance of straight pieces for a curve whose reverse is not of its own kind. */
const TOLERANCE = 0.0005;

/**
 * The curve that runs the same values backwards: 1 − curve(1 − p). The reverse of a spring is no spring and becomes
 * straight pieces within 0.05 % of the change in value.
 */
export function reverseCurve(curve: Curve): Curve {
  switch (curve.kind) {
    case "linear":
      return curve;
    case "keyword":
      return reverseCurve(KEYWORDS[curve.name]);
    case "cubic-bezier":
      return {
        ...curve,
        x1: 1 - curve.x2,
        y1: 1 - curve.y2,
        x2: 1 - curve.x1,
        y2: 1 - curve.y1,
      };
    case "steps":
      return { ...curve, position: TURNED_STEPS[curve.position] };
    case "linear-stops":
      return {
        ...curve,
        stops: curve.stops.map(({ at, value }) => ({ at: 1 - at, value: 1 - value })).reverse(),
      };
    case "cruise":
      return { ...curve, rise: curve.fall, fall: curve.rise };
    case "path": {
      // The reverse begins at the end value, so only a path that ends at its target has a reverse path.
      if (curve.points.at(-1)?.y !== 1) return reverseCurve(fitLinear(curve, TOLERANCE).curve);
      const turn = ({ x, y }: Place): Place => ({ x: 1 - x, y: 1 - y });
      return {
        ...curve,
        points: curve.points
          .map((point) => ({
            ...turn(point),
            ...(point.out ? { in: turn(point.out) } : {}),
            ...(point.in ? { out: turn(point.in) } : {}),
          }))
          .reverse(),
      };
    }
    case "spring":
    case "spring-feel":
      return reverseCurve(fitLinear(curve, TOLERANCE).curve);
    case "ramp":
      return {
        ...curve,
        direction: TURNED[curve.direction],
        ...(curve.turn === undefined ? {} : { turn: 1 - curve.turn }),
      };
    default:
      return { ...curve, direction: TURNED[curve.direction] };
  }
}
