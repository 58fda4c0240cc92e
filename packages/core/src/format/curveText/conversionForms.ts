/** How a text form of a curve is called. */
export interface ConversionForm {
  readonly id: "linear" | "cubic-bezier" | "path" | "svg" | "table" | "js";
  readonly label: string;
}

/** The text forms, in the order they are offered. */
export const CONVERSION_FORMS: readonly ConversionForm[] = [
  { id: "linear", label: "CSS linear()" },
  { id: "cubic-bezier", label: "Cubic-bezier" },
  { id: "path", label: "Path" },
  { id: "svg", label: "SVG path" },
  { id: "table", label: "Table" },
  { id: "js", label: "JavaScript" },
];

export interface ConversionOptions {
  /** The greatest error allowed, as a share of the change in value. */
  readonly tolerance: number;
  /** Rows of a table. */
  readonly count: number;
  /** Keep the ordinates of a cubic-bezier in [0, 1]. */
  readonly within: boolean;
  /** Called with the share of the work done, 0 to 1. */
  readonly progress?: (share: number) => void;
}

/** The default options: a tolerance of half a percent of the change in value. */
export const DEFAULT_CONVERSION: ConversionOptions = {
  tolerance: 0.005,
  count: 61,
  within: false,
};
