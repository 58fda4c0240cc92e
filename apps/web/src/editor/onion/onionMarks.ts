import type { Motion } from "@levitas/core/motion";
import { printHexColor } from "@levitas/core/value";
import { poseOutline } from "../geometry/outline.ts";
import type { Placement } from "../session/camera.ts";
import type { Mark } from "../tracks/marks.ts";
import { type OnionSkin, onionTimes } from "./onion.ts";

/** Skins of a figure: past ones in its own color, coming ones in marigold, fainter with distance. */
export function onionMarks(
  motion: Motion,
  poses: Float64Array,
  figureIndex: number,
  placement: Placement,
  { time, onion }: { readonly time: number; readonly onion: OnionSkin },
): Mark[] {
  const { past, coming } = onionTimes(motion, figureIndex, time, onion);
  const shown = motion.at(time, poses);
  const own = printHexColor(shown, motion.slot(figureIndex, "color"));
  const skins = (times: readonly number[], color: string) =>
    times.flatMap((at, i): Mark[] => {
      const points = poseOutline(motion, motion.at(at, poses), figureIndex, placement);
      const strength = 1 - i / (times.length + 0.5);
      const fill: Mark[] =
        onion.look === "filled"
          ? [{ type: "line", points, fill: color, alpha: 0.05 + 0.22 * strength }]
          : [];
      const alpha = 0.25 + 0.6 * strength;
      return [...fill, { type: "line", points, stroke: color, lineWidth: 1.3, alpha }];
    });
  return [...skins(past, own), ...skins(coming, "marigold")];
}
