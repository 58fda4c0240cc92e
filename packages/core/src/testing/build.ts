import type { Curve } from "../curve/index.ts";
import {
  emptyStudy,
  type Figure,
  type Key,
  type Study,
  type Tether,
  type Track,
  type Tween,
} from "../study/index.ts";

/** Small builders of studies for tests; everything not said is plain. */

export const bezier = (x1: number, y1: number, x2: number, y2: number): Curve => ({
  kind: "cubic-bezier",
  x1,
  y1,
  x2,
  y2,
});

let next = 0;

/** A key with an id of its own. */
export function key(time: number, value: Key["value"], curve?: Key["curve"]): Key {
  return { id: `key-${next++}`, time, value, ...(curve ? { curve } : {}) };
}

export function figure(id: string, more: Partial<Figure> = {}): Figure {
  return {
    id,
    name: id,
    kind: "block",
    parent: null,
    pivot: { x: 0.5, y: 0.5 },
    hue: "slate",
    rest: {},
    look: {},
    ...more,
  };
}

export function tween(
  id: string,
  start: number | Tether,
  figures: string | readonly string[],
  tracks: readonly Track[],
  more: Partial<Tween> = {},
): Tween {
  return {
    type: "tween",
    id,
    name: id,
    tether: typeof start === "number" ? { to: "start", offset: start } : start,
    figures: typeof figures === "string" ? [figures] : figures,
    tracks,
    ...more,
  };
}

/** A study at the kiosk with these parts. */
export function kiosk(parts: Partial<Study>): Study {
  return { ...emptyStudy("Kiosk"), figures: [figure("pass")], ...parts };
}
