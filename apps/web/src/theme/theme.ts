import { readStored, store } from "../ui/storage.ts";

/** Light or dark, chosen by the person or else by their system. */
export type Theme = "light" | "dark";

const KEY = "levitas-theme";
const listeners = new Set<() => void>();

/** The theme in force. */
export function currentTheme(): Theme {
  return document.documentElement.dataset.theme === "dark" ? "dark" : "light";
}

/** Puts the remembered theme in force; called once, before anything is drawn. */
export function startTheme(): void {
  const system = matchMedia("(prefers-color-scheme: dark)");
  const remembered = readStored("local", KEY);
  putInForce(remembered === "dark" || (remembered === null && system.matches) ? "dark" : "light");
  system.addEventListener("change", () => {
    if (readStored("local", KEY) === null) putInForce(system.matches ? "dark" : "light");
  });
}

/** Chooses a theme and remembers it. */
export function setTheme(theme: Theme): void {
  store("local", KEY, theme);
  putInForce(theme);
}

function putInForce(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
  tokens.clear();
  for (const listener of listeners) listener();
}

/** Calls back when the theme changes; answers how to stop that. */
export function onTheme(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const tokens = new Map<string, string>();

/**
 * The value of a color token in force, for canvases, which know no CSS variables. Each is read once per theme: reading
 * computes the styles of the page.
 */
export function tokenColor(name: string): string {
  let color = tokens.get(name);
  if (color === undefined) {
    color = getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();
    tokens.set(name, color);
  }
  return color;
}
