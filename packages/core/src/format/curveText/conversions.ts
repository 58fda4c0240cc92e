import { type Curve, curveKindOf, printCurve } from "../../curve/index.ts";
import { fitBezier, fitLinear, fitPath } from "../../fit/index.ts";
import { svgPathData } from "../svg/svgPath.ts";
import { curveTable } from "./curveTable.ts";
import { jsFunction, SCRIPT_ERROR } from "./jsFunction.ts";

/** What a conversion gave: the text, and the greatest difference from the curve, as a share of the way. */
export interface Converted {
  readonly text: string;
  readonly error: number;
  /** The curve that the text stands for, where it is one. */
  readonly curve?: Curve;
  /** Stops of linear(), points of a path, rows of a table. */
  readonly stops?: number;
}

export interface ConversionOptions {
  /** Greatest difference allowed, as a share of the way. */
  readonly tolerance: number;
  /** Rows of a table. */
  readonly count: number;
  /** Keep the ordinates of a cubic-bezier in [0, 1]. */
  readonly within: boolean;
  /** Told the share of the work done, 0 to 1. */
  readonly progress?: (share: number) => void;
}

/** Half a percent of the way. */
export const DEFAULT_CONVERSION: ConversionOptions = {
  tolerance: 0.005,
  count: 61,
  within: false,
};

/** One text form of a curve. A new form is one record. */
export interface Conversion {
  readonly id: "linear" | "cubic-bezier" | "path" | "svg" | "table" | "js";
  readonly label: string;
  readonly convert: (curve: Curve, options: ConversionOptions) => Converted;
}

/** The text forms, in the order they are offered. */
export const CONVERSIONS: readonly Conversion[] = [
  {
    id: "linear",
    label: "CSS linear()",
    convert: (curve, { tolerance }) => {
      const { curve: fitted, error } = fitLinear(curve, tolerance);
      return { text: printCurve(fitted), error, curve: fitted, stops: fitted.stops.length };
    },
  },
  {
    id: "cubic-bezier",
    label: "Cubic-bezier",
    convert: (curve, { within, progress }) => {
      const fit = fitBezier(curve, { within, ...(progress ? { progress } : {}) });
      return { text: printCurve(fit.curve), error: fit.error, curve: fit.curve };
    },
  },
  {
    id: "path",
    label: "Path",
    convert: (curve, { tolerance }) => {
      const { curve: path, error } = fitPath(curve, tolerance);
      return { text: printCurve(path), error, curve: path, stops: path.points.length };
    },
  },
  {
    id: "svg",
    label: "SVG path",
    convert: (curve, { tolerance }) => {
      const { curve: path, error } = fitPath(curve, tolerance);
      return { text: svgPathData(path), error, stops: path.points.length };
    },
  },
  {
    id: "table",
    label: "Table",
    convert: (curve, { count }) => ({ text: curveTable(curve, count), error: 0, stops: count }),
  },
  {
    id: "js",
    label: "JavaScript",
    convert: (curve) => ({ text: jsFunction(curve), error: SCRIPT_ERROR }),
  },
];

/** The text form with an id; undefined for a word that is none. */
export function conversionOf(id: string): Conversion | undefined {
  return CONVERSIONS.find((each) => each.id === id);
}

/** What a place can run, from the least able to the most. */
export const PLATFORMS = [
  { id: "css", label: "CSS as is" },
  { id: "linear", label: "CSS through linear()" },
  { id: "code", label: "needs code" },
] as const;

export type Platform = (typeof PLATFORMS)[number]["id"];

/**
 * The least able place that runs a curve: CSS as it is; CSS through the stops of linear() within 0.5 % of
 * the way, as long as they are few enough to be written into a style sheet; else code.
 */
export function platformOf(curve: Curve): Platform {
  if (curveKindOf(curve).css) return "css";
  return fitLinear(curve, DEFAULT_CONVERSION.tolerance).curve.stops.length <= MOST_STOPS
    ? "linear"
    : "code";
}

/** A style sheet takes this many stops without pain. */
const MOST_STOPS = 100;
