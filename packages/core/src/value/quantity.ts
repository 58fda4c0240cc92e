import { calc } from "@csstools/css-calc";
import {
  isTokenCloseParen,
  isTokenDimension,
  isTokenEOF,
  isTokenNumber,
  isTokenPercentage,
  tokenize,
} from "@csstools/css-tokenizer";
import { bad, good, type Result } from "../fault/index.ts";

/** The kind of a typed quantity; it decides which units may follow the number. */
export type QuantityKind = "length" | "angle" | "time" | "percent" | "factor";

/** The factor from each unit to the unit that values are stored in: px, degrees, ms, plain. */
const UNITS: Readonly<Record<QuantityKind, Readonly<Record<string, number>>>> = {
  length: { px: 1 },
  angle: { deg: 1, "°": 1, turn: 360, rad: 180 / Math.PI, grad: 0.9 },
  time: { ms: 1, s: 1000 },
  percent: { "%": 1 },
  factor: {},
};

/**
 * Reads a quantity as people type it: with units and arithmetic, `120 + 2*8px`, `1/4turn`, `1.2s`, `35%` of a factor, `50 %` of a percentage.
 * A number without a unit is in the unit of its kind.
 *
 * @param frameRate lets `f` stand for frames in times
 */
export function readQuantity(text: string, kind: QuantityKind, frameRate?: number): Result<number> {
  const units: Record<string, number> = {
    ...UNITS[kind],
    ...(kind === "time" && frameRate ? { f: 1000 / frameRate } : {}),
  };
  let sum = "";
  let afterValue = false;
  const words = Object.keys(units).filter((unit) => /^[a-z]+$/i.test(unit));
  const css = text
    .replaceAll("°", "deg")
    .replaceAll("−", "-")
    .replace(/(\d)\s+%/g, "$1%")
    // People write "0.6 s"; to CSS that is a number and a word.
    .replace(new RegExp(`(\\d)\\s+(?=(?:${words.join("|") || "$^"})\\b)`, "gi"), "$1");
  for (const token of tokenize({ css })) {
    if (isTokenEOF(token)) break;
    if (isTokenNumber(token) || isTokenDimension(token) || isTokenPercentage(token)) {
      const unit = isTokenDimension(token) ? token[4].unit.toLowerCase() : "";
      const isPercent = isTokenPercentage(token);
      const hundredth = kind === "percent" ? 1 : kind === "factor" ? 0.01 : undefined;
      const worth = isPercent ? hundredth : unit === "" ? 1 : units[unit];
      if (worth === undefined)
        return bad({
          code: "unknown-unit",
          path: "",
          at: token[2],
          message: `Found ${JSON.stringify(token[1])}.`,
          cure: unitsCure(Object.keys(units)),
        });
      const { value } = token[4];
      // The unit is a factor of its own, so that "1/4turn" is a quarter of a turn.
      const factor = worth === 1 ? "" : ` * ${worth}`;
      // "120+5" is two numbers to CSS; to a person it is a sum.
      const sign = /^[+-]/.exec(token[1])?.[0];
      sum += afterValue && sign ? ` ${sign} ${Math.abs(value)}${factor}` : ` ${value}${factor}`;
      afterValue = true;
      continue;
    }
    sum += ` ${token[1]} `;
    if (token[1].trim() !== "") afterValue = isTokenCloseParen(token);
  }
  const solved = calc(`calc(${sum})`, { precision: 15 });
  const value = Number(solved);
  if (solved.trim() !== "" && Number.isFinite(value)) return good(value);
  return bad({
    code: "not-a-number",
    path: "",
    at: 0,
    message: `${JSON.stringify(text.slice(0, 40))} is not a number.`,
    cure: `Type a number, such as 120 or 60 + 2*30. ${unitsCure(Object.keys(units))}`,
  });
}

function unitsCure(units: readonly string[]): string {
  const shown = units.filter((unit) => unit !== "°");
  return shown.length > 0
    ? `Units here: ${shown.join(", ")}.`
    : "No unit is needed here; % works too.";
}
