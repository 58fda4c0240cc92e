/** How the panes of the bench share the window. They are the same panes, at other sizes. */
export const ARRANGEMENTS = [
  {
    id: "side",
    text: "Side by side",
    title: "Scene and curve beside the timeline",
    key: "1",
  },
  { id: "long", text: "Long", title: "A wide timeline, for long sequences", key: "2" },
  { id: "scene", text: "Scene alone", title: "The scene fills the window", key: "3" },
] as const;

export type Arrangement = (typeof ARRANGEMENTS)[number]["id"];

/** Shares of the window, in percent: the left column's width, and the scene's height within it. */
export interface PaneShares {
  readonly column: number;
  readonly scene: number;
}

/** How large the window is, roughly. Sizes that a person chose are kept for each class by itself. */
export type WindowClass = "narrow" | "regular" | "wide" | "huge";

export function windowClass(width: number): WindowClass {
  if (width < 1200) return "narrow";
  if (width < 1700) return "regular";
  return width < 2300 ? "wide" : "huge";
}

/** Width of the timeline's left margin until a person changes it, px. */
export const DEFAULT_MARGIN = 216;
export const MARGIN_RANGE = { min: 150, max: 420 } as const;

/** Width of the column in the long arrangement, px. */
const LONG_COLUMN = 300;

/** The shares an arrangement begins with in a window of a size, px. */
export function defaultShares(arrangement: Arrangement, width: number): PaneShares {
  if (arrangement === "scene") return { column: 100, scene: 100 };
  if (arrangement === "long") return { column: (LONG_COLUMN / width) * 100, scene: 38 };
  // At 2560 a column of the same share would leave no room for a long timeline.
  return { column: windowClass(width) === "huge" ? 43 : 47, scene: 47 };
}

const KEY = "levitas-panes";

interface Kept {
  readonly shares?: Readonly<Record<string, PaneShares>>;
  readonly margins?: Readonly<Record<string, number>>;
}

function readKept(): Kept {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "{}");
    return typeof kept === "object" && kept !== null ? (kept as Kept) : {};
  } catch {
    // A storage that is refused or damaged: the panes have their default sizes.
    return {};
  }
}

function keep(next: Kept): void {
  try {
    localStorage.setItem(KEY, JSON.stringify({ ...readKept(), ...next }));
  } catch {
    // They are kept until the page is left.
  }
}

const isShare = (value: unknown): value is number =>
  typeof value === "number" && value >= 0 && value <= 100;

/** The shares a person chose for an arrangement in windows like this one, else the default ones. */
export function keptShares(arrangement: Arrangement, width: number): PaneShares {
  const fallback = defaultShares(arrangement, width);
  const kept = readKept().shares?.[`${arrangement} ${windowClass(width)}`];
  return kept && isShare(kept.column) && isShare(kept.scene) ? kept : fallback;
}

/** Keeps the shares of an arrangement for windows like this one. */
export function keepShares(arrangement: Arrangement, width: number, shares: PaneShares): void {
  keep({
    shares: { ...readKept().shares, [`${arrangement} ${windowClass(width)}`]: shares },
  });
}

export function keptMargin(width: number): number {
  const kept = readKept().margins?.[windowClass(width)];
  return typeof kept === "number" && kept >= MARGIN_RANGE.min && kept <= MARGIN_RANGE.max
    ? kept
    : DEFAULT_MARGIN;
}

export function keepMargin(width: number, margin: number): void {
  keep({ margins: { ...readKept().margins, [windowClass(width)]: margin } });
}
