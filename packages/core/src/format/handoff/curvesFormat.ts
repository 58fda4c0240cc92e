import { CONVERSION_FORMS, DEFAULT_CONVERSION } from "../curveText/conversionForms.ts";
import type { HandoffFormat } from "./handoffFormat.ts";

/** Every curve of a study as text in one of the forms that a curve has. */
export const curvesFormat: HandoffFormat = {
  id: "curves",
  label: "Curves",
  note: "each curve as text",
  group: "For any code",
  options: [
    {
      type: "choice",
      id: "as",
      label: "As",
      choices: CONVERSION_FORMS.map(({ id, label }) => ({ value: id, text: label })),
      initial: "linear",
    },
    {
      type: "number",
      id: "within",
      label: "Within",
      min: 0.01,
      max: 10,
      unit: "%",
      initial: () => 0.05,
    },
    {
      type: "number",
      id: "rows",
      label: "Rows of a table",
      min: 2,
      max: 10_001,
      unit: "rows",
      initial: () => DEFAULT_CONVERSION.count,
    },
  ],
  extension: ({ as }) => (as === "js" ? "js" : "txt"),
  mime: "text/plain",
  load: () => import("./curvesWriter.ts").then(({ curvesWriter }) => curvesWriter),
};
