import { createStore, type StoreApi } from "zustand/vanilla";
import { ApiError } from "../api/client.ts";
import type { Draft } from "./drafts.ts";

/** A document as the server has it. */
export interface Stored<T> {
  readonly revision: number;
  readonly content: T;
}

/** What a save came to; anything else rejects with an `ApiError`. */
export type SaveOutcome<T> =
  | { readonly kind: "saved"; readonly revision: number }
  | { readonly kind: "stale"; readonly current: Stored<T> };

/** Whether the work is on the server, and if not, why. */
export type SaveState<T> =
  | { readonly kind: "saved" }
  | { readonly kind: "waiting" }
  | { readonly kind: "saving" }
  /** The content cannot be saved as it is; it is kept in the browser until it changes. */
  | { readonly kind: "held" }
  | { readonly kind: "failed"; readonly reason: string }
  | { readonly kind: "conflict"; readonly current: Stored<T> }
  /** The document was deleted elsewhere. */
  | { readonly kind: "gone"; readonly reason: string };

/** Where a keeper saves, and where it keeps what is not saved yet. */
export interface KeepingPlace<T> {
  /** Saves content that was made from a revision. */
  readonly save: (content: T, madeFrom: number) => Promise<SaveOutcome<T>>;
  /** Whether two contents say the same. */
  readonly isSame: (a: T, b: T) => boolean;
  /** Whether the server would take the content; absent means always. */
  readonly canSave?: (content: T) => boolean;
  /** Keeps unsaved work in the browser. */
  readonly keepDraft: (draft: Draft<T>) => void;
  /** Forgets it. */
  readonly dropDraft: () => void;
}

/** How long after a change it is saved, ms. */
const QUIET = 500;
/** Waits between tries when the server does not take it, ms. */
const RETRIES = [1000, 2000, 4000, 8000];

/**
 * Keeps one document, a study or a curve, on the server. Each change goes to the browser's own store at once and to
 * the server half a second later. The draft in the browser names the revision its content was made from; it is
 * dropped only when the server has acknowledged that very content, or when the person chose the other one.
 */
