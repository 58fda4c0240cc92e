import type { readQuantity } from "@levitas/core/value";

/** Reads a number that a person typed; see `readQuantity` of the core. */
export type ReadQuantity = typeof readQuantity;

/** What reads typed numbers, with their units and arithmetic. It comes when the first field is entered. */
export async function quantityReader(): Promise<ReadQuantity> {
  return (await import("./quantityReader.ts")).readQuantity;
}
