/** Widths that were measured, by font and text; the fonts of the interface do not change. */
const measured = new Map<string, number>();
let context: CanvasRenderingContext2D | null | undefined;

/**
 * How wide a text is in the interface's sans serif, in px; measured once per text.
 *
 * @param font weight and size, as in "500 11.5px"
 */
export function textWidth(text: string, font: string): number {
  const key = `${font} ${text}`;
  const known = measured.get(key);
  if (known !== undefined) return known;
  context ??= document.createElement("canvas").getContext("2d");
  if (!context) return text.length * 7;
  context.font = `${font} ${getComputedStyle(document.body).fontFamily}`;
  const { width } = context.measureText(text);
  // Names are typed letter by letter: what was measured is not kept for ever.
  if (measured.size > 2000) measured.clear();
  // Until the font has come a text is as wide as in another one.
  if (document.fonts.status === "loaded") measured.set(key, width);
  return width;
}
