import { CONVERSIONS, DEFAULT_CONVERSION } from "../curveText/conversions.ts";
import { jsLineComment } from "../escape.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { studyCurves } from "./studyCurves.ts";

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
      choices: CONVERSIONS.map(({ id, label }) => ({ value: id, text: label })),
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
  write: (study, { as, within, rows }) => {
    const form = CONVERSIONS.find(({ id }) => id === as) ?? CONVERSIONS[0];
    const texts = studyCurves(study).map(({ name, curve, duration, count }) => {
      const { text, error } = (form as NonNullable<typeof form>).convert(curve, {
        ...DEFAULT_CONVERSION,
        tolerance: Number(within) / 100,
        count: Math.round(Number(rows)),
      });
      const off = error < 1e-6 ? "" : `, ${(error * 100).toPrecision(2)} % off`;
      const places = count === 1 ? "" : `, ${count} spans`;
      const title = `// ${jsLineComment(name)}: ${Math.round(duration)} ms${places}${off}`;
      // Functions of one name each: a block keeps them apart.
      return as === "js" ? `${title}\n{\n${text.trimEnd()}\n}\n` : `${title}\n${text.trimEnd()}\n`;
    });
    return { text: texts.length > 0 ? texts.join("\n") : "// Nothing here but lines.\n" };
  },
};
