import { moveKeys } from "@levitas/core/edit";
import { outerOf } from "@levitas/core/motion";
import type { ReactNode } from "react";
import { chooseKey } from "../keys/keyDrag.ts";
import { useBench } from "../session/BenchContext.ts";
import type { GraphView } from "../session/graphView.ts";
import { type Nudge, type Stop, TrackCursor } from "../tracks/TrackCursor.tsx";
import { valueLabel } from "../words/labels.ts";
import { stepOf, tangentEdit, tangentNow, tangentWords } from "./graphHands.ts";
import { linesOf, type Shown } from "./graphLines.ts";
import {
  type GraphTarget,
  keysOfLine,
  placeOfKey,
  placeOfTangent,
  tangentSpans,
} from "./graphPicture.ts";

/** A key or a tangent of the graph, as the keyboard goes to it. */
interface Place extends Stop {
  readonly target: GraphTarget;
}

/** The keyboard's way on a graph: the keys in their order, each with the tangents that are shown at it. */
export function GraphCursor({ shown, view }: { shown: Shown; view: GraphView }): ReactNode {
  const bench = useBench();
  const { figure, channel } = shown.row;
  const stops = (): Place[] => {
    const { motion, selection, study } = bench;
    const sight = {
      ...{ values: view, study, span: selection.span, keys: new Set(selection.keys) },
      view: { toX: (time: number) => bench.view.toX(time), width: bench.view.width },
    };
    return linesOf(motion, shown).flatMap((line) => {
      const { bar, channel: of, layer } = line;
      const spans = tangentSpans(line, sight);
      const keys = keysOfLine(line);
      const tangent = (index: number, side: "in" | "out"): Place[] => {
        const target = { on: "tangent", bar, channel: of, index, side } as const;
        const at = placeOfTangent(line, index, side, sight);
        const now = tangentNow(bench, figure, target);
        if (!spans.includes(index) || !at || !now) return [];
        const number = side === "out" ? index + 1 : index + 2;
        const where = side === "out" ? "after" : "before";
        const words = `Tangent ${where} key ${number}, ${tangentWords(of, now)}`;
        const time = bench.view.toTime(at.x);
        return [{ id: `${bar.tween.id} ${index} ${side}`, time, y: at.y, words, target }];
      };
      return keys.flatMap((key, index): Place[] => {
        const { y } = placeOfKey(line, index, sight);
        const time = outerOf(layer, key.time);
        const value = typeof key.value === "number" ? valueLabel(of, key.value) : "as found";
        const isChosen = selection.keys.includes(key.id) ? ", chosen" : "";
        const name = shown.lanes.length > 1 ? `${of.label}: ` : "";
        const words = `${name}Key ${index + 1} of ${keys.length}, ${Math.round(time)} ms, ${value}${isChosen}`;
        const target = { on: "key", bar, channel: of, index, id: key.id } as const;
        return [
          ...tangent(index - 1, "in"),
          { id: key.id, time, y, words, target },
          ...tangent(index, "out"),
        ];
      });
    });
  };
  const targetOf = ({ id }: Stop) => stops().find((stop) => stop.id === id)?.target;
  const move = (stop: Stop, { time, right, up }: Nudge) => {
    const target = targetOf(stop);
    if (target?.on === "key") {
      const { keys } = bench.selection;
      const keyIds = keys.includes(target.id) ? keys : [target.id];
      bench.perform(moveKeys, { keyIds, time, value: up * stepOf(target.channel) });
    } else if (target?.on === "tangent") {
      const now = tangentNow(bench, figure, target);
      if (!now) return;
      const edit = tangentEdit(bench, figure, target);
      const to = {
        time: now.time + right / bench.view.scale,
        value: now.value + up * view.perPixel,
      };
      bench.perform((study) => edit(study, to, false), null);
    }
  };
  return (
    <TrackCursor
      label={`Keys of ${figure.name} ${channel.label} on the graph`}
      height={20}
      hasValues
      stops={stops}
      choose={(stop, add) => {
        const target = targetOf(stop);
        if (target?.on !== "key") return;
        chooseKey(bench, { figure, track: target.bar.track, index: target.index }, add);
      }}
      move={move}
    />
  );
}
