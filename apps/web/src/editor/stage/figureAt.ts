/** Which figure is under a place of the window; of several the one in front. */
export function figureAt(x: number, y: number): string | null {
  for (const element of document.elementsFromPoint(x, y)) {
    const hit = element.closest("[data-figure]");
    if (hit) return hit.getAttribute("data-figure");
  }
  return null;
}
