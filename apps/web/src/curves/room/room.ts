import { type Curve, printCurve } from "@levitas/core/curve";
import { DEFAULT_DURATION, type NamedCurve } from "@levitas/core/format";
import { createStore, type StoreApi } from "zustand/vanilla";
import { ApiError } from "../../api/client.ts";
import { type CurveSaveResult, type StoredCurve, saveCurve } from "../../api/curves.ts";
import { Clock } from "../../clock/clock.ts";
import { isTangled } from "../../curve/desk/desk.ts";
import { readKept } from "../../curve/readKept.ts";
import { createDesk, type LooseDesk } from "./looseDesk.ts";
import { tryAddress } from "./roomAddress.ts";

/** Where the curve's work stands. */
export type SaveState =
  | { readonly kind: "loose" }
  | { readonly kind: "saved" }
  | { readonly kind: "waiting" }
  | { readonly kind: "tangled" }
  | { readonly kind: "offline"; readonly reason: string }
  | { readonly kind: "conflict"; readonly theirs: StoredCurve };

export interface RoomState {
  readonly name: string;
  readonly tags: readonly string[];
  readonly notes: string;
  /** ms. */
  readonly duration: number;
  /** Between runs of the previews, ms. */
  readonly pause: number;
  readonly save: SaveState;
  /** Counts up with every step, so that buttons know what can be undone. */
  readonly steps: number;
}

const SAVE_AFTER = 600;
const RETRY_AFTER = 3000;

/** What is kept in this browser until the server has it. */
interface LocalDraft {
  readonly revision: number;
  readonly notation: string;
  readonly name: string;
  readonly tags: readonly string[];
  readonly notes: string;
  readonly duration: number;
}

const draftKey = (id: string) => `levitas-curve-${id}`;

/** One curve in its room: its desk, what is said about it, and its way to the server. */
export class Room {
  readonly clock = new Clock();
  readonly loose: LooseDesk;
  readonly store: StoreApi<RoomState>;
  readonly id: string | null;
  private revision: number;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private saving = false;
  private dirty = false;

  /** A curve that is kept, or one to try things with (`stored` null). */
  constructor(
    stored: StoredCurve | null,
    loose?: { readonly curve: Curve; readonly name: string },
  ) {
    this.id = stored?.id ?? null;
    this.revision = stored?.revision ?? 0;
    const draft = stored ? readDraft(stored.id) : undefined;
    const draftCurve = draft && readKept(draft.notation);
    const from = draft && draftCurve ? { ...draft, curve: draftCurve } : stored;
    const curve = from?.curve ?? loose?.curve ?? { kind: "linear" as const };
    this.store = createStore<RoomState>(() => ({
      name: from?.name ?? loose?.name ?? "New curve",
      tags: from?.tags ?? [],
      notes: from?.notes ?? "",
      duration: from?.duration ?? DEFAULT_DURATION,
      pause: 500,
      save: stored ? { kind: "saved" } : { kind: "loose" },
      steps: 0,
    }));
    this.loose = createDesk(curve, {
      clock: this.clock,
      keepsTangles: true,
      duration: () => this.store.getState().duration,
      changed: (_, done) => {
        if (!done) return;
        this.store.setState(({ steps }) => ({ steps: steps + 1 }));
        this.touch();
      },
    });
    this.setClock();
    if (draft && draftCurve && stored) {
      // The browser was closed before the server had it all: it goes on from there.
      if (draft.revision === stored.revision) this.touch();
      else this.store.setState({ save: { kind: "conflict", theirs: stored } });
    }
  }

  get curve(): Curve {
    return this.loose.desk.store.getState().curve;
  }

  /** The curve with what is said about it. */
  get record(): NamedCurve {
    const { name, tags, notes, duration } = this.store.getState();
    return { name, tags, notes, duration, curve: this.curve };
  }

  /** Changes what is said about the curve. */
  say(part: Partial<Pick<RoomState, "name" | "tags" | "notes" | "duration" | "pause">>): void {
    this.store.setState(part);
    this.setClock();
    if (!("pause" in part)) this.touch();
    this.clock.invalidate();
  }

