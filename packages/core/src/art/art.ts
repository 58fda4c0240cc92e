/**
 * What a figure looks like, as elements of HTML and SVG: plain data that the Bench draws with React and hand-offs write
 * as text. Its color arrives as `currentColor`, its box is the element around it.
 */
export type ArtNode = ArtElement | string;

export interface ArtElement {
  readonly tag: "div" | "span" | "svg" | "rect" | "circle" | "line" | "path" | "text";
  /** Attributes by their names in HTML and SVG. */
  readonly attributes?: Readonly<Record<string, string | number>>;
  /** Declarations by their names in CSS, with units. */
  readonly style?: Readonly<Record<string, string | number>>;
  readonly children?: readonly ArtNode[];
}

/** The families of the scene's letters; hand-offs that embed fonts embed these. */
export const SANS = '"Hanken Grotesk Variable", system-ui, sans-serif';
export const MONO = '"Martian Mono Variable", ui-monospace, monospace';

/** Paper and ink of drawn things; they belong to the scene, not to the theme of the program. */
export const PAPER = "#FFFDF8";
export const INK = "#1E2430";

/** Fills the box of the figure. */
export const FILLING = { position: "absolute", inset: "0" } as const;
