import type { Iterations } from "../../timeline/index.ts";

/** One animation of one figure: its keyframes and when it runs. */
export interface CssAnimation {
  readonly name: string;
  /** What its keyframes set: a property of CSS, or a custom one. */
  readonly property: string;
  /** The property that shows it; "face" for what is hidden and shown by a card that turns over. */
  readonly shows?: string;
  readonly frames: readonly CssFrame[];
  readonly duration: number;
  readonly delay: number;
  readonly fill: string;
  /** Infinity for what is endless. */
  readonly iterations: number;
  readonly direction: Iterations["direction"];
  /** The timing between keyframes that say none; linear if absent. */
  readonly timing?: string;
  /** Whether it adds to what the animations before it show, in place of replacing it. */
  readonly added?: true;
}

/**
 * The distance by which the earlier of two keys of one time is moved back, in %: CSS allows one keyframe per offset.
 */
export const PLACE_GAP = 0.0001;

/** A keyframe: its offset, in %, the value it sets, and the timing to the next one where it is not the animation's. */
export interface CssFrame {
  readonly place: number;
  readonly value: string;
  readonly timing?: string;
}

/**
 * Keyframes of which the last value is reached a hair before the end, where the way to it ends with a jump: at its end
 * an animation is in some engines (WebKit) at a progress of 0.9999999999999999, and would never jump.
 */
export function heldAtEnd(frames: readonly CssFrame[], jumpsAtEnd: boolean): readonly CssFrame[] {
  const last = frames.at(-1);
  if (!jumpsAtEnd || !last || frames.length < 2) return frames;
  return [...frames.slice(0, -1), { place: last.place - PLACE_GAP, value: last.value }, last];
}

/** The smallest step between two offsets, in %: the resolution of a rounded number. */
const LEAST_STEP = 0.00001;

/**
 * Offsets of keyframes in order, %. Those that would print alike, or outside of 0 to 100 %, are moved apart by the
 * smallest step: of two keyframes with one offset CSS drops the first.
 */
export function placesOf(frames: readonly CssFrame[]): number[] {
  const places = frames.map(({ place }) => Math.min(Math.max(place, 0), 100));
  for (let i = 1; i < places.length; i++)
    places[i] = Math.max(places[i] as number, (places[i - 1] as number) + LEAST_STEP);
  for (let i = places.length - 1, most = 100; i >= 0; i--, most -= LEAST_STEP)
    places[i] = Math.max(Math.min(places[i] as number, most), 0);
  return places;
}

/** A custom property that is registered, so that it can be animated. */
export interface CssRegistered {
  readonly name: string;
  readonly syntax: string;
  readonly initial: string;
}

/** The CSS of one property of a figure. */
export interface PropertyCss {
  readonly declarations: readonly string[];
  readonly registered: readonly CssRegistered[];
  readonly animations: readonly CssAnimation[];
}
