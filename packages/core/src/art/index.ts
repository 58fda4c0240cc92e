export { type ArtElement, type ArtNode, FILLING, MONO, SANS } from "./art.ts";
export { artHtml, htmlText } from "./artHtml.ts";
export { cardArt, figureArt } from "./figureArt.ts";
