import { type Curve, physicsOf, springDuration } from "@levitas/core/curve";

/** How long a spring takes by itself, ms; undefined for other curves. */
export function naturalDuration(curve: Curve): number | undefined {
  return curve.kind === "spring" || curve.kind === "spring-feel"
    ? springDuration(physicsOf(curve)) * 1000
    : undefined;
}
