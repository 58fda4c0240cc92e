import type { Fault } from "./fault.ts";

/** How much a document from outside may hold. Everything is counted before anything is copied. */
export interface Budget {
  /** Levels of nesting. */
  readonly depth: number;
  /** Objects and lists together. */
  readonly objects: number;
  /** Fields of one object. */
  readonly fields: number;
  /** Elements of all lists and fields of all objects together. */
  readonly values: number;
  /** Letters of one text. */
  readonly text: number;
}

/** What any document of ours may hold: far above what a study of 100,000 keys needs. */
export const DOCUMENT_BUDGET: Budget = {
  depth: 60,
  objects: 1_000_000,
  fields: 100,
  values: 3_000_000,
  text: 400_000,
};

/** Names that every object has by itself; as fields they are no data. */
const isReserved = (name: string): boolean => name in Object.prototype;

/**
 * The first way in which a document goes beyond a budget; undefined where it keeps it. Takes time in proportion to
 * the document, stops at the first excess, and neither copies nor recurses.
 */
export function budgetFault(
  document: unknown,
  budget: Budget = DOCUMENT_BUDGET,
): Fault | undefined {
  if (typeof document !== "object" || document === null) return undefined;
  let level: object[] = [document];
  let objects = 0;
  let values = 0;
  for (let depth = 1; level.length > 0; depth++) {
    if (depth > budget.depth)
      return tooLarge(
        "too-deep",
        `more than ${budget.depth} levels of nesting`,
        "Dissolve some groups.",
      );
    const below: object[] = [];
    for (const holder of level) {
      if (++objects > budget.objects)
        return tooLarge("too-many-objects", `more than ${budget.objects} objects`, "Give fewer.");
      const isList = Array.isArray(holder);
      const names = isList ? undefined : Object.keys(holder);
      const count = names ? names.length : (holder as readonly unknown[]).length;
      values += count;
      if (names && count > budget.fields)
        return tooLarge(
          "too-many-fields",
          `an object with ${count} fields`,
          `Give at most ${budget.fields}.`,
        );
      if (values > budget.values)
        return tooLarge("too-many-values", `more than ${budget.values} values`, "Give fewer.");
      for (let i = 0; i < count; i++) {
        const name = names?.[i];
        if (name !== undefined && isReserved(name))
          return tooLarge(
            "reserved-name",
            `a field named ${JSON.stringify(name)}`,
            "Name it otherwise.",
          );
        const value: unknown =
          name === undefined
            ? (holder as readonly unknown[])[i]
            : (holder as Record<string, unknown>)[name];
        if (typeof value === "object" && value !== null) below.push(value);
        else if (typeof value === "string" && value.length > budget.text)
          return tooLarge(
            "too-long",
            `a text of ${value.length} letters`,
            `Give at most ${budget.text}.`,
          );
      }
    }
    level = below;
  }
  return undefined;
}

function tooLarge(code: string, what: string, cure: string): Fault {
  return { code, path: "", message: `Found ${what}.`, cure };
}
