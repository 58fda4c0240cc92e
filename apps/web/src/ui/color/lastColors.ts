const KEY = "levitas-colors";
const MOST = 12;

/** The colors that were chosen last in this browser, the newest first. */
export function lastColors(): readonly string[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? "[]");
    return Array.isArray(kept)
      ? kept.filter((each): each is string => typeof each === "string").slice(0, MOST)
      : [];
  } catch {
    // A storage that is refused or damaged remembers none.
    return [];
  }
}

/** Remembers a color that was chosen. */
export function noteColor(color: string): void {
  try {
    const next = [color, ...lastColors().filter((each) => each !== color)].slice(0, MOST);
    localStorage.setItem(KEY, JSON.stringify(next));
  } catch {
    // It is not remembered.
  }
}
