import { CURVE_KINDS, type StockCard } from "@levitas/core/curve";

/** A curve of the stock: what everybody has to choose from. */
export interface StockCurve extends StockCard {
  readonly id: string;
}

const CARDS = CURVE_KINDS.flatMap((kind): readonly StockCard[] => kind.stock ?? []);

/** The stock, in the order it is shown: what one begins from first, mechanical to lively. */
export const STOCK: readonly StockCurve[] = (["basic", "spring", "more", "family"] as const)
  .flatMap((shelf) => CARDS.filter((card) => card.shelf === shelf))
  .map((card) => ({
    ...card,
    id: `${card.name} ${card.detail}`
      .trim()
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, "-"),
  }));
