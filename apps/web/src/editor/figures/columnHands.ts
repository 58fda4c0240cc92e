import { chosenKeys, stretchKeys } from "@levitas/core/edit";
import type { Figure } from "@levitas/core/study";
import { showTip } from "../../ui/dragTip.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { DragPoint } from "../../ui/useDragSession.ts";
import { snapTargets, snapTime } from "../geometry/snapTime.ts";
import { boxHand, tapGround } from "../keys/keyBox.ts";
import { beginKeyDrag, dragKeys } from "../keys/keyDrag.ts";
import type { Bench } from "../session/bench.ts";
import { gestureHand, type Hand } from "../session/hand.ts";
import type { Row } from "../session/rows.ts";
import { bothTimes } from "../words/labels.ts";
import type { Column, ColumnTarget } from "./columnPicture.ts";

type FigureRow = Extract<Row, { kind: "figure" }>;

/** What a drag on a figure's own row does; on its ground it draws a box that chooses keys. */
export function grabColumns(
  bench: Bench,
  row: FigureRow,
  target: ColumnTarget | undefined,
  point: DragPoint,
): Hand {
  if (!target) return boxHand(bench, point);
  if (target.on === "end") return endHand(bench, row, target.part);
  const { column, count } = target;
  chooseColumn(bench, row.figure, column, false);
  const drag = beginKeyDrag(bench, column.keyIds, column.time);
  return {
    move: (moved) => {
      if (!drag.gesture.active) return;
      const words = `${count} ${count === 1 ? "key" : "keys"}: ${dragKeys(bench, drag, moved)}`;
      showTip(moved.x, moved.y, words);
    },
    end: (cancelled) => (cancelled ? drag.gesture.cancel() : drag.gesture.commit()),
  };
}

/** What a click on a figure's own row does. */
export function tapColumns(
  bench: Bench,
  { figure }: FigureRow,
  target: ColumnTarget | undefined,
  point: DragPoint,
): void {
  if (!target) tapGround(bench, point);
  else if (target.on === "column") chooseColumn(bench, figure, target.column, point.shift);
}

/** Chooses all keys of a column; `add` chooses them besides the others. */
export function chooseColumn(bench: Bench, figure: Figure, column: Column, add: boolean): void {
  bench.select({
    figure: figure.id,
    channel: null,
    span: null,
    keys: add ? [...new Set([...bench.selection.keys, ...column.keyIds])] : [...column.keyIds],
  });
}

/** Stretches all of a figure's motion by one of its ends. */
function endHand(bench: Bench, { figure, bars }: FigureRow, part: "from" | "to"): Hand {
  const keyIds = bars.flatMap(({ track }) => track.keys.map(({ id }) => id));
  const times = chosenKeys(bench.study, keyIds).map(({ time }) => time);
  const [from, to] = [Math.min(...times), Math.max(...times)];
  const targets = snapTargets(bench.study, { keys: new Set(keyIds) });
  return gestureHand(bench, (gesture, { dx, x, y, free }) => {
    const { frameRate } = bench.study.scene;
    const { scale } = bench.view;
    const grabbed = part === "to" ? to : from;
    const { time } = snapTime(grabbed + dx / scale, targets, { scale, frameRate, free });
    const [about, length] = part === "to" ? [from, to - from] : [to, from - to];
    const factor = Math.max((time - about) / length, 0.01);
    gesture.update((study) => stretchKeys(study, { keyIds, about, factor }));
    const words = bothTimes((to - from) * factor, frameRate);
    showTip(x, y, `all of ${figure.name}: ${words} long\n× ${numberLabel(factor, 2)}`);
  });
}
