import { STUDY_VERSION } from "@levitas/core/study";
import type { FoundStudy } from "./openStudy.ts";

/** A found study whose unsaved work is of this version of the document: what is left of an older program is migrated. */
export async function withCurrentDrafts(found: FoundStudy): Promise<FoundStudy> {
  const { drafts } = found;
  if (drafts.every(({ content }) => content.version === STUDY_VERSION)) return found;
  const { mendStudy } = await import("@levitas/core/shape");
  return {
    ...found,
    drafts: drafts.map((draft) => {
      const read = mendStudy(draft.content);
      return read.ok ? { ...draft, content: read.value.study } : draft;
    }),
  };
}
