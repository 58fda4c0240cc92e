import {
  converter,
  modeHsl,
  modeHwb,
  modeLab,
  modeLch,
  modeLrgb,
  modeOklab,
  modeOklch,
  modeP3,
  modeRgb,
  modeXyz65,
  parse,
  useMode,
} from "culori/fn";

// culori knows only the colour spaces that are named to it; these are the ones CSS text can use.
for (const mode of [
  modeRgb,
  modeLrgb,
  modeXyz65,
  modeOklab,
  modeOklch,
  modeLab,
  modeLch,
  modeHsl,
  modeHwb,
  modeP3,
])
  useMode(mode as Parameters<typeof useMode>[0]);

/** The space in which two colours blend. */
export type ColorSpace = "oklab" | "srgb";

/** Four numbers of one colour: three coordinates and alpha. */
export type ColorTuple = readonly [number, number, number, number];

const toOklab = converter("oklab");
const toRgb = converter("rgb");

/**
 * Reads a CSS colour into the coordinates of `space`, premultiplied by alpha as CSS blends them.
 * Undefined for text that is no colour. `currentcolor` and system colours are not colours here.
 */
export function readColor(text: string, space: ColorSpace): ColorTuple | undefined {
  const color = parsed(text);
  if (!color) return undefined;
  const alpha = color.alpha ?? 1;
  if (space === "oklab") {
    const { l, a, b } = toOklab(color);
    return [l * alpha, a * alpha, b * alpha, alpha];
  }
  const { r, g, b } = toRgb(color);
  return [r * alpha, g * alpha, b * alpha, alpha];
}

/**
 * Writes a premultiplied colour of `space` into `out` at `slot` as what a screen shows: gamma-coded
 * sRGB red, green, blue and alpha, each clipped to [0, 1].
 */
export function writeShownColor(
  c0: number,
  c1: number,
  c2: number,
  alpha: number,
  space: ColorSpace,
  out: Float64Array,
  slot: number,
): void {
  const opaque = alpha > 0 ? Math.min(alpha, 1) : 0;
  out[slot + 3] = opaque;
  // CSS clamps alpha before it divides, so that an overshooting fade does not darken.
  const scale = opaque > 0 ? 1 / opaque : 0;
  if (space === "srgb") {
    out[slot] = clip(c0 * scale);
    out[slot + 1] = clip(c1 * scale);
    out[slot + 2] = clip(c2 * scale);
    return;
  }
  const lightness = c0 * scale;
  const a = c1 * scale;
  const b = c2 * scale;
  // OKLab to linear sRGB: B. Ottosson, "A perceptual color space for image processing" (2020).
  const l = (lightness + 0.3963377773761749 * a + 0.2158037573099136 * b) ** 3;
  const m = (lightness - 0.1055613458156586 * a - 0.0638541728258133 * b) ** 3;
  const s = (lightness - 0.0894841775298119 * a - 1.2914855480194092 * b) ** 3;
  out[slot] = clip(
    encode(4.0767416360759574 * l - 3.3077115392580616 * m + 0.2309699031821044 * s),
  );
  out[slot + 1] = clip(
    encode(-1.2684379732850317 * l + 2.6097573492876887 * m - 0.3413193760026569 * s),
  );
  out[slot + 2] = clip(
    encode(-0.0041960761386756 * l - 0.7034186179359362 * m + 1.7076146940746113 * s),
  );
}

/** Four shown components, each in [0, 1], as CSS text with enough digits to be exact on 8 bits. */
export function printShownColor(values: ArrayLike<number>, slot: number): string {
  const byte = (i: number) => Math.round((values[slot + i] as number) * 255 * 100) / 100;
  const alpha = Math.round((values[slot + 3] as number) * 10000) / 10000;
  return alpha === 1
    ? `rgb(${byte(0)} ${byte(1)} ${byte(2)})`
    : `rgb(${byte(0)} ${byte(1)} ${byte(2)} / ${alpha})`;
}

/** Four shown components as `#RRGGBB`, with `AA` when it is not opaque. */
export function printHexColor(values: ArrayLike<number>, slot: number): string {
  const pair = (i: number) =>
    Math.round((values[slot + i] as number) * 255)
      .toString(16)
      .padStart(2, "0")
      .toUpperCase();
  const alpha = pair(3);
  return `#${pair(0)}${pair(1)}${pair(2)}${alpha === "FF" ? "" : alpha}`;
}

/** A CSS colour; undefined for other text, also where culori throws, as at a function that ends too soon. */
function parsed(text: string): ReturnType<typeof parse> {
  try {
    return parse(text);
  } catch {
    return undefined;
  }
}

/** Whether `text` is a colour Levitas can read. */
export function isColor(text: string): boolean {
  return parsed(text) !== undefined;
}

function clip(value: number): number {
  return value > 0 ? (value < 1 ? value : 1) : 0;
}

/** The transfer function of sRGB, IEC 61966-2-1. */
function encode(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}