export class Keeper<T> {
  readonly state: StoreApi<SaveState<T>>;
  private readonly place: KeepingPlace<T>;
  /** The revision that `wanted` was made from. In a conflict it stays that one until the person has chosen. */
  private madeFrom: number;
  /** What the server is known to have. */
  private acknowledged: T;
  private wanted: T;
  /** What was sent and got no answer: any of it may have arrived. */
  private unanswered: readonly T[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private inFlight = false;
  private running: Promise<void> = Promise.resolve();
  private tries = 0;
  private stopped = false;

  constructor(stored: Stored<T>, place: KeepingPlace<T>) {
    this.place = place;
    this.madeFrom = stored.revision;
    this.acknowledged = stored.content;
    this.wanted = stored.content;
    this.state = createStore<SaveState<T>>(() => ({ kind: "saved" }));
  }

  /** Takes note of a change. */
  change(content: T): void {
    if (content === this.wanted) return;
    this.wanted = content;
    const { kind } = this.state.getState();
    if (kind === "conflict" || kind === "gone") {
      this.keep();
      return;
    }
    if (content === this.acknowledged && !this.inFlight && this.unanswered.length === 0) {
      this.clear();
      return;
    }
    this.keep();
    this.schedule();
  }

  /**
   * Goes on with work that the browser kept: saved if the server still has what it was made from, else a conflict.
   * `stored` is what the server has now. The work keeps the revision it was made from, so that a conflict is one
   * at the next reload, too.
   */
  resume(draft: Draft<T>, stored: Stored<T>): void {
    this.wanted = draft.content;
    this.madeFrom = draft.madeFrom;
    // It may have been sent before the page was left, without an answer.
    this.unanswered = [...(draft.unanswered ?? []), draft.content];
    this.keep();
    if (draft.madeFrom === stored.revision) this.schedule();
    else this.meet(stored);
  }

  /** Saves now, if there is something to save. */
  flush(): Promise<void> {
    const { kind } = this.state.getState();
    if (this.inFlight || this.stopped || kind === "saved") return this.running;
    if (kind === "conflict" || kind === "gone" || kind === "held") return this.running;
    clearTimeout(this.timer);
    this.running = this.send();
    return this.running;
  }

  /** Settles a conflict for what is worked on here: it is saved over what the server has. */
  keepMine(): void {
    const state = this.state.getState();
    if (state.kind !== "conflict") return;
    this.adopt(state.current);
    this.keep();
    this.schedule();
    void this.flush();
  }

  /** Settles a conflict for what the server has, and answers it. */
  keepTheirs(): T | undefined {
    const state = this.state.getState();
    if (state.kind !== "conflict") return undefined;
    this.adopt(state.current);
    this.wanted = state.current.content;
    this.clear();
    return state.current.content;
  }

  /** The document was deleted; its work goes on elsewhere, or is thrown away by the person. */
  letGo(): void {
    this.stopped = true;
    clearTimeout(this.timer);
    this.place.dropDraft();
  }

  /** Saves what is not saved yet, once, and ends. What could not be saved waits in the browser. */
  async dispose(): Promise<void> {
    await this.running;
    await this.flush();
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private schedule(): void {
    if (this.place.canSave?.(this.wanted) === false) {
      clearTimeout(this.timer);
      this.state.setState({ kind: "held" }, true);
      return;
    }
    this.state.setState({ kind: "waiting" }, true);
    this.tries = 0;
    this.later(QUIET);
  }

  private async send(): Promise<void> {
    const content = this.wanted;
    this.inFlight = true;
    this.state.setState({ kind: "saving" }, true);
    const before = this.unanswered;
    // The first of a row of lost answers is the likeliest to have arrived; the last two are kept beside it.
    this.unanswered = [...before.slice(0, 1), ...before.slice(1).slice(-1), content];
    try {
      const outcome = await this.place.save(content, this.madeFrom);
      this.inFlight = false;
      if (outcome.kind === "saved") this.take(content, outcome.revision);
      else this.meet(outcome.current);
    } catch (error) {
      this.inFlight = false;
      if (!(error instanceof ApiError)) throw error;
      // What was refused did not arrive.
      if (error.status !== 0) this.unanswered = before;
      this.fail(error);
    }
  }

  private take(content: T, revision: number): void {
    this.madeFrom = revision;
    this.acknowledged = content;
    this.unanswered = [];
    this.tries = 0;
    if (this.wanted === content) {
      this.clear();
      return;
    }
    this.keep();
    this.schedule();
  }

  /** The server is at another revision. It may be our own save whose answer never came. */
  private meet(current: Stored<T>): void {
    const ours = [this.wanted, ...this.unanswered].find((each) =>
      this.place.isSame(each, current.content),
    );
    if (ours !== undefined) {
      this.take(ours, current.revision);
      return;
    }
    this.keep();
    this.state.setState({ kind: "conflict", current }, true);
  }

  private adopt(current: Stored<T>): void {
    this.madeFrom = current.revision;
    this.acknowledged = current.content;
    this.unanswered = [];
  }

  private fail(error: ApiError): void {
    if (error.status === 404) {
      this.state.setState({ kind: "gone", reason: error.message }, true);
      return;
    }
    this.state.setState({ kind: "failed", reason: error.message }, true);
    // What was refused for its content would be refused again; the next change tries anew.
    const isPassing = error.status === 0 || error.status >= 500 || error.status === 429;
    if (!isPassing || this.stopped) return;
    this.later(RETRIES[Math.min(this.tries++, RETRIES.length - 1)] ?? QUIET);
  }

  private later(wait: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), wait);
  }

  private keep(): void {
    const { wanted, madeFrom } = this;
    const unanswered = this.unanswered.filter((each) => each !== wanted);
    this.place.keepDraft({
      content: wanted,
      madeFrom,
      ...(unanswered.length > 0 ? { unanswered } : {}),
    });
  }

  private clear(): void {
    clearTimeout(this.timer);
    this.place.dropDraft();
    this.state.setState({ kind: "saved" }, true);
  }
}
