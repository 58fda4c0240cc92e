import type { CssProperty, CssScene } from "./cssProperties.ts";
import { cssNumber } from "./cssText.ts";

/** One animation of one figure: its keyframes and when it runs. */
export interface CssAnimation {
  readonly name: string;
  readonly frames: readonly string[];
  readonly duration: number;
  readonly delay: number;
  readonly fill: string;
  /** The iteration count and direction as CSS text with a space before it; empty for once, forwards. */
  readonly iterations: string;
  /** The timing between keyframes that say none; linear if absent. */
  readonly timing?: string;
}

/**
 * The distance by which the earlier of two keys of one time is moved back, in %: CSS allows one keyframe per offset.
 */
export const HAIR = 0.0001;

/** A keyframe: its offset, in %, and its declarations. */
export interface CssFrame {
  readonly place: number;
  readonly body: string;
}

/** The smallest step between two offsets, in %: the resolution of a rounded number. */
const LEAST_STEP = 0.00001;

/**
 * Keyframes as text, in order. Offsets that would print alike, or outside of 0 to 100 %, are moved apart by the
 * smallest step: of two keyframes with one offset CSS drops the first.
 */
export function framesText(frames: readonly CssFrame[]): string[] {
  const places = frames.map(({ place }) => Math.min(Math.max(place, 0), 100));
  for (let i = 1; i < places.length; i++)
    places[i] = Math.max(places[i] as number, (places[i - 1] as number) + LEAST_STEP);
  for (let i = places.length - 1, most = 100; i >= 0; i--, most -= LEAST_STEP)
    places[i] = Math.max(Math.min(places[i] as number, most), 0);
  return frames.map(({ body }, i) => `${cssNumber(places[i] as number)}% { ${body} }`);
}

/** The CSS of one property of a figure. */
export interface Written {
  readonly declarations: readonly string[];
  readonly registered: readonly string[];
  readonly animations: readonly CssAnimation[];
}

/** Combines the values of a property's channels. */
export function combine(property: CssProperty, values: readonly string[], scene: CssScene): string {
  return property.write?.(values, scene) ?? values.join(" ");
}
