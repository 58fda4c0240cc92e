import {
  formatsFor,
  HANDOFF_FORMATS,
  type Handoff,
  type HandoffFormat,
  type HandoffLimit,
  type HandoffParts,
  type HandoffSettings,
  type HandoffWriter,
  stageScript,
  withScript,
} from "@levitas/core/format";
import type { Study } from "@levitas/core/study";

/** A hand-off with all that is known of it. */
export interface WrittenHandoff extends Handoff {
  readonly limits: readonly HandoffLimit[];
  readonly bytes: number;
  readonly gzipped: number;
  /** A page that plays it, for a frame of its own; absent for what does not run. */
  readonly stage?: string;
}

async function gzippedLength(text: string): Promise<number> {
  const stream = new Blob([text]).stream().pipeThrough(new CompressionStream("gzip"));
  return (await new Response(stream).arrayBuffer()).byteLength;
}

/** What writes a format; it comes from the server when it is first wanted. */
async function writerOf({ label, load }: HandoffFormat): Promise<HandoffWriter> {
  try {
    return await load();
  } catch {
    throw new Error(
      `What writes ${label} could not be loaded from the server. Load the page again; your work is kept.`,
    );
  }
}

/** The study at hand: what was made of it for one format serves the next. */
let held: Study | undefined;

/** What is written aside from the page: a long study takes half a second, and all formats of it many. */
export const tasks = {
  /** Has the study at hand of which the formats are written from now on. */
  take(study: Study): void {
    held = study;
  },
  async write(
    formatId: string,
    settings: HandoffSettings,
    parts: HandoffParts,
  ): Promise<WrittenHandoff> {
    const study = held;
    if (!study) throw new Error("write: no study was taken");
    const format = HANDOFF_FORMATS.find(({ id }) => id === formatId);
    if (!format) throw new RangeError(`write: there is no format ${formatId}`);
    const writer = await writerOf(format);
    const handoff = writer.write(study, settings, parts);
    const page = writer.stage?.(study, handoff, parts, settings);
    // On its stage the figures have their classes, whatever selectors they leave with.
    const plain = Object.values(parts.selectors ?? {}).some((text) => text.trim() !== "")
      ? writer.write(study, settings, { ...parts, selectors: {} })
      : handoff;
    const script = stageScript(plain.selectorOf ?? {});
    return {
      ...handoff,
      limits: writer.limits?.(study, settings) ?? [],
      bytes: new Blob([handoff.text]).size,
      gzipped: await gzippedLength(handoff.text),
      ...(page === undefined ? {} : { stage: withScript(page, script) }),
    };
  },
  /**
   * Every format and the study itself in one zip. `wanted` is what was chosen for each, by its id, `drawn` what is no
   * text and was made already; `progress` is told how many are done.
   */
  async zip(
    study: Study,
    fileName: string,
    wanted: Readonly<Record<string, { settings: HandoffSettings; parts: HandoffParts }>>,
    drawn: Readonly<Record<string, Uint8Array>>,
    progress: (done: number) => void,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const { strToU8, zipSync } = await import("fflate");
    const files: Record<string, Uint8Array> = {
      [`${fileName}.json`]: strToU8(JSON.stringify(study, null, 1)),
    };
    for (const [i, format] of formatsFor(study).entries()) {
      const { settings, parts } = wanted[format.id] ?? { settings: {}, parts: {} };
      const bytes =
        drawn[format.id] ?? strToU8((await writerOf(format)).write(study, settings, parts).text);
      files[`${fileName}-${format.id}.${format.extension(settings)}`] = bytes;
      progress(i + 1);
    }
    return new Uint8Array(zipSync(files));
  },
};

export type Tasks = typeof tasks;
