import { type Curve, parseCurve } from "../../curve/index.ts";
import { good, type Result } from "../../fault/index.ts";
import { readDrawing } from "../svg/svgDrawing.ts";

/** A curve read from pasted or typed text, and its name there. */
export interface FoundCurve {
  readonly name: string;
  readonly curve: Curve;
  /** Whether it runs back in time, so that it has to be untangled before use. */
  readonly tangled: boolean;
}

/**
 * Reads curves from text: a curve in its notation (as it is or inside a CSS declaration), SVG path data, or an SVG
 * document or fragment, which may contain several curves.
 */
export function readCurveText(text: string): Result<readonly FoundCurve[]> {
  const trimmed = text.trim();
  if (trimmed.startsWith("<") || /^[Mm][\s,]*[-+.\d]/.test(trimmed)) return readDrawing(trimmed);
  const start = text.length - text.trimStart().length;
  const declaration = /^[a-z-]+\s*:\s*/i.exec(trimmed)?.[0].length ?? 0;
  const value = trimmed.slice(declaration);
  const bare = value.endsWith(";") ? value.slice(0, -1).trimEnd() : value;
  const read = parseCurve(bare);
  if (read.ok) return good([{ name: "", curve: read.value, tangled: false }]);
  const offset = start + declaration;
  return {
    ok: false,
    faults: read.faults.map((fault) =>
      fault.at === undefined ? fault : { ...fault, at: fault.at + offset },
    ),
  };
}
