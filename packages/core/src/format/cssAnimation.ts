import type { CssProperty, CssScene } from "./cssProperties.ts";

/** One animation of one figure: its keyframes and when it runs. */
export interface CssAnimation {
  readonly name: string;
  readonly frames: readonly string[];
  readonly duration: number;
  readonly delay: number;
  readonly fill: string;
  /** As CSS writes it, with a space before it; empty for once and forwards. */
  readonly passes: string;
}

/** Two keys at one time cannot share an offset in CSS; the earlier one moves this much back, in %. */
export const HAIR = 0.0001;

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
