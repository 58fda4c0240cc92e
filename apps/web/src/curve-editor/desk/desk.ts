import { addPathPoint, backStretches, type Curve, type PathCurve } from "@levitas/core/curve";
import { fitPath, untangle } from "@levitas/core/fit";
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Clock } from "../../clock/clock.ts";
import { handlesOf } from "./handles.ts";
import { PlotView } from "./plotView.ts";

/** What components of a desk read. It changes when something is done, not while it is dragged. */
export interface DeskState {
  /** The curve as its place keeps it. */
  readonly curve: Curve;
  /** A path that runs back in time, where its place does not take such: shown, and not applied. */
  readonly draft: Curve | null;
  /** Points of a path that are selected. */
  readonly points: readonly number[];
  /** The curve before the changes that were not accepted yet. */
  readonly ghost: Curve | null;
}

/** What whoever draws is given, once a frame. */
export interface DeskFrame {
  /** The curve as it is shown: while dragged, as it would become. It may run back in time. */
  readonly curve: Curve;
  /** The nearest curve that can be asked for values: `curve` itself unless that runs back. */
  readonly sound: Curve;
  /** Where the playhead is in it; NaN outside. */
  readonly progress: number;
  /** ms. */
  readonly duration: number;
}

/** A drag as the place of a curve carries it out. */
export interface HostDrag {
  readonly active: boolean;
  update(curve: Curve): void;
  commit(): void;
  cancel(): void;
}

/** The place where a curve lives: a span of a study, a room of its own, a row of the lineup. */
export interface CurveHost {
  readonly clock: Clock;
  /** Whether it keeps a path that runs back in time. */
  readonly keepsTangles: boolean;
  progress(): number;
  duration(): number;
  /** Changes the curve as one step that can be undone, and tells the desk through `take`. */
  set(curve: Curve): void;
  begin(): HostDrag;
  onFrame(draw: () => void): () => void;
  /** More lines for the text at the pointer: the value at a progress in real units. */
  describe(progress: number): string;
}

/** How near a path made from another kind of curve stays to it. */
const POINTS_TOLERANCE = 0.001;

const sounds = new WeakMap<Curve, Curve>();

/** A curve that can be asked for values: itself, or untangled where it runs back in time. */
export function soundCurve(curve: Curve): Curve {
  if (curve.kind !== "path") return curve;
  let sound = sounds.get(curve);
  if (!sound) {
    sound = untangle(curve);
    sounds.set(curve, sound);
  }
  return sound;
}

/** Whether a curve runs back in time. */
export function isTangled(curve: Curve): boolean {
  return (
    curve.kind === "path" && soundCurve(curve) !== curve && backStretches(curve.points).length > 0
  );
}

/** A curve as a path, to be edited by its points. */
export function asPath(curve: Curve): PathCurve {
  return fitPath(curve, POINTS_TOLERANCE).curve;
}

/** One curve being worked on, wherever it lives. Plots, numbers and handles know nothing but this. */
export class CurveDesk {
  readonly plot = new PlotView();
  readonly store: StoreApi<DeskState>;
  readonly host: CurveHost;
  /** Set when the plot has to fit its curve anew, also if that did not change. */
  plotStale = false;
  private drag: { readonly host: HostDrag; curve: Curve | undefined } | undefined;

  constructor(curve: Curve, host: CurveHost) {
    this.host = host;
    this.store = createStore<DeskState>(() => ({ curve, draft: null, points: [], ghost: null }));
  }

  /** The curve to work on: the draft if there is one. */
  get current(): Curve {
    const { curve, draft } = this.store.getState();
    return draft ?? curve;
  }

  /** The curve as it is shown. */
  get shown(): Curve {
    return (this.drag?.host.active ? this.drag.curve : undefined) ?? this.current;
  }

  /** Whether the curve is being dragged. */
  get dragging(): boolean {
    return this.drag?.host.active ?? false;
  }

  get points(): readonly number[] {
    return this.store.getState().points;
  }

  /** The place of the curve says what it keeps now. A draft stays until that changes. */
  take(curve: Curve): void {
    const state = this.store.getState();
    if (curve === state.curve) return;
    this.store.setState({ curve, draft: null, points: this.prune(curve, state.points) });
    this.plotStale = true;
    this.invalidate();
  }

  /** Another curve altogether lies on the desk. */
  replace(curve: Curve): void {
    this.store.setState({ curve, draft: null, points: [], ghost: null });
    this.fitPlot();
  }

