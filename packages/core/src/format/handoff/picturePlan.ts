import type { Study } from "../../study/index.ts";
import { handoffContext } from "../context.ts";
import type { HandoffSettings, PicturePlan } from "./handoffFormat.ts";

/** More frames than this are no picture any more. */
export const MOST_FRAMES = 2000;

/** The frames of a study: to its end, of what never ends one round. */
export function planOf(
  study: Study,
  settings: HandoffSettings,
  as: PicturePlan["as"],
): PicturePlan {
  const motion = handoffContext(study).motion;
  const rate = Number(settings.rate ?? 30);
  const last = Math.ceil((motion.duration * rate) / 1000 - 1e-9);
  const count = Math.max(1, Math.min(motion.endless ? last : last + 1, MOST_FRAMES));
  const times = Array.from({ length: count }, (_, i) => (i * 1000) / rate);
  // In whole hundredths, so that no frame comes late by more than one: what a GIF can say.
  const step = as === "gif" ? 10 : 1;
  const edge = (i: number) => Math.round((i * 1000) / rate / step) * step;
  const scale = Number(settings.scale ?? 1);
  return {
    as,
    width: Math.max(1, Math.round(study.scene.width * scale)),
    height: Math.max(1, Math.round(study.scene.height * scale)),
    times,
    delays: times.map((_, i) => edge(i + 1) - edge(i)),
    loops: Math.round(Number(settings.loops ?? 0)),
    background: settings.background !== "none",
  };
}

/** How frames lie on a sheet: in rows, as near to a square as they come. */
export function sheetOf({ width, height, times }: PicturePlan): {
  readonly columns: number;
  readonly rows: number;
  readonly width: number;
  readonly height: number;
} {
  const columns = Math.max(
    1,
    Math.min(times.length, Math.ceil(Math.sqrt((times.length * height) / width))),
  );
  const rows = Math.ceil(times.length / columns);
  return { columns, rows, width, height: rows * height };
}

/** Where each frame is on the sheet, and how long it is shown, ms. */
export function spriteMap(plan: PicturePlan): object {
  const { width, height, times, delays } = plan;
  const { columns, rows } = sheetOf(plan);
  return {
    size: { w: columns * width, h: rows * height },
    frames: times.map((time, i) => ({
      ...{ frame: i, time, duration: delays[i] },
      ...{ x: (i % columns) * width, y: Math.floor(i / columns) * height, w: width, h: height },
    })),
  };
}
