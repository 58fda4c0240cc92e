/** A drag that is under way; there is one at a time. */
export interface ActiveDrag {
  /** Ends it: as if released, or taken back. */
  readonly end: (cancelled: boolean) => void;
}

let active: ActiveDrag | undefined;

/** Notes that a drag has begun; one that was still under way ends as if released. */
export function beginDrag(drag: ActiveDrag): void {
  active?.end(false);
  active = drag;
}

/** Notes that a drag is over. */
export function dragIsOver(drag: ActiveDrag): void {
  if (active === drag) active = undefined;
}

if (typeof window !== "undefined") {
  // Before anything else hears of it: Escape takes back what is being dragged, and does nothing else.
  window.addEventListener(
    "keydown",
    (event) => {
      if (event.key !== "Escape" || !active) return;
      event.stopPropagation();
      active.end(true);
    },
    { capture: true },
  );
  // What was dragged when the page is left is kept.
  window.addEventListener("pagehide", () => active?.end(false));
}
