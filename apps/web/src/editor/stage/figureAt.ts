/** Which figure is under a place of the window; of several the one in front. */
export function figureAt(x: number, y: number): string | null {
  const figureOf = (element: Element | null | undefined) => element?.closest("[data-figure]");
  // What is in front is asked for alone first: a list of all that lies there costs several times as much.
  const hit =
    figureOf(document.elementFromPoint(x, y)) ??
    figureOf(document.elementsFromPoint(x, y).find((each) => figureOf(each)));
  return hit?.getAttribute("data-figure") ?? null;
}
