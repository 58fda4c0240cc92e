import type { CurveKind, CurveParameter } from "./kind.ts";
import { CURVE_KINDS } from "./kinds.ts";

/** A number with its unit, as it is written. */
function written({ unit }: CurveParameter, value: number): string {
  if (!Number.isFinite(value)) return "any number";
  return `${unit === "%" ? value * 100 : value}${unit ?? ""}`;
}

function range(parameter: CurveParameter): string {
  const { name, min, max, whole, optional } = parameter;
  const span = Number.isFinite(max)
    ? `${written(parameter, min)} to ${written(parameter, max)}`
    : "any number";
  const notes = [...(whole ? ["whole"] : []), ...(optional ? ["may be left out"] : [])];
  return `\`${name}\` ${span}${notes.length > 0 ? `, ${notes.join(", ")}` : ""}`;
}

/** The kinds of curves as a Markdown table, made from their definitions; a test holds the documentation to it. */
export function notationTable(): string {
  const rows = (CURVE_KINDS as unknown as readonly CurveKind[]).map((kind) => {
    const names = kind.notation.map((name) => `\`${name}\``).join(" ") || "`spring()`";
    const parameters = kind.parameters.map(range).join("; ");
    const directions = kind.directions ? `${kind.directions.join(", ")}. ` : "";
    const example = `\`${kind.write(kind.initial)}\``;
    return `| \`${kind.kind}\` | ${names} | ${directions}${parameters} | ${example} | ${kind.css ? "yes" : "as `linear()`"} |`;
  });
  return [
    "| kind | names | directions and parameters | example | CSS knows it |",
    "| --- | --- | --- | --- | --- |",
    ...rows,
  ].join("\n");
}
