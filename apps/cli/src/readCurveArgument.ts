import { type Curve, checkCurve, parseCurve } from "@levitas/core/curve";
import { good, type Result } from "@levitas/core/fault";
import { untangle } from "@levitas/core/fit";
import { readDrawing } from "@levitas/core/format";

/**
 * The curve of an argument: its notation, SVG path data, or an SVG document, of which the first path is
 * taken. A path that runs back in time is refused unless it is to be untangled.
 */
export function readCurveArgument(text: string, mend = false): Result<Curve> {
  if (!/^\s*(<|[Mm][\s,]*[-+.\d])/.test(text)) return parseCurve(text);
  const drawn = readDrawing(text.trim());
  if (!drawn.ok) return drawn;
  const curve = drawn.value[0]?.curve;
  if (!curve) throw new RangeError("readCurveArgument: a good drawing has a curve");
  const [first] = drawn.value;
  if (!first?.tangled) return good(curve);
  if (mend) return good(untangle(curve));
  const cure = "Draw it from left to right only, or give --untangle.";
  return { ok: false, faults: checkCurve(curve, "").map((fault) => ({ ...fault, at: 0, cure })) };
}
