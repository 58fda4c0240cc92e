import { orderFigure } from "@levitas/core/edit";
import type { Figure } from "@levitas/core/study";
import { showTip } from "../../ui/dragTip.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useBench } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";
import { siblings } from "../session/selection.ts";

/** Dragging a figure's mark up or down puts it elsewhere in the list. */
export function useReorder(figure: Figure) {
  const bench = useBench();
  return useDragSession<{ readonly gesture: Gesture; before: string | null | undefined }>({
    start: () => ({ gesture: bench.begin(), before: undefined }),
    move: (session, { x, y }) => {
      // What stands in another figure stays there: it moves among those beside it.
      const beside = new Set(siblings(bench.study, figure.id));
      const rows = [...document.querySelectorAll<HTMLElement>("[data-figure-row]")]
        .filter(({ dataset }) => beside.has(dataset.figureRow ?? ""))
        .sort((a, b) => a.getBoundingClientRect().top - b.getBoundingClientRect().top);
      const under = rows.find((row) => {
        const { top, height } = row.getBoundingClientRect();
        return y < top + height / 2;
      });
      const before = under?.dataset.figureRow ?? null;
      session.before = before;
      const name = bench.study.figures.find(({ id }) => id === before)?.name;
      showTip(x, y, name ? `before ${name}` : "to the end, in front of all");
      // Back where it was is a place, too: nothing changes then.
      session.gesture.update((study) => orderFigure(study, { figureId: figure.id, before }));
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
}
