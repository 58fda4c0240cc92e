import { readFile } from "node:fs/promises";
import { replay } from "@levitas/core/live";
import { readStudyText } from "@levitas/core/shape";
import { CHANNELS, NO_LIVE, type Study, type Take } from "@levitas/core/study";
import { printHexColor } from "@levitas/core/value";
import { InputFault } from "./inputFault.ts";
import type { Streams } from "./streams.ts";
import { readStudyFile } from "./studyFile.ts";

/** What `levitas live` is called with, the study apart. */
export interface LiveArguments {
  /** A file with a take, or the name of one of the study's. */
  readonly take: string;
  readonly at?: readonly number[];
  /** Poses a second; of the whole take. */
  readonly rate?: number;
  /** Whether what happened is printed in place of poses. */
  readonly log?: boolean;
}

/** `levitas live STUDY --take FILE`: poses along a take, a line of JSON for each time. */
export async function live(
  file: string,
  { take: wanted, at, rate, log = false }: LiveArguments,
  streams: Streams,
): Promise<void> {
  const study = await readStudyFile(file);
  const take = await takeOf(study, wanted);
  const playing = replay(study, take);
  const { motion } = playing;
  const pose = new Float64Array(motion.slotCount);
  if (log) {
    playing.at(take.duration, pose);
    for (const entry of playing.log()) streams.print(JSON.stringify(entry));
    return;
  }
  const step = 1000 / (rate ?? study.scene.frameRate);
  const times =
    at ?? Array.from({ length: Math.floor(take.duration / step) + 1 }, (_, i) => i * step);
  for (const time of times) {
    playing.at(time, pose);
    const figures = study.figures.map(({ id }, index): [string, object] => [
      id,
      Object.fromEntries(
        CHANNELS.map(({ id: channel, kind }) => {
          const slot = motion.slot(index, channel);
          return [channel, kind === "color" ? printHexColor(pose, slot) : pose[slot]];
        }),
      ),
    ]);
    streams.print(JSON.stringify({ at: time, figures: Object.fromEntries(figures) }));
  }
}

/** A take of the study by its name, or one from a file, checked as a part of the study. */
async function takeOf(study: Study, wanted: string): Promise<Pick<Take, "events" | "duration">> {
  const own = study.live?.takes.find(({ name, id }) => name === wanted || id === wanted);
  if (own) return own;
  let text: string;
  try {
    text = await readFile(wanted, "utf8");
  } catch {
    const known = study.live?.takes.map(({ name }) => JSON.stringify(name)).join(", ");
    throw new InputFault([
      `error: ${JSON.stringify(wanted)} is neither a file nor a take of the study; ${known ? `it has ${known}` : "it has none"}.`,
    ]);
  }
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch (error) {
    throw new InputFault([`${wanted}: not JSON: ${(error as Error).message}`]);
  }
  const given = (typeof read === "object" && read !== null ? read : {}) as Partial<Take>;
  const events = Array.isArray(read) ? read : given.events;
  const last = Array.isArray(events) ? Number(events.at(-1)?.time ?? 0) : 0;
  const take = {
    ...{ id: "take", name: "take", duration: given.duration ?? last + 2000, events },
  };
  const checked = readStudyText(
    JSON.stringify({ ...study, live: { ...(study.live ?? NO_LIVE), takes: [take] } }),
  );
  if (!checked.ok)
    throw new InputFault(
      checked.faults.map(
        ({ path, message, cure }) =>
          `${wanted}: ${path.replace("live.takes[0].", "")}: ${message} ${cure}`,
      ),
    );
  return checked.value.live?.takes[0] as Take;
}
