import type { DragPoint } from "../../ui/useDragSession.ts";
import type { Bench } from "../session/bench.ts";
import type { Hand } from "../session/hand.ts";

/** The box that is drawn over the timeline to choose keys; one for the page. */
export const KEY_BOX = "key-box";

/**
 * Drawing a box over the ground of the timeline chooses the keys in it, on all lanes and graphs it covers; with Shift
 * they are added.
 */
export function boxHand(bench: Bench, { shift }: DragPoint): Hand {
  const box = document.getElementById(KEY_BOX);
  const frame = box?.offsetParent?.getBoundingClientRect();
  const kept = shift ? bench.selection.keys : [];
  const hide = () => {
    if (box) box.style.visibility = "hidden";
  };
  // The lane it began on may be gone by the end: scrolled away, or taken away.
  window.addEventListener("pointerup", hide, { once: true, capture: true });
  return {
    move: ({ x, y, dx, dy }) => {
      if (!box || !frame) return;
      const [left, right] = [Math.min(x, x - dx), Math.max(x, x - dx)];
      const [top, bottom] = [Math.min(y, y - dy), Math.max(y, y - dy)];
      box.style.visibility = "visible";
      box.style.translate = `${left - frame.left}px ${top - frame.top}px`;
      box.style.width = `${right - left}px`;
      box.style.height = `${bottom - top}px`;
      const inside = [...bench.keyFinders].flatMap((find) => find({ left, right, top, bottom }));
      const next = [...new Set([...kept, ...inside])];
      const now = bench.selection.keys;
      if (next.length !== now.length || next.some((id, i) => id !== now[i]))
        bench.select({ keys: next });
    },
    end: hide,
  };
}

/** A click on the ground lets go of the chosen keys. */
export function tapGround(bench: Bench, { shift }: Pick<DragPoint, "shift">): void {
  if (!shift && bench.selection.keys.length > 0) bench.select({ keys: [] });
}
