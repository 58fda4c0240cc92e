import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { ApiError } from "../api/client.ts";
import { Button } from "../ui/Button.tsx";
import { say, sayFault } from "../ui/notices.tsx";
import { allLeftDrafts, type DraftKind, type LeftDraft } from "./drafts.ts";

/**
 * Unsaved work on documents that were deleted elsewhere: no page of theirs can bring it back, so it is offered where
 * the documents are listed.
 */
export function LeftWork<T>({
  kind,
  list,
  read,
  nameOf,
  keepAsNew,
}: {
  kind: DraftKind;
  /** Key under which the list is cached; what brings that up to date looks for left work again. */
  list: string;
  /** Reads a document; rejects with an `ApiError` of status 404 where it is gone. */
  read: (id: string) => Promise<unknown>;
  nameOf: (content: T) => string;
  keepAsNew: (content: T) => Promise<unknown>;
}): ReactNode {
  const queries = useQueryClient();
  const [busy, setBusy] = useState(false);
  const left = useQuery({
    queryKey: [list, "left"],
    queryFn: () => findLeft<T>(kind, read),
    refetchOnMount: "always",
    // Holds functions of this page; nothing to share between them.
    structuralSharing: false,
  });
  const found = left.data ?? [];
  if (found.length === 0) return null;
  const settle = async (draft: LeftDraft<T>, work?: () => Promise<unknown>) => {
    setBusy(true);
    try {
      await work?.();
      draft.forget();
      if (work) say(`Kept “${nameOf(draft.content)}” as a new ${kind}.`);
      await queries.invalidateQueries({ queryKey: [list] });
    } catch (error) {
      sayFault(error);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section
      aria-label="Unsaved work"
      className="max-h-48 shrink-0 overflow-y-auto border-b border-marigold bg-marigold-pale px-6 py-2"
    >
      <h2 className="text-[13px]">
        <strong className="font-semibold">Unsaved work</strong> on{" "}
        {found.length === 1 ? `a ${kind} that was` : "what was"} deleted elsewhere. It is kept in
        this browser until you choose.
      </h2>
      <ul>
        {found.map((draft) => (
          <li key={`${draft.id} ${draft.at}`} className="flex items-center gap-3 py-1">
            <span className="min-w-0 truncate font-semibold">{nameOf(draft.content)}</span>
            <time
              dateTime={new Date(draft.at).toISOString()}
              className="mr-auto shrink-0 text-[12.5px] text-muted"
            >
              {new Date(draft.at).toLocaleString()}
            </time>
            <Button size="small" disabled={busy} onClick={() => settle(draft)}>
              Throw away
            </Button>
            <Button
              size="small"
              look="main"
              disabled={busy}
              onClick={() => settle(draft, () => keepAsNew(draft.content))}
            >
              Keep as new {kind}
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The left drafts whose document the server does not have. */
async function findLeft<T>(
  kind: DraftKind,
  read: (id: string) => Promise<unknown>,
): Promise<LeftDraft<T>[]> {
  const drafts = await allLeftDrafts<T>(kind);
  const ids = [...new Set(drafts.map(({ id }) => id))];
  const gone = new Set<string>();
  await Promise.all(
    ids.map(async (id) => {
      try {
        await read(id);
      } catch (error) {
        if (!(error instanceof ApiError)) throw error;
        if (error.status === 404) gone.add(id);
      }
    }),
  );
  return drafts.filter(({ id }) => gone.has(id));
}
