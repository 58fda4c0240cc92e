import type { Fault } from "@levitas/core/fault";
import type { Study } from "@levitas/core/study";
import { ApiError, request } from "./client.ts";

/** A study as the server keeps it. Times in ms since 1970. */
export interface StoredStudy {
  readonly id: string;
  readonly revision: number;
  readonly createdAt: number;
  readonly changedAt: number;
  readonly document: Study;
  /** What was wrong with what the server has; `document` is the sound part of it. */
  readonly faults?: readonly Fault[];
}

/** A study in the list. */
export interface StudyLine extends Omit<StoredStudy, "document"> {
  readonly name: string;
  readonly duration: number;
  readonly thumbnail: Study;
}

export type StudySort = "changed" | "name" | "duration";

/** One page of the list. */
export interface StudyPage {
  readonly studies: readonly StudyLine[];
  readonly total: number;
}

export const PAGE_SIZE = 60;

export function listStudies(
  search: string,
  sort: StudySort,
  offset: number,
  signal: AbortSignal,
): Promise<StudyPage> {
  const query = new URLSearchParams({ search, sort, offset: `${offset}`, limit: `${PAGE_SIZE}` });
  return request("GET", `/studies?${query}`, { signal });
}

export function readStoredStudy(id: string, signal?: AbortSignal): Promise<StoredStudy> {
  return request("GET", `/studies/${encodeURIComponent(id)}`, signal ? { signal } : {});
}

export function createStudy(from: { document: Study } | { demo: string }): Promise<StoredStudy> {
  return request("POST", "/studies", { body: from });
}

export function duplicateStudy(id: string): Promise<StoredStudy> {
  return request("POST", `/studies/${id}/duplicate`);
}

export function deleteStudy(id: string): Promise<void> {
  return request("DELETE", `/studies/${id}`);
}

/** Deletes a study without a way back; works on a full disk, and gives its space free. */
export function deleteStudyForGood(id: string): Promise<void> {
  return request("DELETE", `/studies/${id}?forGood=true`);
}

export function restoreStudy(id: string): Promise<StoredStudy> {
  return request("POST", `/studies/${id}/restore`);
}

export function listDemos(): Promise<{ demos: { name: string; title: string }[] }> {
  return request("GET", "/demos");
}

/** What a save came to; anything else rejects. */
export type SaveResult =
  | { readonly kind: "saved"; readonly revision: number }
  | { readonly kind: "stale"; readonly current: StoredStudy };

/** Saves a study made from a revision. */
export async function saveStudy(
  id: string,
  document: Study,
  madeFrom: number,
): Promise<SaveResult> {
  try {
    const { revision } = await request<{ revision: number }>("PUT", `/studies/${id}`, {
      body: { document },
      ifMatch: madeFrom,
    });
    return { kind: "saved", revision };
  } catch (error) {
    if (error instanceof ApiError && error.status === 412) {
      const { current } = error.body as { current: StoredStudy };
      return { kind: "stale", current };
    }
    throw error;
  }
}
