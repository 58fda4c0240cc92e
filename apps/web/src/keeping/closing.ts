import type { DraftKind } from "./drafts.ts";
import type { Keeper } from "./keeper.ts";

/** Documents whose page was left while their last change is still on its way to the server. */
const closing = new Map<string, Promise<void>>();

/** How long a document that is opened again waits for its own last save, ms. */
const PATIENCE = 3000;

/** Ends a keeper, and remembers that it is ending until its last save is answered. */
export function closeKeeper<T>(kind: DraftKind, id: string, keeper: Keeper<T>): Promise<void> {
  const key = `${kind} ${id}`;
  const ending: Promise<void> = keeper.dispose().finally(() => {
    if (closing.get(key) === ending) closing.delete(key);
  });
  closing.set(key, ending);
  return ending;
}

/** Resolves when the document's last save from this page is answered, or after a while: its draft has it anyway. */
export async function whenClosed(kind: DraftKind, id: string): Promise<void> {
  const ending = closing.get(`${kind} ${id}`);
  if (!ending) return;
  await Promise.race([
    ending.catch(() => {}),
    new Promise((resolve) => setTimeout(resolve, PATIENCE)),
  ]);
}
