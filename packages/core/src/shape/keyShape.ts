import { type Fault, FaultList, shortValue } from "../fault/index.ts";
import { isKeyValue, isSpanCurve, LARGEST_NUMBER } from "./plain.ts";

/** A list of keys found in a document, and where. */
export interface FoundKeys {
  readonly path: string;
  readonly keys: readonly unknown[];
}

/**
 * Takes the keys out of a document, so that the rest can be checked by class-validator: a study may have 100,000 of
 * them, and an instance with metadata for each would take seconds. Every list keeps its length.
 */
export function withoutKeys(document: object): {
  rest: object;
  found: FoundKeys[];
  /** Items that are no objects, with their paths; an empty object stands in their place. */
  odd: { path: string; value: unknown }[];
} {
  const found: FoundKeys[] = [];
  const odd: { path: string; value: unknown }[] = [];
  const strip = (items: unknown, path: string): unknown => {
    if (!Array.isArray(items)) return items;
    return items.map((item: unknown, i): unknown => {
      const here = `${path}[${i}]`;
      if (!isPlain(item)) {
        odd.push({ path: here, value: item });
        return {};
      }
      if (item.type === "group") return { ...item, items: strip(item.items, `${here}.items`) };
      if (!Array.isArray(item.tracks)) return item;
      return {
        ...item,
        tracks: item.tracks.map((track, t) => bare(track, `${here}.tracks[${t}]`)),
      };
    });
  };
  const bare = (track: unknown, path: string): unknown => {
    if (!isPlain(track) || !Array.isArray(track.keys)) return track;
    found.push({ path: `${path}.keys`, keys: track.keys });
    // Numbers replace the keys: the list keeps its length at little cost.
    return { ...track, keys: track.keys.map(() => 0) };
  };
  const rest =
    "sequence" in document
      ? { ...document, sequence: strip(document.sequence, "sequence") }
      : document;
  return { rest, found, odd };
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

const isAmount = (value: unknown): boolean =>
  typeof value === "number" && Math.abs(value) <= LARGEST_NUMBER;

const isHandle = (value: unknown): boolean =>
  isPlain(value) && isAmount(value.x) && isAmount(value.y);

/** The checks of `KeyShape`, field by field: the code of the fault, the test, and the cure. */
const FIELDS: readonly {
  readonly name: string;
  readonly optional?: true;
  readonly code: string;
  readonly fits: (value: unknown) => boolean;
  readonly cure: string;
}[] = [
  {
    name: "id",
    code: "isName",
    fits: (value) => typeof value === "string" && value.length > 0 && value.length <= 200,
    cure: "Give a text of 1 to 200 letters.",
  },
  { name: "time", code: "isNumber", fits: isAmount, cure: "Give a finite number." },
  {
    name: "value",
    code: "isKeyValue",
    fits: isKeyValue,
    cure: 'Value must be a finite number, a color, or {"found": true}.',
  },
  {
    name: "curve",
    optional: true,
    code: "isSpanCurve",
    fits: isSpanCurve,
    cure: 'Curve must be an object with "kind", or {"shared": ID}.',
  },
  { name: "in", optional: true, code: "isHandle", fits: isHandle, cure: "Give numbers x and y." },
  { name: "out", optional: true, code: "isHandle", fits: isHandle, cure: "Give numbers x and y." },
];

/** The faults of the keys that were found, at most `most`. */
export function keyFaults(found: readonly FoundKeys[], most: number): readonly Fault[] {
  const faults = new FaultList(most);
  for (const { path, keys } of found)
    for (let i = 0; i < keys.length && !faults.isFull; i++) {
      const key = keys[i];
      if (!isPlain(key)) {
        faults.push(
          fault(`${path}[${i}]`, "isObject", key, "Give an object with id, time and value."),
        );
        continue;
      }
      for (const field of FIELDS) {
        const value = key[field.name];
        if (field.optional && value === undefined) continue;
        if (!field.fits(value))
          faults.push(fault(`${path}[${i}].${field.name}`, field.code, value, field.cure));
      }
    }
  return faults.all;
}

function fault(path: string, code: string, value: unknown, cure: string): Fault {
  return { code, path, message: `Found ${shortValue(value)}.`, cure };
}
