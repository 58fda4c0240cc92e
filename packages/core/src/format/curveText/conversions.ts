import { type Curve, curveKindOf, printCurve } from "../../curve/index.ts";
import { fitBezier, fitLinear, fitPath } from "../../fit/index.ts";
import { svgPathData } from "../svg/svgPath.ts";
import {
  CONVERSION_FORMS,
  type ConversionForm,
  type ConversionOptions,
  DEFAULT_CONVERSION,
} from "./conversionForms.ts";
import { curveTable } from "./curveTable.ts";
import { jsFunction, SCRIPT_ERROR } from "./jsFunction.ts";

/** The result of a conversion: the text, and its greatest error as a share of the change in value. */
export interface Converted {
  readonly text: string;
  readonly error: number;
  /** The curve that the text describes, if it describes one. */
  readonly curve?: Curve;
  /** Stops of linear(), points of a path, rows of a table. */
  readonly stops?: number;
}

/** A text form of a curve. A new form is a line of `CONVERSION_FORMS` and one such function. */
export interface Conversion extends ConversionForm {
  readonly convert: (curve: Curve, options: ConversionOptions) => Converted;
}

const CONVERT: Readonly<Record<ConversionForm["id"], Conversion["convert"]>> = {
  linear: (curve, { tolerance }) => {
    const { curve: fitted, error } = fitLinear(curve, tolerance);
    return { text: printCurve(fitted), error, curve: fitted, stops: fitted.stops.length };
  },
  "cubic-bezier": (curve, { within, progress }) => {
    const fit = fitBezier(curve, { within, ...(progress ? { progress } : {}) });
    return { text: printCurve(fit.curve), error: fit.error, curve: fit.curve };
  },
  path: (curve, { tolerance }) => {
    const { curve: path, error } = fitPath(curve, tolerance);
    return { text: printCurve(path), error, curve: path, stops: path.points.length };
  },
  svg: (curve, { tolerance }) => {
    const { curve: path, error } = fitPath(curve, tolerance);
    return { text: svgPathData(path), error, stops: path.points.length };
  },
  table: (curve, { count }) => ({ text: curveTable(curve, count), error: 0, stops: count }),
  js: (curve) => ({ text: jsFunction(curve), error: SCRIPT_ERROR }),
};

/** The text forms, in the order they are offered. */
export const CONVERSIONS: readonly Conversion[] = CONVERSION_FORMS.map((form) => ({
  ...form,
  convert: CONVERT[form.id],
}));

/** The text form with an id; undefined for an unknown one. */
export function conversionOf(id: string): Conversion | undefined {
  return CONVERSIONS.find((each) => each.id === id);
}

/** The platforms that run a curve, from the least capable to the most. */
export const PLATFORMS = [
  { id: "css", label: "CSS as is" },
  { id: "linear", label: "CSS through linear()" },
  { id: "code", label: "needs code" },
] as const;

export type Platform = (typeof PLATFORMS)[number]["id"];

/**
 * The least capable platform that runs a curve: CSS if CSS has its kind; CSS with a `linear()` within 0.5 % of the
 * change in value, if it has few enough stops for a style sheet; else code.
 */
export function platformOf(curve: Curve): Platform {
  if (curveKindOf(curve).css) return "css";
  return fitLinear(curve, DEFAULT_CONVERSION.tolerance).curve.stops.length <= MOST_STOPS
    ? "linear"
    : "code";
}

/** The most stops of a `linear()` that is reasonable in a style sheet. */
const MOST_STOPS = 100;
