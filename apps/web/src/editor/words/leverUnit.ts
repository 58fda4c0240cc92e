import type { Lever } from "@levitas/core/study";

/** The unit of what a lever says. */
export function leverUnit({ of }: Lever): string {
  if (of.kind === "angle") return "°";
  return of.kind === "scroll" || of.kind === "slider" || of.kind === "key" ? "" : "px";
}
