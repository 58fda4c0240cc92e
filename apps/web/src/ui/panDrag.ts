let spaceHeld = false;
if (typeof window !== "undefined") {
  window.addEventListener("keydown", (event) => {
    if (event.code === "Space") spaceHeld = true;
  });
  window.addEventListener("keyup", (event) => {
    if (event.code === "Space") spaceHeld = false;
  });
  window.addEventListener("blur", () => {
    spaceHeld = false;
  });
}

/**
 * Pans while the middle button is dragged, or the left one with Space held. Space has begun to play by
 * then; `takeBackSpace` undoes that. Answers how to stop listening.
 */
export function onPanDrag(
  element: HTMLElement | SVGElement,
  pan: (dx: number, dy: number) => void,
  takeBackSpace: () => void,
): () => void {
  let taken = false;
  const down = (event: Event) => {
    if (!(event instanceof PointerEvent)) return;
    const bySpace = event.button === 0 && spaceHeld;
    if (event.button !== 1 && !bySpace) return;
    // What pans by itself inside of this one pans, and this one does not.
    const nearest = event.target instanceof Element ? event.target.closest("[data-pans]") : null;
    if (nearest && nearest !== element) return;
    event.preventDefault();
    // What lies under the pointer is not dragged meanwhile.
    event.stopPropagation();
    if (bySpace && !taken) takeBackSpace();
    taken = bySpace;
    element.setPointerCapture(event.pointerId);
    const move = (moved: Event) => {
      if (moved instanceof PointerEvent) pan(moved.movementX, moved.movementY);
    };
    element.addEventListener("pointermove", move);
    element.addEventListener(
      "lostpointercapture",
      () => element.removeEventListener("pointermove", move),
      { once: true },
    );
  };
  const up = () => {
    if (!spaceHeld) taken = false;
  };
  element.setAttribute("data-pans", "");
  element.addEventListener("pointerdown", down, { capture: true });
  window.addEventListener("keyup", up);
  return () => {
    element.removeEventListener("pointerdown", down, { capture: true });
    window.removeEventListener("keyup", up);
  };
}
