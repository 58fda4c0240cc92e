/** How wide the words of a block are, in px: all of them, and the name alone. */
export interface LabelWidths {
  readonly all: number;
  readonly name: number;
}

/** Where the words of a block stand. */
export interface LabelPlace {
  /** Where they begin, or where they end if `anchor` is "end"; px. */
  readonly x: number;
  readonly anchor: "start" | "end";
  /** All of them, the name alone, or as much of the name as `room` holds. */
  readonly shown: "all" | "name" | "cut";
  /** The room there is, px. */
  readonly room: number;
}

/** Between words and the edge they stand beside, px. */
const INSIDE = 10;
const BESIDE = 8;
/** Less than this holds no word, px. */
const LEAST = 24;

/**
 * Where the words of a block can be read without an edge running through them: inside its first
 * pass, else behind its end, else before its start; first with all words, then with the name
 * alone, and at last with the name cut where the room is largest.
 *
 * @param from start of the block, `to` the end of its first pass, `end` of its last; px
 * @param width of the lane, px; what lies outside of 0 and `width` is not seen
 */
export function labelPlace(
  { from, to, end }: { readonly from: number; readonly to: number; readonly end: number },
  width: number,
  widths: LabelWidths,
): LabelPlace {
  const left = Math.max(from, 0) + INSIDE;
  const behind = Math.max(end, 0) + BESIDE;
  const before = Math.min(from, width) - BESIDE;
  const places = [
    { x: left, anchor: "start" as const, room: Math.min(to, width) - 6 - left },
    { x: behind, anchor: "start" as const, room: width - behind },
    { x: before, anchor: "end" as const, room: before },
  ];
  for (const shown of ["all", "name"] as const) {
    const place = places.find(({ room }) => room >= widths[shown]);
    if (place) return { ...place, shown };
  }
  const [first, ...others] = places;
  const widest = others.reduce(
    (best, place) => (place.room > best.room ? place : best),
    first as (typeof places)[0],
  );
  // A narrow endless block that fills the window has room nowhere: its words then stand on it.
  if (widest.room < LEAST) return { x: left, anchor: "start", shown: "name", room: widths.name };
  return { ...widest, shown: "cut" };
}

/** The longest beginning of `name` that is at most `room` wide, with an ellipsis. */
export function cutToFit(name: string, room: number, widthOf: (text: string) => number): string {
  if (widthOf(name) <= room) return name;
  const letters = [...name];
  let [fits, tooLong] = [0, letters.length];
  while (tooLong - fits > 1) {
    const middle = (fits + tooLong) >> 1;
    if (widthOf(`${letters.slice(0, middle).join("")}…`) <= room) fits = middle;
    else tooLong = middle;
  }
  return `${letters.slice(0, fits).join("").trimEnd()}…`;
}
