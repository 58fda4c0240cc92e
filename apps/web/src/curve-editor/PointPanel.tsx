import type { PathCurve, PathPoint, Place } from "@levitas/core/curve";
import {
  deletePathPoints,
  type HandleSide,
  type Joint,
  jointOf,
  movePathHandle,
  placePathPoint,
  setPathJoint,
} from "@levitas/core/curve";
import { type ReactNode, useRef } from "react";
import { Button } from "../ui/Button.tsx";
import { LiveNumber } from "../ui/LiveNumber.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import { Segmented } from "../ui/Segmented.tsx";
import { useDesk, useDeskCurve, useDeskFrame, useDeskState } from "./desk/DeskContext.ts";

const JOINTS = [
  { value: "corner", text: "corner" },
  { value: "smooth", text: "smooth" },
  { value: "mirrored", text: "mirrored" },
] as const;

/** The points of a path: what can be done with those that are selected, and their numbers. */
export function PointPanel(): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  const points = useDeskState((state) => state.points);
  if (curve.kind !== "path") return null;
  const [only] = points;
  const point = points.length === 1 && only !== undefined ? curve.points[only] : undefined;
  const inner = points.filter((index) => index > 0 && index < curve.points.length - 1);
  const joints = new Set(points.map((index) => jointOf(curve.points[index] as PathPoint)));
  const setAll = (joint: Joint) =>
    desk.set(points.reduce((path: PathCurve, index) => setPathJoint(path, index, joint), curve));
  return (
    <section aria-label="Points" className="flex flex-col gap-1.5">
      <div className="flex items-center gap-1.5">
        <h3 className="flex-1 text-[12.5px] font-semibold">
          {points.length === 0
            ? `${curve.points.length} points`
            : point
              ? `Point ${(only ?? 0) + 1} of ${curve.points.length}`
              : `${points.length} of ${curve.points.length} points`}
        </h3>
        <Button size="tiny" onClick={() => desk.addPointAfter(point ? only : undefined)}>
          Add point
        </Button>
        <Button
          size="tiny"
          disabled={inner.length === 0}
          onClick={() => desk.set(deletePathPoints(curve, inner), [])}
        >
          Delete
        </Button>
      </div>
      {points.length > 0 ? (
        <div className="flex flex-wrap items-center gap-1.5">
          <Segmented<Joint | "mixed">
            label="How the handles go together"
            value={joints.size === 1 ? ([...joints][0] as Joint) : "mixed"}
            options={JOINTS}
            onChange={(joint) => joint !== "mixed" && setAll(joint)}
          />
          <Button
            size="tiny"
            disabled={!points.some((index) => curve.points[index]?.in || curve.points[index]?.out)}
            onClick={() => setAll("corner")}
          >
            No handles
          </Button>
        </div>
      ) : (
        <p className="text-[12px] leading-snug text-muted">
          Double-click the curve to add a point; draw a box, or hold Shift, to select several. Alt
          and drag draws handles out of a point, or bends one handle alone.
        </p>
      )}
      {point && only !== undefined ? (
        <div className="grid grid-cols-[minmax(0,1fr)_3.5rem_3.5rem] items-center gap-x-1.5 gap-y-1">
          <PlaceFields
            name="Point"
            shown="point"
            fixed={only === 0}
            fixedTime={only === curve.points.length - 1}
            placeOf={(path) => path.points[only]}
            put={(path, to) => placePathPoint(path, only, to)}
          />
          {(["in", "out"] as const).map((side: HandleSide) =>
            point[side] ? (
              <PlaceFields
                key={side}
                name={side === "in" ? "Handle before" : "Handle after"}
                shown={side === "in" ? "before" : "after"}
                placeOf={(path) => path.points[only]?.[side]}
                put={(path, to) =>
                  movePathHandle(path, only, side, to, jointOf(path.points[only] as PathPoint))
                }
              />
            ) : null,
          )}
        </div>
      ) : null}
    </section>
  );
}

/** Time and value of a place, typed. */
function PlaceFields({
  name,
  shown,
  placeOf,
  put,
  fixed = false,
  fixedTime = false,
}: {
  name: string;
  /** The short word in front of the fields. */
  shown: string;
  placeOf: (path: PathCurve) => Place | undefined;
  put: (path: PathCurve, to: Place) => PathCurve;
  fixed?: boolean;
  fixedTime?: boolean;
}): ReactNode {
  const desk = useDesk();
  const fields = { x: useRef<HTMLElement>(null), y: useRef<HTMLElement>(null) };
  const now = () => (desk.shown.kind === "path" ? placeOf(desk.shown) : undefined);
  const text = (axis: "x" | "y") => {
    const value = now()?.[axis] ?? 0;
    return axis === "x" ? `${numberLabel(value * 100, 1)}%` : numberLabel(value, 3);
  };
  useDeskFrame("The points panel", ["numbers", "state"], () => {
    for (const axis of ["x", "y"] as const) {
      const element = fields[axis].current;
      if (element && element.textContent !== text(axis)) element.textContent = text(axis);
    }
  });
  const take = (axis: "x" | "y", value: number) => {
    const path = desk.current;
    const place = path.kind === "path" ? placeOf(path) : undefined;
    if (path.kind === "path" && place) desk.set(put(path, { ...place, [axis]: value }));
  };
  return (
    <>
      <span className="truncate text-[12px] text-muted">{shown}</span>
      {(["x", "y"] as const).map((axis) => {
        const label = `${name} ${axis === "x" ? "time" : "value"}`;
        if (fixed || (fixedTime && axis === "x"))
          return (
            <span key={axis} className="px-1.5 text-right font-mono text-[11.5px] text-muted">
              {text(axis)}
            </span>
          );
        return (
          <LiveNumber<number, never>
            key={axis}
            label={label}
            hold={(element) => {
              fields[axis].current = element;
            }}
            text={() => text(axis)}
            read={(typed, quantity) => {
              const read = quantity(typed.replace("−", "-"), "factor");
              // Time is shown in percent, and a plain number means that.
              return read.ok && axis === "x" && !typed.includes("%")
                ? { ok: true, value: read.value / 100 }
                : read;
            }}
            accept={(value) => take(axis, value)}
            nudge={(steps) => take(axis, (now()?.[axis] ?? 0) + steps * 0.01)}
            className="w-full"
          />
        );
      })}
    </>
  );
}
