import type { CompiledCurve, Curve } from "./curve.ts";
import { curveKindOf } from "./kinds.ts";

const compiled = new WeakMap<Curve, CompiledCurve>();
/** Curves that are all said by a word: a document names the same few thousands of times. */
const words = new Map<string, CompiledCurve>();

/**
 * Makes a curve ready to be asked. The same curve object gives the same compiled one, so a study in
 * which one key changed compiles one curve. Throws RangeError for an unknown kind.
 */
export function compileCurve(curve: Curve): CompiledCurve {
  const word =
    curve.kind === "keyword" ? curve.name : curve.kind === "linear" ? curve.kind : undefined;
  const known = word === undefined ? compiled.get(curve) : words.get(word);
  if (known) return known;
  const made = curveKindOf(curve).compile(curve);
  if (word === undefined) compiled.set(curve, made);
  else words.set(word, made);
  return made;
}
