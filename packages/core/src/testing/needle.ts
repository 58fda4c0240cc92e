import type { Curve } from "../curve/index.ts";
import type { Live } from "../live/index.ts";
import type { LiveResponse, Study } from "../study/index.ts";
import { figure, kiosk } from "./build.ts";

/** A spring that rings. */
export const SPRING: Curve = { kind: "spring", stiffness: 170, damping: 14, mass: 1, velocity: 0 };
/** A response to a press anywhere, which toggles a pose. */
export const response = (more: Partial<LiveResponse> = {}): LiveResponse => ({
  ...{ id: "r", when: { on: "press", figure: null } },
  then: [{ do: "next", poses: ["high", "rest"] }],
  ...{ how: { curve: { kind: "linear" }, duration: 400 }, midFlight: "keeps-speed" },
  ...more,
});
/** A study of one needle with two poses, and responses. */
export const needle = (responses: readonly LiveResponse[], more: Partial<Study> = {}): Study =>
  kiosk({
    figures: [figure("needle", { rest: { x: 100, y: 100, width: 20, height: 60 } })],
    live: {
      poses: [
        { id: "high", name: "High water", values: { needle: { x: 300, rotate: 90 } } },
        { id: "far", name: "Far", values: { needle: { rotate: 350 } } },
      ],
      ...{ levers: [], responses, takes: [] },
    },
    ...more,
  });
/** Presses a figure. */
export const press = (live: Live, time: number, figureId: string | null = "needle", x = 0, y = 0) =>
  live.send(time, { type: "press", x, y, figure: figureId });
/** The value of a channel of the needle at a time. */
export const read = (live: Live, time: number, channel: "x" | "rotate" | "y" | "opacity" = "x") => {
  const out = live.at(time, new Float64Array(live.motion.slotCount));
  return out[live.motion.slot(0, channel)] as number;
};
/** The rate of a channel of the needle, per s. */
export const speed = (live: Live, time: number, channel: "x" | "rotate" = "x") => {
  const out = live.velocity(time, new Float64Array(live.motion.slotCount));
  return out[live.motion.slot(0, channel)] as number;
};
