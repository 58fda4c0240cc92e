import { useDragSession } from "../../ui/useDragSession.ts";
import { useBench } from "../session/BenchContext.ts";

/** The box that is drawn over the timeline to choose keys; one for the page. */
const BOX = "key-box";

interface Session {
  readonly kept: readonly string[];
  readonly box: HTMLElement | null;
  readonly frame: DOMRect | undefined;
}

/**
 * Drawing a box over the ground of the lanes chooses the keys in it, on all lanes and graphs it covers;
 * with Shift they are added. A click on the ground lets go of them.
 */
export function useKeyBox() {
  const bench = useBench();
  const bind = useDragSession<Session>({
    start: ({ shift }) => {
      const box = document.getElementById(BOX);
      // The lane it began on may be gone by the end: scrolled away, or taken away.
      const hide = () => {
        if (box) box.style.visibility = "hidden";
      };
      window.addEventListener("pointerup", hide, { once: true, capture: true });
      return {
        kept: shift ? bench.selection.keys : [],
        box,
        frame: box?.offsetParent?.getBoundingClientRect(),
      };
    },
    move: ({ kept, box, frame }, { x, y, dx, dy }) => {
      if (!box || !frame) return;
      const [left, right] = [Math.min(x, x - dx), Math.max(x, x - dx)];
      const [top, bottom] = [Math.min(y, y - dy), Math.max(y, y - dy)];
      box.style.visibility = "visible";
      box.style.translate = `${left - frame.left}px ${top - frame.top}px`;
      box.style.width = `${right - left}px`;
      box.style.height = `${bottom - top}px`;
      const inside: string[] = [];
      for (const bead of document.querySelectorAll<SVGElement>("[data-key]")) {
        const at = bead.getBoundingClientRect();
        const [mx, my] = [at.left + at.width / 2, at.top + at.height / 2];
        const id = bead.dataset.key;
        if (id && mx >= left && mx <= right && my >= top && my <= bottom) inside.push(id);
      }
      const next = [...new Set([...kept, ...inside])];
      const now = bench.selection.keys;
      if (next.length !== now.length || next.some((id, i) => id !== now[i]))
        bench.select({ keys: next });
    },
    end: ({ box }) => {
      if (box) box.style.visibility = "hidden";
    },
    tap: ({ shift }) => {
      if (!shift && bench.selection.keys.length > 0) bench.select({ keys: [] });
    },
  });
  return bind();
}

export { BOX as KEY_BOX };
