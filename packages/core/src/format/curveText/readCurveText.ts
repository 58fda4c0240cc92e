import { type Curve, parseCurve } from "../../curve/index.ts";
import { good, type Result } from "../../fault/index.ts";
import { readDrawing } from "../svg/svgDrawing.ts";

/** A curve that was pasted or typed, with the name it had. */
export interface FoundCurve {
  readonly name: string;
  readonly curve: Curve;
  /** It runs back in time and has to be untangled before it can be used. */
  readonly tangled: boolean;
}

/**
 * Reads whatever a person pastes: a curve in words (a CSS declaration around it is taken off), SVG path
 * data, or an SVG document or fragment, which may hold several curves.
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
