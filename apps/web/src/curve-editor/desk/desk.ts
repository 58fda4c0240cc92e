import { addPathPoint, backStretches, type Curve, type PathCurve } from "@levitas/core/curve";
import { fitPath, untangle } from "@levitas/core/fit";
import { createStore, type StoreApi } from "zustand/vanilla";
import type { Clock } from "../../clock/clock.ts";
import {
  type Drawer,
  FrameScheduler,
  NUMBERS_EVERY,
  type Registration,
} from "../../clock/frameScheduler.ts";
import { say } from "../../ui/notices.tsx";
import { curveRange } from "../curveReader.ts";
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

/**
 * What drawers of a desk depend on: the playhead; the curve that is shown and its duration; "numbers", which is the same
 * for what is written about it (while it is dragged they change 20 times a second: each new text has the browser lay out
 * the page anew); the part of the plot that is shown; the desk's state, such as selected points; whether the curve is being dragged.
 */
export type DeskTopic = "time" | "curve" | "numbers" | "plot" | "state" | "drag";

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
  /** Holds a path that runs back in time beside the curve it keeps; absent where it keeps such paths itself. */
  readonly hold?: (curve: Curve) => void;
  progress(): number;
  duration(): number;
  /** Changes the curve as one step that can be undone, and tells the desk through `take`. */
  set(curve: Curve): void;
  begin(): HostDrag;
  /** Calls back once in every frame, after what is dragged was carried out. */
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
  private plotStale = false;
  private fittedTo: Curve | undefined;
  private drag: { readonly host: HostDrag; curve: Curve | undefined } | undefined;
  private readonly frames = new FrameScheduler<DeskFrame, DeskTopic>((name, error) => {
    console.error(`${name} stopped drawing.`, error);
    say(`${name} could not be drawn and has stopped. Load the page again to bring it back.`, {
      tone: "fault",
    });
  });
  private drawers = 0;
  private stopDrawing: (() => void) | undefined;

  constructor(curve: Curve, host: CurveHost) {
    this.host = host;
    this.written = { curve, at: 0 };
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

  /** The place of the curve says what it keeps now, and what it holds beside that: what it held, if the curve is the same. */
  take(curve: Curve, held?: Curve | null): void {
    const state = this.store.getState();
    const draft = held === undefined && curve === state.curve ? state.draft : (held ?? null);
    if (curve === state.curve && draft === state.draft) return;
    this.store.setState({ curve, draft, points: this.prune(draft ?? curve, state.points) });
    this.plotStale = true;
    this.invalidate();
  }

  /** Another curve altogether lies on the desk. */
  replace(curve: Curve, draft: Curve | null = null): void {
    this.store.setState({ curve, draft, points: [], ghost: null });
    this.fitPlot();
  }

  private prune(curve: Curve, points: readonly number[]): readonly number[] {
    const count = curve.kind === "path" ? curve.points.length : 0;
    return points.every((index) => index < count) ? points : points.filter((each) => each < count);
  }

  /** Changes the curve, as one step. `points` are selected afterwards. */
  set(curve: Curve, points: readonly number[] = this.points): void {
    this.noteGhost();
    if (this.host.hold && isTangled(curve)) this.host.hold(curve);
    else this.host.set(curve);
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
        if (!this.host.hold || !isTangled(curve)) drag.host.update(curve);
        this.invalidate();
      },
      commit: () => {
        const { curve } = drag;
        if (!drag.host.active) return end();
        if (curve) this.noteGhost();
        const { hold } = this.host;
        if (hold && curve && isTangled(curve)) {
          drag.host.cancel();
          hold(curve);
        } else drag.host.commit();
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

  /** Registers something that draws; it is called in frames in which one of its topics changed. */
  onFrame<Layout>(drawer: Drawer<DeskFrame, DeskTopic, Layout>): Registration {
    const registration = this.frames.register(drawer);
    this.stopDrawing ??= this.host.onFrame(this.drawFrame);
    this.drawers++;
    this.invalidate();
    return {
      ...registration,
      stop: () => {
        registration.stop();
        if (--this.drawers > 0) return;
        this.stopDrawing?.();
        this.stopDrawing = undefined;
      },
    };
  }

  /** Has all of it drawn anew, as when the theme changes. */
  refreshAll(): void {
    this.frames.refreshAll();
    this.invalidate();
  }

  /** The curve that numbers are written of: while it is dragged that of up to 50 ms before. */
  private writtenOf(curve: Curve): Curve {
    const now = performance.now();
    if (!this.dragging || now - this.written.at >= NUMBERS_EVERY) this.written = { curve, at: now };
    else if (curve !== this.written.curve && !this.late)
      // The pointer may rest before the numbers have come: they come later then.
      this.late = setTimeout(() => {
        this.late = undefined;
        this.invalidate();
      }, NUMBERS_EVERY);
    return this.written.curve;
  }
  private written: { readonly curve: Curve; readonly at: number };
  private late: ReturnType<typeof setTimeout> | undefined;

  private readonly drawFrame = (): void => {
    const { plot, shown: curve } = this;
    if (curve !== this.fittedTo || this.plotStale) fitView(plot, curve, this.dragging);
    this.fittedTo = curve;
    this.plotStale = false;
    const progress = this.host.progress();
    const duration = this.host.duration();
    this.frames.run(
      { curve, sound: soundCurve(curve), progress, duration },
      {
        time: [progress],
        curve: [curve, duration],
        numbers: [this.writtenOf(curve), duration],
        plot: [plot.version, plot.width, plot.height],
        state: [this.store.getState()],
        drag: [this.dragging],
      },
    );
  };
}

/** Keeps the whole curve with its handles in view, unless the person has chosen another view. */
function fitView(plot: PlotView, curve: Curve, dragging: boolean): void {
  const [low, high] = extent(curve);
  if (dragging) {
    // Under a drag the view only widens: what is held must not slip away from the pointer.
    plot.include(high);
    plot.include(low);
  } else if (plot.fitted) plot.fit(low, high);
}

function extent(curve: Curve): [number, number] {
  if (curve.kind === "path") {
    const values = curve.points.flatMap((point) => [point.y, point.in?.y, point.out?.y]);
    const known = values.filter((value) => value !== undefined);
    return [Math.min(...known), Math.max(...known)];
  }
  const range = curveRange(curve);
  const handles = handlesOf(curve);
  return [
    Math.min(range.min, handles?.y1 ?? 0, handles?.y2 ?? 0),
    Math.max(range.max, handles?.y1 ?? 1, handles?.y2 ?? 1),
  ];
}

/** A drag of the curve on a desk. */
export interface DeskDrag {
  readonly active: boolean;
  update(curve: Curve): void;
  commit(): void;
  cancel(): void;
}
