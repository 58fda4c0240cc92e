import type { Curve } from "@levitas/core/curve";
import type { Clock } from "../../clock/clock.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { compileCurve } from "../curveReader.ts";
import { CurveDesk, type HostDrag, soundCurve } from "./desk.ts";

/** What a curve outside of studies needs to know of its place. */
export interface LoosePlace {
  readonly clock: Clock;
  readonly keepsTangles: boolean;
  /** ms. */
  readonly duration: () => number;
  /** Told every state of the curve, while it is dragged too. */
  readonly changed: (curve: Curve, done: boolean) => void;
}

/** A step back or forth: the curve, and which of its points were selected. */
interface Step {
  readonly curve: Curve;
  readonly points: readonly number[];
}

/** The desk of a curve outside of studies, with its own undo. */
export interface LooseDesk {
  readonly desk: CurveDesk;
  readonly canUndo: () => boolean;
  readonly canRedo: () => boolean;
  readonly undo: () => void;
  readonly redo: () => void;
}

/** More steps than anybody takes back. */
const MOST_STEPS = 500;

/** Lays a curve on a desk. One gesture is one step of undo. */
export function createDesk(curve: Curve, place: LoosePlace): LooseDesk {
  const past: Step[] = [];
  const future: Step[] = [];
  const stepNow = (): Step => ({ curve: desk.store.getState().curve, points: desk.points });
  const record = (next: Curve) => {
    past.push(stepNow());
    if (past.length > MOST_STEPS) past.shift();
    future.length = 0;
    desk.take(next);
    place.changed(next, true);
  };
  const desk: CurveDesk = new CurveDesk(curve, {
    clock: place.clock,
    ...(place.keepsTangles ? {} : { hold: (next: Curve) => desk.take(stepNow().curve, next) }),
    progress: () => Math.min(place.clock.shownTime / place.duration(), 1),
    duration: place.duration,
    set: (next) => {
      if (next !== desk.store.getState().curve) record(next);
    },
    begin: (): HostDrag => {
      const before = desk.store.getState().curve;
      let last: Curve | undefined;
      let active = true;
      return {
        get active() {
          return active;
        },
        update: (next) => {
          last = next;
          place.changed(next, false);
        },
        commit: () => {
          if (!active) return;
          active = false;
          if (last) record(last);
        },
        cancel: () => {
          if (!active) return;
          active = false;
          if (last) place.changed(before, true);
        },
      };
    },
    onFrame: (draw) => place.clock.onDraw(draw),
    describe: (p) => {
      const { slope } = compileCurve(soundCurve(desk.shown));
      return `speed ${numberLabel(slope(p), 2)} ×`;
    },
  });
  const travel = (from: Step[], to: Step[]) => {
    desk.cancel();
    const step = from.pop();
    if (!step) return;
    to.push(stepNow());
    desk.take(step.curve);
    desk.select(step.points);
    place.changed(step.curve, true);
  };
  return {
    desk,
    canUndo: () => past.length > 0,
    canRedo: () => future.length > 0,
    undo: () => travel(past, future),
    redo: () => travel(future, past),
  };
}
