import type { KeptHandoff } from "@levitas/core/format";
import { request } from "./client.ts";

/** What is on its way to the server, by the study's id. */
const onTheWay = new Map<string, Promise<void>>();

/** Keeps what was chosen for the hand-offs of a study with it. One after the other, so that the last one holds. */
export function saveHandoff(id: string, handoff: KeptHandoff): Promise<void> {
  const before = onTheWay.get(id) ?? Promise.resolve();
  const save = before
    .catch(() => {})
    .then(() =>
      request<void>("PUT", `/studies/${encodeURIComponent(id)}/handoff`, {
        body: { handoff },
        outlivesPage: true,
      }),
    );
  onTheWay.set(id, save);
  const done = () => {
    if (onTheWay.get(id) === save) onTheWay.delete(id);
  };
  save.then(done, done);
  return save;
}

/** What was chosen for the hand-offs of a study, once what is on its way there has come. */
export async function readHandoff(id: string, signal: AbortSignal): Promise<KeptHandoff> {
  await onTheWay.get(id)?.catch(() => {});
  const path = `/studies/${encodeURIComponent(id)}/handoff`;
  return (await request<{ handoff: KeptHandoff }>("GET", path, { signal })).handoff;
}
