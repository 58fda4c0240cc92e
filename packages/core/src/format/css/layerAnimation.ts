import { type CompiledCurve, LINEAR } from "../../curve/index.ts";
import type { CompiledTrack, Layer } from "../../motion/index.ts";
import { type CssAnimation, type CssFrame, heldAtEnd, PLACE_GAP } from "./cssAnimation.ts";
import { simpleIterations } from "./cssBaked.ts";
import { cssNumber } from "./cssNumber.ts";
import { CSS_TOLERANCE, type CssCurves } from "./cssText.ts";

/** One layer as an animation of a property; `valueAt` writes what a key sets. */
export function layerAnimation(
  name: string,
  property: string,
  layer: Layer,
  index: number,
  valueAt: (key: number) => string,
  /** The tolerance for the curve of the span after a key, as a share of the change in value. */
  toleranceOf: (key: number) => number,
  curves: CssCurves,
): CssAnimation {
  const { times } = layer.track;
  const last = times.length - 1;
  const iterations = simpleIterations(layer);
  // Tracks that repeat all last as long as their tween.
  const begin = iterations ? 0 : (times[0] as number);
  const duration = iterations ? iterations.length : (times[last] as number) - begin;
  const frames: CssFrame[] = [];
  // Browsers read no var() in the timing of a keyframe, but the animation's own holds for all that have none. So one
  // named curve of an animation leaves by its name.
  const shapes = Array.from({ length: last }, (_, key) => layer.track.shape(key));
  const common = shapes.find((shape) => curves.isNamed(shape));
  let commonTolerance = MOST_TOLERANCE;
  if (iterations && (times[0] as number) > 0) frames.push({ place: 0, value: valueAt(0) });
  for (let key = 0; key <= last; key++) {
    // Of several keys at one time only the first is approached and only the last is left.
    const sameBefore = key > 0 && times[key - 1] === times[key];
    const sameAfter = key < last && times[key + 1] === times[key];
    if ((sameBefore || key === 0) && sameAfter) continue;
    const place = duration > 0 ? (((times[key] as number) - begin) / duration) * 100 : 100;
    const shape = key < last && !sameAfter ? layer.track.shape(key) : LINEAR;
    if (shape === common) commonTolerance = Math.min(commonTolerance, toleranceOf(key));
    const isDefault = common ? shape === common : shape.kind === "linear";
    const timing = isDefault ? {} : { timing: curves.write(shape, toleranceOf(key)) };
    frames.push({ place: sameAfter ? place - PLACE_GAP : place, value: valueAt(key), ...timing });
  }
  if (iterations && (times[last] as number) < iterations.length)
    frames.push({ place: 100, value: valueAt(last) });
  // With a single keyframe CSS interpolates from the element's own value, also before the animation begins.
  if (frames.length === 1) frames.unshift({ place: 0, value: valueAt(0) });
  // Only the first layer may show before its start; see the rules of layers.
  const backwards = index === 0 && (layer.fill === "backwards" || layer.fill === "both");
  const forwards = layer.fill === "forwards" || layer.fill === "both";
  const jumpsAtEnd = last > 0 && duration > 0 && endsWithJump(layer.track.curves[last - 1]);
  return {
    name,
    property,
    frames: heldAtEnd(frames, jumpsAtEnd),
    duration,
    delay: layer.start,
    fill: forwards ? (backwards ? "both" : "forwards") : backwards ? "backwards" : "none",
    iterations: iterations?.count ?? 1,
    direction: iterations?.direction ?? "normal",
    ...(common ? { timing: curves.byName(common, commonTolerance) } : {}),
  };
}

/** Whether a curve comes to its end by a jump. */
function endsWithJump(curve: CompiledCurve | undefined): boolean {
  return curve !== undefined && Math.abs(curve.value(1) - curve.value(1 - 1e-9)) > 1e-4;
}

/**
 * The tolerance for the curve of a span, as a share of its change in value: a large change, such as several turns,
 * needs a smaller one to stay within the property's tolerance.
 */
export function curveTolerance(tolerance: number, track: CompiledTrack, key: number): number {
  if (track.components !== 1) return CSS_TOLERANCE;
  const way = Math.abs((track.values[key + 1] ?? 0) - (track.values[key] as number));
  return way > 0 ? Math.min(MOST_TOLERANCE, tolerance / way) : MOST_TOLERANCE;
}

/** However small a change is, its curve is kept this exactly, as a share of the change. */
export const MOST_TOLERANCE = 0.004;

/** The value of a key as CSS: a number with `base` added, or a color. */
export function keyText(track: CompiledTrack, key: number, base: number): number | string {
  if (track.components === 1) return (track.values[key] as number) + base;
  const at = key * 4;
  const alpha = track.values[at + 3] as number;
  const part = (c: number) => cssNumber(alpha === 0 ? 0 : (track.values[at + c] as number) / alpha);
  const opacity = alpha === 1 ? "" : ` / ${cssNumber(alpha)}`;
  if (track.space === "oklab") return `oklab(${part(0)} ${part(1)} ${part(2)}${opacity})`;
  const byte = (c: number) => cssNumber(Number(part(c)) * 255);
  // The comma form is the legacy syntax, which browsers blend in sRGB.
  return alpha === 1
    ? `rgb(${byte(0)}, ${byte(1)}, ${byte(2)})`
    : `rgba(${byte(0)}, ${byte(1)}, ${byte(2)}, ${cssNumber(alpha)})`;
}
