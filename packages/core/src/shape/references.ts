import { type Curve, checkCurve, checkNumber } from "../curve/index.ts";
import { type Fault, type FaultList, shortValue } from "../fault/index.ts";
import type { ChannelDefinition, CurveReference } from "../study/index.ts";
import { isColor } from "../value/index.ts";
import { LARGEST_NUMBER } from "./plain.ts";

const ANY = { min: -LARGEST_NUMBER, max: LARGEST_NUMBER };

/** The names found in the document while it is walked. */
export interface Names {
  readonly figures: ReadonlySet<string>;
  readonly curves: ReadonlySet<string>;
  readonly markers: ReadonlySet<string>;
  readonly items: ReadonlySet<string>;
  /** The ids of all keys, collected when the first tether to a key is checked. */
  readonly keys: () => ReadonlySet<string>;
}

export function collect(
  list: readonly { id: string }[],
  path: string,
  faults: FaultList,
): Set<string> {
  const seen = new Set<string>();
  list.forEach(({ id }, i) => {
    if (seen.has(id)) faults.push(duplicate(`${path}[${i}].id`, id));
    seen.add(id);
  });
  return seen;
}

export function duplicate(path: string, id: string): Fault {
  return {
    code: "duplicate-id",
    path,
    message: `Found the id ${JSON.stringify(id)} a second time.`,
    cure: "Give each thing an id of its own.",
  };
}

export function dangling(path: string, what: string, id: string): Fault {
  return {
    code: "dangling-id",
    path,
    message: `Found ${shortValue(id)}, and there is no such ${what}.`,
    cure: `Name a ${what} of this study.`,
  };
}

/**
 * The cycles of a graph in which each node leads to at most one other, each cycle once, beginning with its first
 * member in the map's order. Every node is visited once.
 */
export function circlesOf(next: ReadonlyMap<string, string | null>): string[][] {
  const circles: string[][] = [];
  const done = new Set<string>();
  for (const start of next.keys()) {
    const path: string[] = [];
    const place = new Map<string, number>();
    let at: string | null = start;
    while (at !== null && !done.has(at) && !place.has(at)) {
      place.set(at, path.length);
      path.push(at);
      at = next.get(at) ?? null;
    }
    const from = at === null ? undefined : place.get(at);
    if (from !== undefined) circles.push(path.slice(from));
    for (const each of path) done.add(each);
  }
  return circles;
}

/** Checks a curve, or a reference to a shared one. */
export function checkEither(curve: Curve | CurveReference, names: Names, path: string): Fault[] {
  if (!("shared" in curve)) return checkCurve(curve, path);
  return names.curves.has(curve.shared)
    ? []
    : [dangling(`${path}.shared`, "shared curve", curve.shared)];
}

export function checkValue(value: unknown, channel: ChannelDefinition, path: string): Fault[] {
  if (channel.kind === "switch") return checkNumber(value, path, { min: 0, max: 1, whole: true });
  if (channel.kind !== "color") return checkNumber(value, path, ANY);
  if (typeof value === "string" && isColor(value)) return [];
  return [
    {
      code: "not-a-color",
      path,
      message: `Found ${shortValue(value)}.`,
      cure: 'Give a CSS color, such as "#1B6B5A".',
    },
  ];
}
