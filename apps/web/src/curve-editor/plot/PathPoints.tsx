import type { HandleSide, PathPoint } from "@levitas/core/curve";
import { type ReactNode, useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useDesk, useDeskCurve, useDeskFrame, useDeskState } from "../desk/DeskContext.ts";
import { PathHandle } from "./PathHandle.tsx";
import { BEAD, type Guide, PathPointBead } from "./PathPointBead.tsx";

/** The points of a path, and the handles of those that are selected. */
export function PathPoints({ guide }: { guide: Guide }): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const points = useDeskState((state) => state.points);
  const group = useRef<SVGGElement>(null);
  /** What each element was drawn for: of a hundred points mostly one moves. */
  const drawn = useRef(new WeakMap<Element, { point: PathPoint; version: number }>());

  useDeskFrame("The points of the path", ["curve", "plot", "state"], (frame) => {
    const root = group.current;
    if (!root || frame.curve.kind !== "path") return;
    const { plot } = desk;
    for (const element of root.children) {
      const point = frame.curve.points[Number(element.getAttribute("data-of"))];
      const before = drawn.current.get(element);
      if (!point || (before?.point === point && before.version === plot.version)) continue;
      drawn.current.set(element, { point, version: plot.version });
      const side = element.getAttribute("data-side") as HandleSide | null;
      const place = side ? (point[side] ?? point) : point;
      if (element instanceof SVGLineElement) {
        writeAttributes(element, {
          x1: plot.toX(point.x),
          y1: plot.toY(point.y),
          x2: plot.toX(place.x),
          y2: plot.toY(place.y),
        });
        continue;
      }
      const [x, y] = [plot.toX(place.x), plot.toY(place.y)];
      // Not by a transform: each would be a layer to sort, and there may be hundreds.
      const [grip, mark] = element.children;
      writeAttributes(grip, { cx: x, cy: y });
      if (mark instanceof SVGRectElement)
        writeAttributes(mark, { x: x - BEAD / 2, y: y - BEAD / 2 });
      else writeAttributes(mark, { cx: x, cy: y });
      writeAttributes(element, {
        "aria-valuenow": place.y,
        "aria-valuetext": `time ${numberLabel(place.x, 3)}, value ${numberLabel(place.y, 3)}`,
      });
    }
  });

  if (curve.kind !== "path") return null;
  return (
    <g ref={group}>
      {points.flatMap((index) =>
        (["in", "out"] as const).map((side) =>
          curve.points[index]?.[side] ? (
            <line
              key={`arm-${index}-${side}`}
              data-of={index}
              data-side={side}
              className="pointer-events-none stroke-spruce"
              strokeWidth={1.3}
            />
          ) : null,
        ),
      )}
      {points.flatMap((index) =>
        (["in", "out"] as const).map((side) =>
          curve.points[index]?.[side] ? (
            <PathHandle key={`${index}-${side}`} index={index} side={side} />
          ) : null,
        ),
      )}
      {curve.points.map((_, index) => (
        <PathPointBead
          // Points have no name but their place in the path.
          key={index}
          index={index}
          count={curve.points.length}
          selected={points.includes(index)}
          guide={guide}
        />
      ))}
    </g>
  );
}
