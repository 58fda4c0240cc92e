import { DEFAULT_CONVERSION } from "../curveText/conversionForms.ts";
import { CONVERSIONS } from "../curveText/conversions.ts";
import { jsLineComment } from "../escape.ts";
import type { HandoffWriter } from "./handoffFormat.ts";
import { studyCurves } from "./studyCurves.ts";

export const curvesWriter: HandoffWriter = {
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
