import { good, type Result } from "@levitas/core/fault";
import type { FoundCurve } from "@levitas/core/format";

/** Texts longer than this are read aside, so that typing never waits for them. */
const LONG = 20_000;

/** Reads whatever was pasted: a curve, path data, or an SVG. The reader of drawings comes when it is needed. */
export async function readPasted(text: string): Promise<Result<readonly FoundCurve[]>> {
  if (text.length < LONG && !text.trimStart().startsWith("<")) {
    const { parseCurve } = await import("../api/curveParser.ts");
    const curve = parseCurve(text);
    if (curve.ok) return good([{ name: "", curve: curve.value, tangled: false }]);
  }
  if (text.length < LONG) {
    const { readCurveText } = await import("./readDrawings.ts");
    return readCurveText(text);
  }
  const { withWorker } = await import("./worker/curveWorker.ts");
  return withWorker<Result<readonly FoundCurve[]>>((worker) => worker.read(text));
}
