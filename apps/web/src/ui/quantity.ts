import type { readQuantity, readTypedTime } from "@levitas/core/value";

/** Reads a number that a person typed, or by `time` a time; see `readQuantity` and `readTypedTime` of the core. */
export type ReadQuantity = typeof readQuantity & { readonly time: typeof readTypedTime };

/** What reads typed numbers, with their units and arithmetic. It comes when the first field is entered. */
export async function quantityReader(): Promise<ReadQuantity> {
  return (await import("./quantityReader.ts")).reader;
}
