import { type Curve, compileCurve, curveKindOf, printCurve } from "../../curve/index.ts";
import { jsLineComment } from "../escape.ts";

/**
 * The greatest difference between the function and the curve: they use the same formulas, so this is rounding. The
 * tests check it for every kind.
 */
export const SCRIPT_ERROR = 1e-8;

/**
 * A curve as two JavaScript functions that need nothing else: `ease(progress)`, and `tween(time, start,
 * change, duration)`, which gives the value itself. Before the start and after the end nothing moves.
 */
export function jsFunction(curve: Curve): string {
  const { value } = compileCurve(curve);
  const text = printCurve(curve);
  const title = text.length > 100 ? `${text.slice(0, 100)}…` : text;
  return `// ${jsLineComment(title)}
function ease(progress) {
  const p = progress;
  if (!(p > 0)) return ${value(0)};
  if (p >= 1) return ${value(1)};
${indent(curveKindOf(curve).script(curve))}
}

// A value at a time: duration in the unit of time, change from start to target.
function tween(time, start, change, duration) {
  return start + change * ease(duration > 0 ? time / duration : time < 0 ? 0 : 1);
}
`;
}

function indent(text: string): string {
  return text
    .split("\n")
    .map((line) => `  ${line}`)
    .join("\n");
}
