import {
  HANDOFF_FORMATS,
  type Handoff,
  type HandoffLimit,
  type HandoffParts,
  type HandoffSettings,
  stageScript,
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

/** What is written aside from the page: a long study takes half a second. */
export const tasks = {
  async write(
    study: Study,
    formatId: string,
    settings: HandoffSettings,
    parts: HandoffParts,
  ): Promise<WrittenHandoff> {
    const format = HANDOFF_FORMATS.find(({ id }) => id === formatId);
    if (!format) throw new RangeError(`write: there is no format ${formatId}`);
    const handoff = format.write(study, settings, parts);
    const page = format.stage?.(study, handoff, parts);
    // On its stage the figures have their classes, whatever selectors they leave with.
    const plain = parts.selectors
      ? format.write(study, settings, { ...parts, selectors: {} })
      : handoff;
    const script = `<script>${stageScript(plain.selectorOf ?? {})}</script>`;
    return {
      ...handoff,
      limits: format.limits?.(study, settings) ?? [],
      bytes: new Blob([handoff.text]).size,
      gzipped: await gzippedLength(handoff.text),
      ...(page === undefined
        ? {}
        : { stage: page.replace(/<\/body>(?![\s\S]*<\/body>)/, () => `${script}\n</body>`) }),
    };
  },
};

export type Tasks = typeof tasks;
