import type { Study } from "@levitas/core/study";
import { createStore, delMany, entries, set } from "idb-keyval";
import { nanoid } from "nanoid";

/** Work of one tab that the server has not acknowledged. */
export interface Draft {
  readonly study: Study;
  /** Revision of the server's state it was made from. */
  readonly madeFrom: number;
}

interface KeptDraft extends Draft {
  readonly studyId: string;
  readonly tab: string;
  /** ms since 1970. */
  readonly at: number;
}

const store = createStore("levitas-drafts", "drafts");
const TAB_KEY = "levitas-tab";

/**
 * The name of this tab, held as a lock for as long as it lives, so that other tabs can tell work that
 * is being done from work that was left behind. A copied tab finds its name taken and gets another.
 */
const tab: Promise<string> = nameTab();

async function nameTab(): Promise<string> {
  const known = sessionStorage.getItem(TAB_KEY);
  if (known !== null && (await holdLock(known))) return known;
  const fresh = nanoid(8);
  sessionStorage.setItem(TAB_KEY, fresh);
  await holdLock(fresh);
  return fresh;
}

/** Resolves to whether the lock could be had; it is then held until the tab closes. */
function holdLock(name: string): Promise<boolean> {
  // Without the lock interface (plain HTTP from another machine) a tab trusts its own name.
  if (!navigator.locks) return Promise.resolve(true);
  return new Promise((resolve) => {
    void navigator.locks.request(lockName(name), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise(() => {}) : undefined;
    });
  });
}

function lockName(name: string): string {
  return `levitas-tab-${name}`;
}

/** One write at a time, in order, or an old draft could overtake a new one. */
let queue: Promise<unknown> = Promise.resolve();

function inOrder(work: () => Promise<unknown>): void {
  queue = queue.then(work, work);
}

/** Keeps unsaved work in the browser. */
export function keepDraft(studyId: string, draft: Draft): void {
  const at = Date.now();
  inOrder(async () => {
    const name = await tab;
    const kept: KeptDraft = { ...draft, studyId, tab: name, at };
    await set(`${studyId} ${name}`, kept, store);
  });
}

/** Forgets this tab's work on a study; the server has it. */
export function dropDraft(studyId: string): void {
  inOrder(async () => delMany([`${studyId} ${await tab}`], store));
}

/**
 * Work on a study that nobody is doing any more, newest first: this tab's from before it was loaded
 * again, and that of tabs that are gone. Work of other tabs that live is left alone.
 */
export async function leftDrafts(studyId: string): Promise<(Draft & { forget: () => void })[]> {
  const name = await tab;
  const held = navigator.locks ? ((await navigator.locks.query()).held ?? []) : [];
  const living = new Set(held.map((lock) => lock.name));
  const all = await entries<string, KeptDraft>(store);
  return all
    .filter(([, draft]) => draft.studyId === studyId)
    .filter(([, draft]) => draft.tab === name || !living.has(lockName(draft.tab)))
    .sort(([, a], [, b]) => b.at - a.at)
    .map(([key, { study, madeFrom }]) => ({
      study,
      madeFrom,
      forget: () => inOrder(() => delMany([key], store)),
    }));
}
