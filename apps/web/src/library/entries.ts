import { type Curve, type Direction, printCurve } from "@levitas/core/curve";
import type { Platform } from "@levitas/core/format";
import type { FeelWord } from "@levitas/core/reading";
import type { StoredCurve } from "../api/curves.ts";
import { readCurve } from "../curve-editor/curveReader.ts";
import type { StockCurve } from "../curve-editor/stock.ts";

/** A curve in the gallery, of the stock or of one's own. */
export interface Entry {
  readonly id: string;
  readonly name: string;
  readonly detail: string;
  readonly curve: Curve;
  /** Present for curves of one's own. */
  readonly own?: StoredCurve;
}

/** What the gallery is asked for. */
export interface Filter {
  readonly search: string;
  /** All of them must hold. */
  readonly feel: readonly FeelWord[];
  readonly direction: Direction | null;
  readonly platform: "any" | "css" | "linear";
}

export const NO_FILTER: Filter = { search: "", feel: [], direction: null, platform: "any" };

/** Curves of one's own first, the newest first, then the stock. */
export function allEntries(
  stock: readonly StockCurve[],
  own: readonly StoredCurve[],
): readonly Entry[] {
  return [
    ...own.map((curve) => ({
      id: curve.id,
      name: curve.name,
      detail: "own",
      curve: curve.curve,
      own: curve,
    })),
    ...stock,
  ];
}

/** The direction of an easing; null for curves that have none. */
export function directionOf(curve: Curve): Direction | null {
  return "direction" in curve ? curve.direction : (DIRECTION_OF_KEYWORD[nameOf(curve)] ?? null);
}

const DIRECTION_OF_KEYWORD: Readonly<Record<string, Direction>> = {
  "ease-in": "in",
  "ease-out": "out",
  "ease-in-out": "in-out",
};

function nameOf(curve: Curve): string {
  return curve.kind === "keyword" ? curve.name : "";
}

/** The entries that answer a filter; `platforms` are known by the curve once they were worked out. */
export function matching(
  entries: readonly Entry[],
  filter: Filter,
  platforms: ReadonlyMap<Curve, Platform>,
): readonly Entry[] {
  const words = fold(filter.search).split(/\s+/).filter(Boolean);
  return entries.filter(({ name, detail, curve, own }) => {
    if (filter.direction !== null && directionOf(curve) !== filter.direction) return false;
    if (filter.feel.length > 0) {
      const { feel } = readCurve(curve);
      if (!filter.feel.every((word) => feel.includes(word))) return false;
    }
    if (filter.platform !== "any") {
      const platform = platforms.get(curve);
      if (filter.platform === "css" ? platform !== "css" : platform === "code") return false;
    }
    if (words.length === 0) return true;
    const text = fold(
      [name, detail, ...(own?.tags ?? []), own?.notes, printCurve(curve)].join(" "),
    );
    return words.every((word) => text.includes(word));
  });
}

function fold(text: string): string {
  return text
    .normalize("NFKD")
    .replace(/\p{Mark}/gu, "")
    .toLowerCase();
}
