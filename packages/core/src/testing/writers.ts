import { HANDOFF_FORMATS, type HandoffWriter } from "../format/index.ts";

const WRITERS = new Map<string, HandoffWriter>();
// One after the other: Jest loses its place where several that share parts are loaded at once.
for (const { id, load } of HANDOFF_FORMATS) WRITERS.set(id, await load());

/** What writes a format, loaded already. */
export function writerOf(id: string): HandoffWriter {
  const writer = WRITERS.get(id);
  if (!writer) throw new RangeError(`writerOf: there is no format ${id}`);
  return writer;
}
