export { type ArtElement, type ArtNode, FILLING, INK, MONO, PAPER, SANS } from "./art.ts";
export { artHtml, htmlText, xmlText } from "./artHtml.ts";
export { cardArt, figureArt } from "./figureArt.ts";
export { fontRules, type Typeface } from "./fontRules.ts";
