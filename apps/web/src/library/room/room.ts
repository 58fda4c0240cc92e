import type { Curve } from "@levitas/core/curve";
import { DEFAULT_DURATION, type NamedCurve } from "@levitas/core/format";
import { createStore, type StoreApi } from "zustand/vanilla";
import { type StoredCurve, saveCurve } from "../../api/curves.ts";
import { Clock } from "../../clock/clock.ts";
import { isTangled } from "../../curve-editor/desk/desk.ts";
import { createDesk, type LooseDesk } from "../../curve-editor/desk/looseDesk.ts";
import { closeKeeper } from "../../keeping/closing.ts";
import { dropDraft, keepDraft, type LeftDraft } from "../../keeping/drafts.ts";
import type { Found } from "../../keeping/findKept.ts";
import { Keeper } from "../../keeping/keeper.ts";
import { say as notify } from "../../ui/notices.tsx";
import { tryAddress } from "../roomAddress.ts";

export type CurveKeeper = Keeper<NamedCurve>;
export type FoundCurve = Found<StoredCurve, NamedCurve>;

export interface RoomState {
  readonly name: string;
  readonly tags: readonly string[];
  readonly notes: string;
  /** ms. */
  readonly duration: number;
  /** Between runs of the previews, ms. */
  readonly pause: number;
  /** Counts up with every step, so that buttons know what can be undone. */
  readonly steps: number;
}

/** How long at least lies between two changes of the address, ms: browsers refuse more than a hundred in half a minute. */
const ADDRESS_EVERY = 400;

/** One curve in its room: its desk, what is said about it, and its way to the server. */
export class Room {
  readonly clock = new Clock();
  readonly loose: LooseDesk;
  readonly store: StoreApi<RoomState>;
  readonly id: string | null;
  /** Undefined for a curve that is not kept. */
  readonly keeper: CurveKeeper | undefined;
  /** What the keeper was told last. */
  private told: NamedCurve | undefined;

  /** A curve that is kept, or one to try things with (`found` null). */
  constructor(
    found: FoundCurve | null,
    loose?: { readonly curve: Curve; readonly name: string },
    /** Keeps left-over work beyond the first as a curve of its own. */
    recover?: (draft: LeftDraft<NamedCurve>) => void,
  ) {
    this.id = found?.stored.id ?? null;
    const stored = found && recordOf(found.stored);
    const [draft, ...others] = (found?.drafts ?? []).filter((left) => {
      const isKnown = stored !== null && isSameCurve(left.content, stored);
      if (isKnown) left.forget();
      return !isKnown;
    });
    const from = draft?.content ?? stored;
    const curve = from?.curve ?? loose?.curve ?? { kind: "linear" as const };
    this.store = createStore<RoomState>(() => ({
      name: from?.name ?? loose?.name ?? "New curve",
      tags: from?.tags ?? [],
      notes: from?.notes ?? "",
      duration: from?.duration ?? DEFAULT_DURATION,
      pause: 500,
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
    addEventListener("pagehide", this.address);
    if (!found || !stored) return;
    const { id, revision } = found.stored;
    this.keeper = new Keeper<NamedCurve>(
      { revision, content: stored },
      {
        save: async (content, madeFrom) => {
          const result = await saveCurve(id, content, madeFrom);
          if (result.kind === "saved") return result;
          const { current } = result;
          return {
            kind: "stale",
            current: { revision: current.revision, content: recordOf(current) },
          };
        },
        isSame: isSameCurve,
        canSave: ({ curve: wanted }) => !isTangled(wanted),
        keepDraft: (kept) => keepDraft("curve", id, kept),
        dropDraft: () => dropDraft("curve", id),
      },
    );
    if (draft) {
      draft.takeOver();
      this.keeper.resume(draft, { revision, content: stored });
      notify("Brought back work that had not been saved.");
    }
    for (const other of others) recover?.(other);
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
    const { record } = this;
    if (this.told && isSameCurve(this.told, record)) return;
    this.told = record;
    if (this.keeper) this.keeper.change(record);
    // The address holds a curve that is not kept, so that a reload loses nothing.
    else
      this.later ??= setTimeout(
        this.address,
        Math.max(this.addressedAt + ADDRESS_EVERY - performance.now(), 0),
      );
  }
  private later: ReturnType<typeof setTimeout> | undefined;
  private addressedAt = Number.NEGATIVE_INFINITY;

  private readonly address = (): void => {
    if (this.later === undefined) return;
    clearTimeout(this.later);
    this.later = undefined;
    this.addressedAt = performance.now();
    history.replaceState(history.state, "", tryAddress(this.curve, this.store.getState().name));
  };

  /** Shows the state that was saved elsewhere; what was here can still be undone to. */
  take(theirs: NamedCurve): void {
    const { name, tags, notes, duration, curve } = theirs;
    this.told = theirs;
    this.store.setState({ name, tags, notes, duration });
    this.loose.desk.set(curve, []);
    this.setClock();
  }

  /** Sends what is still waiting, and stops. */
  async close(): Promise<void> {
    removeEventListener("pagehide", this.address);
    clearTimeout(this.later);
    this.clock.dispose();
    if (this.keeper && this.id !== null) await closeKeeper("curve", this.id, this.keeper);
  }
}

function recordOf({ name, tags, notes, duration, curve }: NamedCurve): NamedCurve {
  return { name, tags, notes, duration, curve };
}

function isSameCurve(a: NamedCurve, b: NamedCurve): boolean {
  return a === b || JSON.stringify(recordOf(a)) === JSON.stringify(recordOf(b));
}