  private setClock(): void {
    const { duration, pause } = this.store.getState();
    this.clock.setDuration(duration + pause);
  }

  private touch(): void {
    if (this.id === null) {
      // The address holds a curve that is not kept, so that a reload loses nothing.
      history.replaceState(history.state, "", tryAddress(this.curve, this.store.getState().name));
      return;
    }
    this.writeDraft();
    this.dirty = true;
    if (this.store.getState().save.kind === "conflict") return;
    const tangled = isTangled(this.curve);
    this.store.setState({ save: { kind: tangled ? "tangled" : "waiting" } });
    clearTimeout(this.timer);
    if (!tangled) this.timer = setTimeout(() => void this.save(), SAVE_AFTER);
  }

  private async save(): Promise<void> {
    if (this.id === null || this.saving || !this.dirty) return;
    this.saving = true;
    this.dirty = false;
    try {
      this.settle(await saveCurve(this.id, this.record, this.revision));
    } catch (error) {
      if (!(error instanceof ApiError)) throw error;
      this.dirty = true;
      this.store.setState({ save: { kind: "offline", reason: error.message } });
      clearTimeout(this.timer);
      this.timer = setTimeout(() => void this.save(), RETRY_AFTER);
    } finally {
      this.saving = false;
    }
    if (this.dirty && this.store.getState().save.kind === "waiting") void this.save();
  }

  private settle(result: CurveSaveResult): void {
    if (result.kind === "stale") {
      this.store.setState({ save: { kind: "conflict", theirs: result.current } });
      return;
    }
    this.revision = result.revision;
    if (this.dirty) this.writeDraft();
    else {
      localStorage.removeItem(draftKey(this.id ?? ""));
      this.store.setState({ save: { kind: "saved" } });
    }
  }

  private writeDraft(): void {
    const { curve, ...rest } = this.record;
    const draft: LocalDraft = { ...rest, notation: printCurve(curve), revision: this.revision };
    localStorage.setItem(draftKey(this.id ?? ""), JSON.stringify(draft));
  }

  /** After a conflict: what is here goes over what the server has. */
  keepMine(): void {
    const { save } = this.store.getState();
    if (save.kind !== "conflict") return;
    this.revision = save.theirs.revision;
    this.store.setState({ save: { kind: "waiting" } });
    this.dirty = true;
    void this.save();
  }

  /** After a conflict: what the server has is taken; what was here can still be undone to. */
  takeTheirs(): void {
    const { save } = this.store.getState();
    if (save.kind !== "conflict") return;
    const { name, tags, notes, duration, curve, revision } = save.theirs;
    this.revision = revision;
    this.store.setState({ name, tags, notes, duration, save: { kind: "saved" } });
    this.loose.desk.set(curve, []);
    this.setClock();
    localStorage.removeItem(draftKey(this.id ?? ""));
  }

  /** Sends what is still waiting, and stops. */
  async close(): Promise<void> {
    clearTimeout(this.timer);
    this.clock.dispose();
    const { kind } = this.store.getState().save;
    if (this.dirty && kind === "waiting") await this.save();
  }
}

function readDraft(id: string): LocalDraft | undefined {
  try {
    const draft: unknown = JSON.parse(localStorage.getItem(draftKey(id)) ?? "null");
    if (typeof draft !== "object" || draft === null) return undefined;
    const { revision, notation, name, tags, notes, duration } = draft as Record<string, unknown>;
    if (typeof revision !== "number" || typeof notation !== "string") return undefined;
    return {
      revision,
      notation,
      name: typeof name === "string" ? name : "Curve",
      tags: Array.isArray(tags) ? tags.map(String) : [],
      notes: typeof notes === "string" ? notes : "",
      duration: typeof duration === "number" ? duration : DEFAULT_DURATION,
    };
  } catch (error) {
    if (error instanceof SyntaxError) return undefined;
    throw error;
  }
}
