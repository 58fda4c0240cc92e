import { createStore, entries, promisifyRequest, set, type UseStore } from "idb-keyval";
import { nanoid } from "nanoid";
import { sayFault } from "../ui/notices.tsx";
import { store as keepStored, readStored } from "../ui/storage.ts";

/** What can have drafts. */
export type DraftKind = "study" | "curve";

/** Work that the server has not acknowledged. */
export interface Draft<T> {
  readonly content: T;
  /** Revision of the server's state it was made from. */
  readonly madeFrom: number;
  /** What was sent without an answer, apart from `content`. */
  readonly unanswered?: readonly T[];
}

/** A draft that nobody is working on: this tab's from before it was loaded again, or that of a tab that is gone. */
export interface LeftDraft<T> extends Draft<T> {
  readonly id: string;
  /** When it was kept, ms since 1970. */
  readonly at: number;
  /** Whether it is this tab's own. */
  readonly isOwn: boolean;
  /** Makes it this tab's draft, in one step with removing it from where it was. */
  readonly takeOver: () => void;
  /** Removes it, unless it has changed since it was read. */
  readonly forget: () => void;
}

interface KeptDraft extends Draft<unknown> {
  readonly kind: DraftKind;
  readonly id: string;
  readonly tab: string;
  readonly at: number;
}

/** As drafts of studies were kept before curves had them, too. */
interface FormerDraft {
  readonly study: unknown;
  readonly studyId: string;
  readonly madeFrom: number;
  readonly tab: string;
  readonly at: number;
}

function present({ study, studyId, madeFrom, tab, at }: FormerDraft): KeptDraft {
  return { kind: "study", id: studyId, content: study, madeFrom, tab, at };
}

/** The drafts of this browser. Where it keeps none, whatever is asked of them is refused, and nothing else. */
const store: UseStore = async (mode, work) => {
  opened ??= createStore("levitas-drafts", "drafts");
  return opened(mode, work);
};
let opened: UseStore | undefined;
const TAB_KEY = "levitas-tab";

/**
 * The name of this tab, held as a lock for as long as it lives, so that other tabs can tell work that
 * is being done from work that was left behind. A copied tab finds its name taken and gets another.
 */
const tab: Promise<string> = nameTab();

async function nameTab(): Promise<string> {
  const known = readStored("session", TAB_KEY);
  if (known !== null && (await holdLock(known))) return known;
  const fresh = nanoid(8);
  keepStored("session", TAB_KEY, fresh);
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

const keyOf = (kind: DraftKind, id: string, tabName: string) => `${kind} ${id} ${tabName}`;

/** One write at a time, in order, or an old draft could overtake a new one. */
let queue: Promise<unknown> = Promise.resolve();
let hasWarned = false;

/** Said once: the work is still on the screen and still goes to the server. */
function warn(error: unknown): void {
  if (!hasWarned)
    sayFault(
      new Error(
        `This browser cannot keep unsaved work (${error instanceof Error ? error.message : String(error)}). Free some space, or keep this page open until it says “saved”.`,
      ),
    );
  hasWarned = true;
}

function inOrder(work: () => Promise<unknown>): void {
  queue = queue.then(work).catch(warn);
}

/** How long at least lies between two writings of drafts, ms: each copies a whole document. */
const WRITE_EVERY = 200;
/** The newest draft of each document that is not written yet. */
const pending = new Map<string, Omit<KeptDraft, "tab">>();
let timer: ReturnType<typeof setTimeout> | undefined;
let writtenAt = Number.NEGATIVE_INFINITY;

function writePending(): void {
  clearTimeout(timer);
  timer = undefined;
  writtenAt = performance.now();
  const all = [...pending.values()];
  pending.clear();
  for (const draft of all)
    inOrder(async () => {
      const name = await tab;
      await set(keyOf(draft.kind, draft.id, name), { ...draft, tab: name }, store);
    });
}

// What is left to write when the page goes is written then.
globalThis.addEventListener?.("pagehide", writePending);

/** Keeps unsaved work in the browser: at once, or with what follows within 200 ms. */
export function keepDraft<T>(kind: DraftKind, id: string, draft: Draft<T>): void {
  pending.set(`${kind} ${id}`, { ...draft, kind, id, at: Date.now() });
  const wait = writtenAt + WRITE_EVERY - performance.now();
  if (wait <= 0) writePending();
  else timer ??= setTimeout(writePending, wait);
}

/** Forgets this tab's work on a document; the server has it, or the person chose another state. */
export function dropDraft(kind: DraftKind, id: string): void {
  pending.delete(`${kind} ${id}`);
  inOrder(async () => remove(keyOf(kind, id, await tab)));
}

function remove(key: string): Promise<void> {
  return store("readwrite", (objects) => promisifyRequest(objects.delete(key)));
}

/** Work on one document that nobody is doing any more: this tab's first, then the newest. */
export async function leftDrafts<T>(kind: DraftKind, id: string): Promise<LeftDraft<T>[]> {
  const all = await allLeftDrafts<T>(kind);
  return all.filter((draft) => draft.id === id);
}

/** Work on any document of a kind that nobody is doing any more: this tab's first, then the newest. */
export async function allLeftDrafts<T>(kind: DraftKind): Promise<LeftDraft<T>[]> {
  const name = await tab;
  writePending();
  await queue;
  const held = navigator.locks ? ((await navigator.locks.query()).held ?? []) : [];
  const living = new Set(held.map((lock) => lock.name));
  // A browser that keeps nothing has no drafts; what the server has can be opened all the same.
  const all = await entries<string, KeptDraft | FormerDraft>(store).catch((error: unknown) => {
    warn(error);
    return [];
  });
  return all
    .map(([key, kept]): [string, KeptDraft] => [key, "studyId" in kept ? present(kept) : kept])
    .filter(([, draft]) => draft.kind === kind)
    .filter(([, draft]) => draft.tab === name || !living.has(lockName(draft.tab)))
    .sort(([, a], [, b]) => Number(b.tab === name) - Number(a.tab === name) || b.at - a.at)
    .map(([key, kept]) => {
      const { content, madeFrom, unanswered, id, at } = kept as KeptDraft & Draft<T>;
      return {
        ...{ content, madeFrom, id, at, isOwn: kept.tab === name },
        ...(unanswered ? { unanswered } : {}),
        takeOver: () => {
          const own = keyOf(kind, id, name);
          if (own === key) return;
          inOrder(() =>
            store("readwrite", (objects) => {
              objects.put({ ...kept, tab: name }, own);
              objects.delete(key);
              return promisifyRequest(objects.transaction);
            }),
          );
        },
        forget: () =>
          inOrder(() =>
            store("readwrite", (objects) => {
              const now: IDBRequest<KeptDraft | undefined> = objects.get(key);
              now.onsuccess = () => {
                if (now.result?.at === at) objects.delete(key);
              };
              return promisifyRequest(objects.transaction);
            }),
          ),
      };
    });
}
