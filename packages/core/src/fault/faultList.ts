import type { Fault } from "./fault.ts";

/**
 * Faults while they are found, no more than a person can use. What looks for faults asks `isFull` and stops there,
 * so that a document of nothing but faults costs no more than a sound one.
 */
export class FaultList {
  private readonly list: Fault[] = [];

  constructor(private readonly most: number) {}

  get isFull(): boolean {
    return this.list.length >= this.most;
  }

  get all(): readonly Fault[] {
    return this.list;
  }

  /** Adds faults as long as there is room. */
  push(...faults: readonly Fault[]): void {
    for (const fault of faults) if (!this.isFull) this.list.push(fault);
  }
}

/** How a value is named in a fault: short, however large it is. */
export function shortValue(value: unknown): string {
  if (value === undefined) return "nothing";
  if (typeof value === "string")
    return value.length > 60 ? `${JSON.stringify(value.slice(0, 60))}…` : JSON.stringify(value);
  if (Array.isArray(value))
    return value.length === 0 ? "an empty list" : `a list of ${value.length}`;
  if (typeof value === "object" && value !== null) {
    const names = Object.keys(value);
    const shown = names.slice(0, 5).map((name) => name.slice(0, 20));
    return names.length === 0
      ? "an empty object"
      : `an object with ${shown.join(", ")}${names.length > 5 ? "…" : ""}`;
  }
  return String(value);
}

/** The names of a cycle as text: at most a few, and how many there are. */
export function cycleText(names: readonly string[]): string {
  const most = 6;
  if (names.length <= most) return [...names, names[0]].join(" → ");
  return `${names.slice(0, most).join(" → ")} → … (${names.length} in all)`;
}
