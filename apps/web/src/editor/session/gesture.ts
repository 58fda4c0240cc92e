import type { Change } from "@levitas/core/edit";
import type { Study } from "@levitas/core/study";

/**
 * One drag, from its first movement to its release, as one entry of the history. Every movement is
 * an edit of the study as it was at the start, so nothing piles up; it is carried out once a frame.
 */
export class Gesture {
  private pending: ((study: Study) => Change) | undefined;
  private change: Change | undefined;
  private over = false;
  private readonly start: Study;
  private readonly hooks: { invalidate: () => void; end: (change: Change | undefined) => void };

  constructor(
    start: Study,
    hooks: { invalidate: () => void; end: (change: Change | undefined) => void },
  ) {
    this.start = start;
    this.hooks = hooks;
  }

  /** False once it was committed or taken back; movements after that count for nothing. */
  get active(): boolean {
    return !this.over;
  }

  /** The study as it would become. */
  get preview(): Study | undefined {
    return this.change?.after;
  }

  /** Says what the drag does now, as an edit of the study at its start. */
  update(edit: (study: Study) => Change): void {
    if (this.over) return;
    this.pending = edit;
    this.hooks.invalidate();
  }

  /** Carries out the last movement. */
  flush(): void {
    if (!this.pending) return;
    this.change = this.pending(this.start);
    this.pending = undefined;
  }

  commit(): void {
    if (this.over) return;
    this.flush();
    this.over = true;
    this.hooks.end(this.change);
  }

  cancel(): void {
    if (this.over) return;
    this.over = true;
    this.hooks.end(undefined);
  }
}
