import { converter, modeHsv, parse, useMode } from "culori/fn";
// The color spaces CSS text can use are made known there.
import { printHexColor } from "./color.ts";

useMode(modeHsv);
const toHsv = converter("hsv");
const toRgb = converter("rgb");

/** A color as a picker shows it: hue in degrees, 0 to 360; saturation, brightness and alpha from 0 to 1. */
export interface Hsv {
  readonly hue: number;
  readonly saturation: number;
  readonly value: number;
  readonly alpha: number;
}

const share = (part: number): number => Math.min(Math.max(part, 0), 1);

/** Reads a CSS color for a picker; undefined for text that is none. A gray has hue 0. Outside of sRGB it is clipped. */
export function readHsv(text: string): Hsv | undefined {
  const color = parse(text);
  if (!color) return undefined;
  const { r, g, b } = toRgb(color);
  const { h = 0, s, v } = toHsv({ mode: "rgb", r: share(r), g: share(g), b: share(b) });
  return { hue: h, saturation: share(s), value: share(v), alpha: share(color.alpha ?? 1) };
}

/** The color of a picker as `#RRGGBB`, with `AA` when it is not opaque. */
export function printHsv({ hue, saturation, value, alpha }: Hsv): string {
  const { r, g, b } = toRgb({ mode: "hsv", h: hue, s: saturation, v: value });
  return printHexColor([r, g, b, alpha], 0);
}
