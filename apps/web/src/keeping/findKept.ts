import { whenClosed } from "./closing.ts";
import { type DraftKind, type LeftDraft, leftDrafts } from "./drafts.ts";

/** A document as it was found: as the server has it, and the unsaved work that the browser kept. */
export interface Found<Stored, Content> {
  readonly stored: Stored;
  readonly drafts: readonly LeftDraft<Content>[];
}

/** Reads a document and the unsaved work on it, once what was open of it in this page is saved. */
export async function findKept<Stored, Content>(
  kind: DraftKind,
  id: string,
  read: (id: string) => Promise<Stored>,
): Promise<Found<Stored, Content>> {
  await whenClosed(kind, id);
  const [stored, drafts] = await Promise.all([read(id), leftDrafts<Content>(kind, id)]);
  return { stored, drafts };
}
