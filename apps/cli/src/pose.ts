import { compileStudy, describePose } from "@levitas/core/motion";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";

/** `levitas pose STUDY.json --at 0,120.5`: `{"time", "figures": {ID: {CHANNEL: value}}}` per time. */
export async function pose(file: string, at: readonly number[], streams: Streams): Promise<void> {
  const motion = compileStudy(await readStudyFile(file));
  const poses = new Float64Array(motion.slotCount);
  for (const time of at) {
    const figures = describePose(motion, motion.at(time, poses));
    streams.print(JSON.stringify({ time, figures }));
  }
}
