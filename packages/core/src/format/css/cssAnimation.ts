import type { CssProperty, CssScene } from "./cssProperties.ts";
import { cssNumber } from "./cssText.ts";

/** One animation of one figure: its keyframes and when it runs. */
export interface CssAnimation {
  readonly name: string;
  readonly frames: readonly string[];
  readonly duration: number;
  readonly delay: number;
  readonly fill: string;
  /** As CSS writes it, with a space before it; empty for once and forwards. */
  readonly iterations: string;
}

/** Two keys at one time cannot share an offset in CSS; the earlier one moves this much back, in %. */
export const HAIR = 0.0001;

/** A keyframe: where it is, in %, and what it declares. */
export interface CssFrame {
  readonly place: number;
  readonly body: string;
}

/** The least step between two offsets, in %: what is left of a number after rounding. */
const LEAST_STEP = 0.00001;

/**
 * Keyframes as text, in order. Offsets that would be printed alike, or outside of 0 to 100 %, are moved apart by the
 * least that is printed: of two frames of one offset CSS drops the first.
 */
export function framesText(frames: readonly CssFrame[]): string[] {
  const places = frames.map(({ place }) => Math.min(Math.max(place, 0), 100));
  for (let i = 1; i < places.length; i++)
    places[i] = Math.max(places[i] as number, (places[i - 1] as number) + LEAST_STEP);
  for (let i = places.length - 1, most = 100; i >= 0; i--, most -= LEAST_STEP)
    places[i] = Math.max(Math.min(places[i] as number, most), 0);
  return frames.map(({ body }, i) => `${cssNumber(places[i] as number)}% { ${body} }`);
}

/** What one property of a figure becomes. */
export interface Written {
  readonly declarations: readonly string[];
  readonly registered: readonly string[];
  readonly animations: readonly CssAnimation[];
}

/** The values of a property put together. */
export function together(
  property: CssProperty,
  values: readonly string[],
  scene: CssScene,
): string {
  return property.write?.(values, scene) ?? values.join(" ");
}
