import type { SequenceItem, Tether } from "@levitas/core/study";
import { type Placed, type Placements, type PlayedSpan, playedSpan } from "@levitas/core/timeline";

/** Height of a line, px; a staggered tween's is higher by its fan. */
export const LINE = 30;
/** Height of one bar of a fan and the room between two, px. */
export const FAN = { bar: 4, gap: 1.5, most: 12 } as const;

/** One line of the sequence. */
export interface BlockRow {
  readonly item: SequenceItem;
  readonly depth: number;
  readonly folded: boolean;
  /** px from the top of the first line. */
  readonly top: number;
  readonly height: number;
}

/** How many bars a staggered tween's fan has; 0 for others. */
export function fanOf(item: SequenceItem): number {
  return item.type === "tween" && item.stagger && item.figures.length > 1
    ? Math.min(item.figures.length, FAN.most)
    : 0;
}

/** The lines of a sequence in its order; what stands in a folded group has none. */
export function blockRows(items: readonly SequenceItem[], folded: ReadonlySet<string>): BlockRow[] {
  const rows: BlockRow[] = [];
  let top = 0;
  const enter = (list: readonly SequenceItem[], depth: number) => {
    for (const item of list) {
      const fan = fanOf(item);
      const height = Math.max(LINE, fan > 0 ? 20 + fan * (FAN.bar + FAN.gap) : 0);
      const isFolded = item.type === "group" && folded.has(item.id);
      rows.push({ item, depth, folded: isFolded, top, height });
      top += height;
      if (item.type === "group" && !isFolded) enter(item.items, depth + 1);
    }
  };
  enter(items, 0);
  return rows;
}

/** Where an item is drawn, ms of the study: its first pass, and all of them as far as they are shown. */
export interface BlockSpan {
  readonly pass: PlayedSpan;
  readonly all: PlayedSpan;
  readonly endless: boolean;
}

/** See `BlockSpan`. */
export function blockSpan(placed: Placed): BlockSpan {
  const fan = Math.max(0, ...placed.offsets);
  const { item } = placed;
  const length =
    item.type === "group" ? placed.shown : item.type === "freeze" ? 0 : placed.length + fan;
  const pass = placed.iterations && item.type === "group" ? passOf(placed) : length;
  return {
    pass: playedSpan(placed, 0, pass),
    all: playedSpan(placed),
    endless: placed.whole === Number.POSITIVE_INFINITY,
  };
}

function passOf({ length, item }: Placed): number {
  return length / (item.type === "group" && item.rate ? item.rate : 1);
}

/** A tether as two places: where the item starts, and where on what it hangs. */
export interface TetherLine {
  readonly id: string;
  readonly at: number;
  readonly anchor: { readonly id: string | null; readonly time: number };
}

/** Where the tether of an item leads; undefined where it hangs on the start. */
export function tetherLine(placed: Placed, { byId }: Placements): TetherLine | undefined {
  const { tether, id } = placed.item;
  const at = playedSpan(placed, 0, 0).from;
  if (tether.to === "start") return undefined;
  if (tether.to === "marker") return { id, at, anchor: { id: null, time: at - tether.offset } };
  if (tether.to === "item") {
    const anchor = byId.get(tether.id);
    if (!anchor) return undefined;
    const edge = tether.edge === "start" ? 0 : anchor.shown;
    return { id, at, anchor: { id: tether.id, time: playedSpan(anchor, edge, edge).from } };
  }
  for (const anchor of byId.values()) {
    if (anchor.item.type !== "tween") continue;
    for (const { keys } of anchor.item.tracks) {
      const key = keys.find((each) => each.id === tether.id);
      if (!key) continue;
      const within = key.time - (anchor.item.clip?.from ?? 0);
      return {
        id,
        at,
        anchor: { id: anchor.item.id, time: playedSpan(anchor, within, within).from },
      };
    }
  }
  return undefined;
}

/** What an item hangs on, in words. */
export function tetherWords(
  tether: Tether,
  { byId }: Placements,
  markers: readonly { readonly id: string; readonly name: string }[],
  inGroup: boolean,
): string {
  if (tether.to === "start") return inGroup ? "start of the group" : "start of the study";
  if (tether.to === "marker")
    return `marker ${markers.find(({ id }) => id === tether.id)?.name ?? "?"}`;
  if (tether.to === "item")
    return `${tether.edge} of ${byId.get(tether.id)?.item.name ?? "something gone"}`;
  for (const { item } of byId.values())
    if (item.type === "tween")
      for (const { keys } of item.tracks) {
        const index = keys.findIndex(({ id }) => id === tether.id);
        if (index >= 0) return `key ${index + 1} of ${item.name}`;
      }
  return "a key that is gone";
}