  private prune(curve: Curve, points: readonly number[]): readonly number[] {
    const count = curve.kind === "path" ? curve.points.length : 0;
    return points.every((index) => index < count) ? points : points.filter((each) => each < count);
  }

  /** Changes the curve, as one step. `points` are selected afterwards. */
  set(curve: Curve, points: readonly number[] = this.points): void {
    this.noteGhost();
    if (!this.host.keepsTangles && isTangled(curve)) this.store.setState({ draft: curve });
    else {
      this.host.set(curve);
      this.store.setState({ draft: null });
    }
    this.select(this.prune(curve, points));
    this.plotStale = true;
    this.invalidate();
  }

  /** Begins a drag of the curve. */
  begin(): DeskDrag {
    this.drag?.host.commit();
    const drag: { readonly host: HostDrag; curve: Curve | undefined } = {
      host: this.host.begin(),
      curve: undefined,
    };
    this.drag = drag;
    const end = () => {
      if (this.drag === drag) this.drag = undefined;
      this.plotStale = true;
      this.invalidate();
    };
    return {
      get active() {
        return drag.host.active;
      },
      update: (curve) => {
        if (!drag.host.active) return;
        drag.curve = curve;
        if (this.host.keepsTangles || !isTangled(curve)) drag.host.update(curve);
        this.invalidate();
      },
      commit: () => {
        const { curve } = drag;
        if (!drag.host.active) return end();
        if (curve) this.noteGhost();
        const isDraft = curve !== undefined && !this.host.keepsTangles && isTangled(curve);
        if (isDraft) drag.host.cancel();
        else drag.host.commit();
        if (curve) this.store.setState({ draft: isDraft ? curve : null });
        end();
      },
      cancel: () => {
        drag.host.cancel();
        end();
      },
    };
  }

  /** Takes back what is dragged; answers whether there was something. */
  cancel(): boolean {
    if (!this.dragging) return false;
    this.drag?.host.cancel();
    this.drag = undefined;
    this.plotStale = true;
    this.invalidate();
    return true;
  }

  /** Before the first change since the last acceptance, the curve stays as a ghost. */
  private noteGhost(): void {
    const { ghost, curve } = this.store.getState();
    if (ghost === null) this.store.setState({ ghost: curve });
  }

  /** The curve is good as it is: the ghost goes. */
  accept(): void {
    this.store.setState({ ghost: null });
    this.invalidate();
  }

  select(points: readonly number[]): void {
    const { points: before } = this.store.getState();
    if (before.length === points.length && before.every((each, i) => each === points[i])) return;
    this.store.setState({ points });
    this.invalidate();
  }

  /** Puts a point on the curve at a progress, without changing its shape, and selects it. */
  addPoint(x: number): boolean {
    const { current } = this;
    if (isTangled(current)) return false;
    const { curve, index } = addPathPoint(asPath(current), x);
    if (index < 0) return false;
    this.set(curve, [index]);
    return true;
  }

  /** Puts a point in the middle of the span after a point, or of the longest one. */
  addPointAfter(index: number | undefined): boolean {
    const { points } = asPath(soundCurve(this.current));
    let from = index ?? 0;
    if (index === undefined || index >= points.length - 1) {
      const width = (i: number) => (points[i + 1]?.x ?? 0) - (points[i]?.x ?? 0);
      for (let i = 0; i + 1 < points.length; i++) if (width(i) > width(from)) from = i;
    }
    const [a, b] = [points[from], points[from + 1]];
    return a && b ? this.addPoint((a.x + b.x) / 2) : false;
  }

  /** Whether its shape is edited by handles or points, not by parameters. */
  get isDrawn(): boolean {
    return this.current.kind === "path" || handlesOf(this.current) !== undefined;
  }

  /** Shows the whole curve again, as it does until a person zooms. */
  fitPlot(): void {
    this.plot.fitted = true;
    this.plot.version++;
    this.plotStale = true;
    this.invalidate();
  }

  invalidate(): void {
    this.host.clock.invalidate();
  }

  /** Registers something that draws. Answers how to stop that. */
  onFrame(draw: (frame: DeskFrame) => void): () => void {
    return this.host.onFrame(() => {
      const curve = this.shown;
      draw({
        curve,
        sound: soundCurve(curve),
        progress: this.host.progress(),
        duration: this.host.duration(),
      });
    });
  }
}

/** A drag of the curve on a desk. */
export interface DeskDrag {
  readonly active: boolean;
  update(curve: Curve): void;
  commit(): void;
  cancel(): void;
}
