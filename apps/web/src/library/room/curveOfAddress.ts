import { type Curve, LINEAR } from "@levitas/core/curve";
import { readKept } from "../../curve-editor/readKept.ts";

/** The curve an address asks for; the plain diagonal where it cannot be read. */
export function curveOfAddress(hash: string): { curve: Curve; name: string } {
  const words = new URLSearchParams(hash.replace(/^#/, ""));
  const curve = readKept(words.get("curve") ?? "linear") ?? LINEAR;
  return { curve, name: words.get("name") ?? "New curve" };
}
