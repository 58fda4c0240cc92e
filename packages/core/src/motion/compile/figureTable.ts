import { CHANNELS, type Figure, restValue } from "../../study/index.ts";
import { readColor, writeShownColor } from "../../value/index.ts";
import { STRIDE, slotIn } from "./poses.ts";

/** The figures of a study: where each stands in a pose buffer, and what it has where nothing drives it. */
export class FigureTable {
  private constructor(
    readonly list: readonly Figure[],
    private readonly index: ReadonlyMap<string, number>,
    /** A whole pose buffer. */
    readonly rest: Float64Array,
  ) {}

  static of(list: readonly Figure[]): FigureTable {
    const index = new Map(list.map((figure, i) => [figure.id, i]));
    const rest = new Float64Array(list.length * STRIDE);
    list.forEach((figure, i) => {
      writeRest(figure, i, rest);
    });
    return new FigureTable(list, index, rest);
  }

  /**
   * The table of another state. Where its figures are the same in the same order, only the rows of those that changed
   * are written anew, and `changed` says which; otherwise it is undefined.
   */
  update(list: readonly Figure[]): { readonly table: FigureTable; readonly changed?: Set<number> } {
    if (list === this.list) return { table: this, changed: new Set() };
    const isSame =
      list.length === this.list.length && list.every(({ id }, i) => id === this.list[i]?.id);
    if (!isSame) return { table: FigureTable.of(list) };
    const changed = new Set<number>();
    const rest = this.rest.slice();
    list.forEach((figure, i) => {
      if (figure === this.list[i]) return;
      changed.add(i);
      writeRest(figure, i, rest);
    });
    return { table: new FigureTable(list, this.index, rest), changed };
  }

  /** Index of a figure; −1 for an unknown id. */
  indexOf(figureId: string): number {
    return this.index.get(figureId) ?? -1;
  }
}

function writeRest(figure: Figure, index: number, rest: Float64Array): void {
  for (const channel of CHANNELS) {
    const slot = slotIn(index, channel.id);
    const value = restValue(figure, channel.id);
    if (channel.kind !== "color") rest[slot] = Number(value);
    else {
      const [r, g, b, alpha] = readColor(String(value), "srgb") ?? [0, 0, 0, 1];
      writeShownColor(r, g, b, alpha, "srgb", rest, slot);
    }
  }
}
