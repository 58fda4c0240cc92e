import type { DragPoint } from "../../ui/useDragSession.ts";
import { boundsIn } from "../geometry/bounds.ts";
import type { Bench } from "../session/bench.ts";
import { chosenFigures } from "../session/selection.ts";

/** Drawing a box over the ground of the scene. */
export interface SceneBox {
  readonly move: (point: Pick<DragPoint, "x" | "y" | "dx" | "dy">) => void;
  readonly end: (cancelled: boolean) => void;
}

/**
 * Chooses the figures whose middle is in a box; with Shift besides those that are chosen. So what lies behind all others
 * does not come along, nor does what is not seen or, such as a group, is empty.
 *
 * @param shown the box as it is drawn
 * @param frame the window of the scene
 */
export function beginSceneBox(
  bench: Bench,
  shown: HTMLElement,
  frame: DOMRect,
  { shift }: Pick<DragPoint, "shift">,
): SceneBox {
  const { motion, camera, selection: before } = bench;
  const poses = motion.at(bench.clock.shownTime, new Float64Array(motion.slotCount));
  const middles = motion.study.figures.flatMap(({ id, kind }, index) => {
    const read = (channel: "visible" | "opacity") => poses[motion.slot(index, channel)] as number;
    if (kind === "group" || read("visible") < 0.5 || read("opacity") <= 0) return [];
    const { left, right, top, bottom } = boundsIn(motion, poses, index);
    return [{ id, x: (left + right) / 2, y: (top + bottom) / 2 }];
  });
  const kept = shift ? chosenFigures(before) : [];
  let last = "";
  return {
    move: ({ x, y, dx, dy }) => {
      const [left, right] = [Math.min(x, x - dx) - frame.left, Math.max(x, x - dx) - frame.left];
      const [top, bottom] = [Math.min(y, y - dy) - frame.top, Math.max(y, y - dy) - frame.top];
      shown.style.visibility = "visible";
      shown.style.translate = `${left}px ${top}px`;
      shown.style.width = `${right - left}px`;
      shown.style.height = `${bottom - top}px`;
      const [low, high] = [camera.toScene(left, top), camera.toScene(right, bottom)];
      const inside = middles.filter(
        ({ x: mx, y: my }) => mx >= low.x && mx <= high.x && my >= low.y && my <= high.y,
      );
      const all = [...new Set([...kept, ...inside.map(({ id }) => id)])];
      if (all.join() === last) return;
      last = all.join();
      const [figure = null, ...more] = all;
      bench.select({ figure, channel: null, span: null, keys: [], more });
    },
    end: (cancelled) => {
      shown.style.visibility = "hidden";
      if (cancelled) bench.select({ more: [], ...before });
    },
  };
}
