import { addMarker } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "../session/bench.ts";

/** The playhead's time on a frame. */
export function frameAtPlayhead(bench: Bench): number {
  return Math.max(nearestFrame(bench.clock.time, bench.study.scene.frameRate), 0);
}

/** A marker at the playhead. */
export function markHere(bench: Bench): void {
  const name = `Marker ${bench.study.markers.length + 1}`;
  bench.perform(addMarker, { id: nanoid(8), name, time: frameAtPlayhead(bench) });
  say(`Set “${name}” at the playhead. Click its flag to name it.`);
}
