import { type Curve, curveKindOf, type Direction } from "@levitas/core/curve";
import type { ReactNode } from "react";
import { Segmented } from "../ui/Segmented.tsx";
import { useDesk, useDeskCurve } from "./desk/DeskContext.ts";

/** Where an easing is slow: at its start, its end, both, or neither. Nothing for kinds without a direction. */
export function CurveDirection(): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const { directions } = curveKindOf(curve);
  if (!directions || !("direction" in curve)) return null;
  return (
    <Segmented<Direction>
      label="Direction"
      value={curve.direction}
      options={directions.map((direction) => ({ value: direction, text: direction }))}
      onChange={(direction) => {
        const { turn: _, ...plain } = { turn: undefined, ...curve };
        const next = direction === "in-out" ? curve : plain;
        desk.set({ ...next, direction } as Curve);
      }}
    />
  );
}
