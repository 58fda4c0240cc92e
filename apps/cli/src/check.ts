import { compileStudy, cuesToEnd } from "@levitas/core/motion";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";

/** `levitas check STUDY.json`: faults on standard error and status 1, or one line that it is sound. */
export async function check(file: string, streams: Streams): Promise<void> {
  const study = await readStudyFile(file);
  const motion = compileStudy(study);
  const cues = cuesToEnd(motion).length;
  streams.print(
    `${file}: sound: ${study.figures.length} figures, ${motion.driven.length} channels, ${motion.duration} ms${motion.endless ? " and endless" : ""}, ${cues === 1 ? "1 cue" : `${cues} cues`}`,
  );
}
