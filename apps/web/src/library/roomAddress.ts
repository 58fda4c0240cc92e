import { type Curve, printCurve } from "@levitas/core/curve";
import type { Entry } from "./entries.ts";

/** Where a curve that is not kept yet is worked on. */
const TRY = "/curves/try";

/** The address of a room for a curve that is not kept. The curve stands behind the #: servers never see it. */
export function tryAddress(curve: Curve, name = ""): string {
  const words = new URLSearchParams({ curve: printCurve(curve), ...(name ? { name } : {}) });
  return `${TRY}#${words}`;
}

/** The address of the room of an entry of the gallery. */
export function roomAddress({ own, curve, name, detail }: Entry): string {
  return own ? `/curves/${own.id}` : tryAddress(curve, `${name} ${detail}`.trim());
}
