import { fitBezier } from "../../fit/index.ts";
import { writeTokens } from "../tokens/collection.ts";
import type { HandoffFormat } from "./handoffFormat.ts";
import { studyCurves } from "./studyCurves.ts";

/** Beyond this a cubic-bezier is said not to be the curve, as a share of the change in value. */
const OFF = 0.005;

/** Durations, easings and transitions in the format of the Design Tokens Community Group, exact curves as extensions. */
export const tokensFormat: HandoffFormat = {
  id: "tokens",
  label: "Tokens",
  note: "durations, easings, transitions",
  group: "For design systems",
  options: [],
  extension: () => "tokens.json",
  mime: "application/json",
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
    const off = studyCurves(study).filter(({ curve }) => fitBezier(curve).error > OFF);
    if (off.length === 0) return [];
    const [first] = off;
    const names = off.length === 1 ? `“${first?.name}” is` : `${off.length} curves are`;
    return [
      {
        what: `${names} no cubic-bezier: tokens have the nearest one.`,
        cure: "The exact curve is in the token's extension, and leaves with Curves.",
      },
    ];
  },
};
