import type { Study } from "@levitas/core/study";
import { createStore, type StoreApi } from "zustand/vanilla";
import { ApiError } from "../../api/client.ts";
import { type StoredStudy, saveStudy } from "../../api/studies.ts";
import type { Draft } from "./drafts.ts";

/** Whether the work is on the server, and if not, why. */
export type SaveState =
  | { readonly kind: "saved" }
  | { readonly kind: "waiting" }
  | { readonly kind: "saving" }
  | { readonly kind: "failed"; readonly reason: string }
  | { readonly kind: "conflict"; readonly current: StoredStudy };

/** Where unsaved work is kept in the browser. */
export interface DraftKeeper {
  readonly keep: (studyId: string, draft: Draft) => void;
  readonly drop: (studyId: string) => void;
}

/** How long after a change it is saved, ms. */
const QUIET = 500;
/** Waits between tries when the server does not take it, ms. */
const RETRIES = [1000, 2000, 4000, 8000];

/**
 * Keeps a study on the server. Each change goes to the browser's own store at once and to the server
 * half a second later; the browser's copy is dropped when the server acknowledged the same state.
 */
export class Autosave {
  readonly state: StoreApi<SaveState>;
  private readonly id: string;
  private readonly drafts: DraftKeeper;
  private revision: number;
  /** What the server is known to have. */
  private acknowledged: Study;
  private wanted: Study;
  /** What was sent last; its answer may have been lost. */
  private sent: Study | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private inFlight = false;
  private running: Promise<void> = Promise.resolve();
  private tries = 0;
  private stopped = false;

  constructor(stored: StoredStudy, drafts: DraftKeeper) {
    this.drafts = drafts;
    this.id = stored.id;
    this.revision = stored.revision;
    this.acknowledged = stored.document;
    this.wanted = stored.document;
    this.state = createStore<SaveState>(() => ({ kind: "saved" }));
  }

  /** Takes note of a change. */
  change(study: Study): void {
    if (study === this.wanted) return;
    this.wanted = study;
    if (this.state.getState().kind === "conflict") {
      this.keep();
      return;
    }
    if (study === this.acknowledged && !this.inFlight) {
      this.clear();
      return;
    }
    this.keep();
    this.state.setState({ kind: "waiting" }, true);
    this.tries = 0;
    this.later(QUIET);
  }

  /** Saves now, if there is something to save. */
  flush(): Promise<void> {
    if (this.inFlight || this.stopped || this.wanted === this.acknowledged) return this.running;
    if (this.state.getState().kind === "conflict") return this.running;
    clearTimeout(this.timer);
    this.running = this.send();
    return this.running;
  }

  private async send(): Promise<void> {
    const study = this.wanted;
    this.inFlight = true;
    this.state.setState({ kind: "saving" }, true);
    try {
      const lost = this.sent;
      this.sent = study;
      const result = await saveStudy(this.id, study, this.revision);
      this.inFlight = false;
      if (result.kind === "saved") this.take(study, result.revision);
      else this.meet(result.current, study, lost);
    } catch (error) {
      this.inFlight = false;
      if (!(error instanceof ApiError)) throw error;
      this.fail(error);
    }
  }

  /** Settles a conflict for what is on this bench: it is saved over what the server has. */
  keepMine(): void {
    const state = this.state.getState();
    if (state.kind !== "conflict") return;
    this.adopt(state.current);
    this.state.setState({ kind: "waiting" }, true);
    this.keep();
    void this.flush();
  }

  /** Settles a conflict for what the server has; the bench shows it from now on. */
  keepTheirs(): Study | undefined {
    const state = this.state.getState();
    if (state.kind !== "conflict") return undefined;
    this.adopt(state.current);
    this.wanted = state.current.document;
    this.clear();
    return state.current.document;
  }

  /** Begins with work that the browser kept and the server never had. */
  conflictWith(current: StoredStudy): void {
    this.state.setState({ kind: "conflict", current }, true);
  }

  /** Saves what is not saved yet, once, and ends. What could not be saved waits in the browser. */
  async dispose(): Promise<void> {
    await this.running;
    await this.flush();
    this.stopped = true;
    clearTimeout(this.timer);
  }

  private take(study: Study, revision: number): void {
    this.revision = revision;
    this.acknowledged = study;
    this.sent = undefined;
    this.tries = 0;
    if (this.wanted === study) this.clear();
    else {
      this.keep();
      this.state.setState({ kind: "waiting" }, true);
      this.later(QUIET);
    }
  }

  /** The server is at another revision. It may be our own save whose answer never came. */
  private meet(current: StoredStudy, study: Study, lost: Study | undefined): void {
    const there = JSON.stringify(current.document);
    const ours = [study, lost].find((each) => each && JSON.stringify(each) === there);
    if (ours) {
      this.take(ours, current.revision);
      return;
    }
    this.state.setState({ kind: "conflict", current }, true);
  }

  private adopt(current: StoredStudy): void {
    this.revision = current.revision;
    this.acknowledged = current.document;
    this.sent = undefined;
  }

  private fail(error: ApiError): void {
    this.state.setState({ kind: "failed", reason: error.message }, true);
    // What was refused for its content would be refused again; the next change tries anew.
    const passing = error.status === 0 || error.status >= 500 || error.status === 429;
    if (!passing || this.stopped) return;
    this.later(RETRIES[Math.min(this.tries++, RETRIES.length - 1)] ?? QUIET);
  }

  private later(wait: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.flush(), wait);
  }

  private keep(): void {
    this.drafts.keep(this.id, { study: this.wanted, madeFrom: this.revision });
  }

  private clear(): void {
    clearTimeout(this.timer);
    this.drafts.drop(this.id);
    this.state.setState({ kind: "saved" }, true);
  }
}
