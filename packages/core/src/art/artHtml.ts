import type { ArtNode } from "./art.ts";

/**
 * Escapes text for the content and the quoted attributes of HTML and SVG. Characters that no XML document may contain,
 * not even escaped, are left out.
 */
export function htmlText(text: string): string {
  return xmlText(text)
    .replace(/&/g, "&amp;")
    .replace(/</g, "&lt;")
    .replace(/>/g, "&gt;")
    .replace(/"/g, "&quot;")
    .replace(/'/g, "&#39;");
}

/** Text without what XML 1.0 allows nowhere: control characters, halves of pairs, U+FFFE and U+FFFF. */
export function xmlText(text: string): string {
  return text.replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, "");
}

/** Art as HTML, which is XHTML as well. */
export function artHtml(node: ArtNode): string {
  if (typeof node === "string") return htmlText(node);
  const { tag, attributes = {}, style = {}, children = [] } = node;
  const declarations = Object.entries(style).map(([name, value]) => `${name}:${value}`);
  const all: [string, string | number][] = Object.entries(attributes);
  // In a document that is SVG itself, what stands in HTML is no SVG without it.
  if (tag === "svg") all.unshift(["xmlns", "http://www.w3.org/2000/svg"]);
  if (declarations.length > 0) all.push(["style", declarations.join(";")]);
  const text = all.map(([name, value]) => ` ${name}="${htmlText(String(value))}"`).join("");
  return `<${tag}${text}>${children.map(artHtml).join("")}</${tag}>`;
}
