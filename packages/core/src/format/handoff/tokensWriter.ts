import { fitBezier } from "../../fit/index.ts";
import { writeTokens } from "../tokens/collection.ts";
import type { HandoffWriter } from "./handoffFormat.ts";
import { studyCurves } from "./studyCurves.ts";

/** Beyond this a cubic-bezier is said not to be the curve, as a share of the change in value. */
const OFF = 0.005;

export const tokensWriter: HandoffWriter = {
  write: (study) => ({
    text: writeTokens(
      studyCurves(study).map(({ name, curve, duration }) => ({
        ...{ name, curve, duration },
        ...{ tags: [], notes: "" },
      })),
      undefined,
      study.name,
    ),
  }),
  limits: (study) => {
    const curves = studyCurves(study);
    const off = curves.filter(({ curve }) => fitBezier(curve).error > OFF);
    const [first] = off;
    const names = off.length === 1 ? `“${first?.name}” is` : `${off.length} curves are`;
    return [
      ...(off.length > 0
        ? [
            {
              what: `${names} no cubic-bezier: tokens have the nearest one.`,
              cure: "The exact curve is in the token's extension, and leaves with Curves.",
            },
          ]
        : []),
      ...(curves.length > 0
        ? [
            {
              what: "A duration is an object of value and unit, as the format has it now: builders of its earlier drafts print “[object Object]” for it.",
              cure: "Use a builder of the present format, or give yours a transform of durations.",
            },
          ]
        : []),
    ];
  },
};
