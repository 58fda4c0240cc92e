import type { Study } from "@levitas/core/study";
import { createStudy } from "../../api/studies.ts";
import type { LeftDraft } from "../../keeping/drafts.ts";
import { sayFault } from "../../ui/notices.tsx";

/** Keeps work of other tabs that are gone as studies of its own; what could not be kept stays in the browser. */
export function recoverDrafts(drafts: readonly LeftDraft<Study>[]): void {
  for (const { content, forget } of drafts) {
    const name = `${content.name} (recovered)`.slice(0, 200);
    createStudy({ document: { ...content, name } }).then(forget, sayFault);
  }
}
