import type { Curve } from "@levitas/core/curve";
import {
  type Change,
  type Edit,
  forgetLast,
  goesOn,
  type History,
  isEmpty,
  mergeLast,
  record,
  recordSelection,
  redo,
  reshapeSpan,
  undo,
} from "@levitas/core/edit";
import {
  type Compiler,
  createCompiler,
  createTwinCompiler,
  type Motion,
  playedCues,
} from "@levitas/core/motion";
import { findTween, type Study } from "@levitas/core/study";
import { createStore, type StoreApi } from "zustand/vanilla";
import { Clock } from "../../clock/clock.ts";
import {
  type Drawer,
  FrameScheduler,
  NUMBERS_EVERY,
  type Registration,
} from "../../clock/frameScheduler.ts";
import { compileCurve } from "../../curve-editor/curveReader.ts";
import type { CurveDesk } from "../../curve-editor/desk/desk.ts";
import { onTheme } from "../../theme/theme.ts";
import { say } from "../../ui/notices.tsx";
import { SoundPlayer } from "../cues/soundPlayer.ts";
import type { Arrangement } from "./arrangement.ts";
import { type BenchState, firstState } from "./benchState.ts";
import { Camera } from "./camera.ts";
import { Gesture } from "./gesture.ts";
import { GraphView } from "./graphView.ts";
import { chosenFigures, heldAfter, prune, type Selection } from "./selection.ts";
import { createSpanDesk } from "./spanDesk.ts";
import { TimelineView } from "./timelineView.ts";

/** Changes of one thing that follow each other sooner than this are one step of the history, ms. */
const ONE_STEP = 500;

/** Answers the ids of the keys that are drawn within a box of the window, px. */
export type KeyFinder = (box: {
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}) => readonly string[];

/** What whoever draws is given, once a frame. The poses are only good during the call. */
export interface Frame {
  /** ms. */
  readonly time: number;
  readonly motion: Motion;
  readonly poses: Float64Array;
  /** The study as it is shown: while something is dragged, as it would become. */
  readonly study: Study;
}

/**
 * What drawers of the bench depend on: the playhead's time; "numbers", which is the time and the motion for what is
 * written in words and numbers (nobody reads sixty of them a second, and each new text has the browser lay out the page
 * anew: while it plays they change 20 times a second); the motion that is shown, and with it the study; the time
 * axis; the values that graphs show; the camera of the scene; the bench's state, such as what is selected; the clock's
 * settings and whether it plays; whether something is being dragged.
 */
export type BenchTopic =
  | "time"
  | "numbers"
  | "motion"
  | "axis"
  | "graphs"
  | "camera"
  | "state"
  | "clock"
  | "drag";

/**
 * A study on the bench. Documents change through `perform` and gestures alone; what is shown goes
 * from here to the screen once a frame, past React.
 */
export class Bench {
  readonly clock = new Clock();
  readonly view = new TimelineView();
  readonly camera = new Camera();
  readonly sound = new SoundPlayer(() => this.store.getState().isHeard);
  readonly store: StoreApi<BenchState>;
  /** Where the curve of the selected span is worked on. */
  readonly desk: CurveDesk;
  /** Those who know where keys are drawn. */
  readonly keyFinders = new Set<KeyFinder>();
  private readonly graphs = new Map<string, GraphView>();
  private gesture: Gesture | undefined;
  /** Shown instead of the study while a person looks back at how it was. */
  private lookedBackAt: Study | undefined;
  private readonly compiler: Compiler;
  private readonly twins = createTwinCompiler();
  private compiled: Motion;
  private poses: Float64Array;
  /** What the poses were last asked for. */
  private posed: { readonly motion: Motion | null; readonly time: number } = {
    motion: null,
    time: Number.NaN,
  };
  private readonly frames = new FrameScheduler<Frame, BenchTopic>((name, error) => {
    console.error(`${name} stopped drawing.`, error);
    say(
      `${name} could not be drawn and has stopped. Load the page again to bring it back; your work is kept.`,
      { tone: "fault" },
    );
  });

  /**
   * @param past what was done to it before in this tab, to be taken back
   */
  constructor(study: Study, past?: History<Selection>) {
    this.store = createStore<BenchState>(() => {
      const first = firstState(study);
      return past ? { ...first, history: { ...past, study } } : first;
    });
    // For a person who prefers reduced motion only the calm share of shakes is shown.
    const calm = globalThis.matchMedia?.("(prefers-reduced-motion: reduce)").matches ?? false;
    this.compiler = createCompiler({ calm });
    this.compiled = this.compiler.update(study);
    this.poses = new Float64Array(this.compiled.slotCount);
    this.clock.setDuration(this.compiled.duration);
    this.clock.onDraw(this.drawFrame);
    this.clock.onPlayed((stretches) => {
      for (const { cue } of playedCues(this.motion, stretches)) this.sound.play(cue);
    });
    // Browsers let a page be heard only once a person has done something.
    this.clock.onChange(() => {
      if (!this.clock.playing) return;
      this.sound.wake();
      this.view.reveal(this.clock.time);
    });
    this.view.onChange(() => this.clock.invalidate());
    this.camera.onChange(() => this.clock.invalidate());
    this.desk = createSpanDesk(this);
    this.stopTheme = onTheme(() => {
      this.frames.refreshAll();
      this.clock.invalidate();
    });
  }
  private readonly stopTheme: () => void;

  /** What an unfolded lane shows; remembered while the bench is open. */
  graph(lane: string): GraphView {
    let view = this.graphs.get(lane);
    if (!view) {
      view = new GraphView();
      this.graphs.set(lane, view);
    }
    return view;
  }

  /** Unfolds a lane to its graph, or folds it. */
  unfold(lane: string): void {
    const unfolded = new Set(this.store.getState().unfolded);
    if (!unfolded.delete(lane)) unfolded.add(lane);
    this.store.setState({ unfolded });
    this.clock.invalidate();
  }

  /** Shows all values in every graph. */
  fitGraphs(): void {
    for (const view of this.graphs.values()) view.fitted = true;
    this.clock.invalidate();
  }

  /** Whether something is being dragged. */
  get dragging(): boolean {
    return this.gesture !== undefined;
  }

  /** The study as it is kept. */
  get study(): Study {
    return this.store.getState().history.study;
  }

  /** The study as it is shown. */
  get shown(): Study {
    return this.lookedBackAt ?? this.gesture?.preview ?? this.triedOut() ?? this.study;
  }

  /** Shows the study with an edit that is not made, until another one is tried out or none (undefined). */
  tryOut(edit: ((study: Study) => Change) | undefined): void {
    this.trial = edit && { edit, of: undefined, after: undefined };
    this.clock.invalidate();
  }
  private trial:
    | {
        readonly edit: (study: Study) => Change;
        /** The state it was tried out on, and what came of it. */
        of: Study | undefined;
        after: Study | undefined;
      }
    | undefined;

  private triedOut(): Study | undefined {
    const { trial, study } = this;
    if (!trial) return undefined;
    if (trial.of !== study) {
      trial.of = study;
      trial.after = trial.edit(study).after;
    }
    return trial.after;
  }

  get selection(): Selection {
    return this.store.getState().selection;
  }

  /** The study that is shown, compiled. */
  get motion(): Motion {
    const study = this.shown;
    if (this.compiled.study !== study) {
      this.compiled = this.compiler.update(study);
      if (this.poses.length !== this.compiled.slotCount)
        this.poses = new Float64Array(this.compiled.slotCount);
      this.clock.setDuration(this.compiled.duration);
    }
    return this.compiled;
  }

  /** The same motion with no easing, as far as the chosen figures and what they stand in go. */
  get twin(): Motion {
    const { shown, selection, twinned } = this;
    if (twinned && twinned.of === shown && twinned.for === selection) return twinned.motion;
    const wanted = new Set(chosenFigures(selection));
    const parentOf = new Map(shown.figures.map(({ id, parent }) => [id, parent]));
    // Each parent is met once, so that a circle of them ends as well; the set grows while it is walked.
    for (const id of wanted) {
      const parent = parentOf.get(id);
      if (parent != null) wanted.add(parent);
    }
    const motion = this.twins.update(shown, wanted);
    this.twinned = { of: shown, for: selection, motion };
    return motion;
  }
  private twinned:
    | { readonly of: Study; readonly for: Selection; readonly motion: Motion }
    | undefined;

  /**
   * Does something that can be undone: `edit` with `args`, on the study as it is once a drag still
   * going on has ended. What is selected afterwards may be given.
   */
  perform<Arguments>(
    edit: Edit<Arguments>,
    args: Arguments,
    selection: Selection = this.selection,
  ): void {
    this.endGesture();
    this.commit(edit(this.study, args), selection);
  }

  private commit(change: Change, selection: Selection): void {
    if (change.refused) say(change.refused, { tone: "fault" });
    if (isEmpty(change)) return;
    const { history, selection: before } = this.store.getState();
    const pruned = prune(selection, change.after);
    const after = before.held
      ? { ...pruned, held: heldAfter(before.held, change.before, change.after) }
      : pruned;
    // A held key, or a thing nudged again and again, is one step of the history.
    const now = performance.now();
    const isNudge = now - this.committedAt < ONE_STEP && goesOn(history, change);
    this.committedAt = now;
    const recorded = record(history, change, before, after);
    this.store.setState({
      history: isNudge ? mergeLast(recorded, change.label) : recorded,
      selection: after,
    });
    this.clock.invalidate();
  }
  private committedAt = Number.NEGATIVE_INFINITY;

  /** Holds a curve that runs back in time for a span: a step that can be undone, while the study keeps its curve. */
  hold(keyId: string, curve: Curve): void {
    this.endGesture();
    const { history, selection: before } = this.store.getState();
    const after = { ...before, held: { ...before.held, [keyId]: curve } };
    const label = "draw a path that runs back in time";
    this.store.setState({
      history: recordSelection(history, label, before, after),
      selection: after,
    });
    this.clock.invalidate();
  }

  /** Begins something that is dragged; a gesture still going on is ended first. */
  begin(): Gesture {
    this.endGesture();
    const gesture = new Gesture(this.study, {
      invalidate: () => this.clock.invalidate(),
      end: (change) => {
        if (this.gesture === gesture) this.gesture = undefined;
        if (change) this.commit(change, this.selection);
        this.clock.invalidate();
      },
    });
    this.gesture = gesture;
    return gesture;
  }

  /** Ends a gesture as if the pointer had been released. */
  endGesture(): void {
    this.gesture?.commit();
  }

  /** Shows the motion with the curve as it was before its last changes, for as long as it is held. */
  lookBack(held: boolean): void {
    const { ghost } = this.desk.store.getState();
    const keyId = this.selection.span;
    this.lookedBackAt =
      held && ghost && keyId !== null
        ? reshapeSpan(this.study, { keyId, curve: ghost }).after
        : undefined;
    this.clock.invalidate();
  }

  /** Takes a gesture back; answers whether there was one. */
  cancelGesture(): boolean {
    if (!this.gesture) return false;
    this.gesture.cancel();
    return true;
  }

  select(selection: Partial<Selection>): void {
    // Choosing a figure lets go of those chosen with the last one.
    const more = "figure" in selection ? { more: [] } : {};
    this.store.setState({ selection: { ...this.selection, ...more, ...selection } });
    this.clock.invalidate();
  }

  /** Chooses items of the sequence; with a tween its first figure, channel and span come along. */
  selectItems(items: readonly string[]): void {
    const [first] = items;
    const tween = first === undefined ? undefined : findTween(this.study, first);
    const [track] = tween?.tracks ?? [];
    if (!tween || !track) {
      this.select({ items });
      return;
    }
    const { figure } = this.selection;
    this.select({
      items,
      figure: tween.figures[0] ?? figure,
      channel: track.channel,
      span: track.keys[0]?.id ?? null,
      keys: [],
    });
  }

  /** Folds a group of the sequence to one bar, or opens it. */
  fold(groupId: string): void {
    const folded = new Set(this.store.getState().folded);
    if (!folded.delete(groupId)) folded.add(groupId);
    this.store.setState({ folded });
    this.clock.invalidate();
  }

  /** Sends the playhead to a time, ms, as the settings of travelling say; it can be sent elsewhere on its way. */
  travelTo(time: number): void {
    const { duration, curve } = this.store.getState().travel;
    this.clock.travel(time, duration, compileCurve(curve).value);
  }

  /** Gives the panes other sizes. Asking for the scene alone once more goes back to what was before it. */
  arrange(arrangement: Arrangement): void {
    const now = this.store.getState().arrangement;
    if (now !== "scene") this.besideScene = now;
    const next = arrangement === "scene" && now === "scene" ? this.besideScene : arrangement;
    this.store.setState({ arrangement: next });
    this.clock.invalidate();
  }
  private besideScene: Arrangement = "side";

  /** Whether there is something to undo; a drag still going on is ended first, and then undone. */
  canUndo(): boolean {
    return this.dragging || this.store.getState().history.past.length > 0;
  }

  canRedo(): boolean {
    return this.store.getState().history.future.length > 0;
  }

  undo(): void {
    this.travel(undo);
  }

  redo(): void {
    this.travel(redo);
  }

  /** Makes one step of the last two, such as of copying figures and dragging the copies. */
  mergeSteps(label: string): void {
    this.store.setState(({ history }) => ({ history: mergeLast(history, label) }));
  }

  /** Takes the last step back as if it had not been made. */
  forgetStep(selection: Selection): void {
    const history = forgetLast(this.store.getState().history);
    this.store.setState({ history, selection: prune(selection, history.study) });
    this.clock.invalidate();
  }

  /** Goes several steps through the history: back below 0, forth again above. */
  travelHistory(steps: number): void {
    for (let i = 0; i < Math.abs(steps); i++) this.travel(steps < 0 ? undo : redo);
  }

  private travel(step: typeof undo): void {
    this.endGesture();
    const result = step(this.store.getState().history);
    if (!result) return;
    const { history, selection } = result;
    this.store.setState({ history, selection: prune(selection as Selection, history.study) });
    this.clock.invalidate();
  }

  /** Registers something that draws; it is called in frames in which one of its topics changed. */
  onFrame<Layout>(drawer: Drawer<Frame, BenchTopic, Layout>): Registration {
    const registration = this.frames.register(drawer);
    this.clock.invalidate();
    return registration;
  }

  dispose(): void {
    this.endGesture();
    this.sound.close();
    this.clock.dispose();
    this.stopTheme();
    this.frames.clear();
  }

  private readonly drawFrame = (): void => {
    this.gesture?.flush();
    const { motion } = this;
    const time = this.clock.shownTime;
    // While only the view moves, everything is where it was.
    const { posed } = this;
    if (posed.motion !== motion || posed.time !== time) motion.at(time, this.poses);
    this.posed = { motion, time };
    const { poses } = this;
    const { view, camera, clock } = this;
    this.frames.run(
      { time, motion, poses, study: motion.study },
      {
        time: [time],
        numbers: clock.playing
          ? [Math.floor(performance.now() / NUMBERS_EVERY), this.study]
          : [time, motion],
        motion: [motion],
        axis: [view.from, view.scale, view.width],
        graphs: [this.graphsVersion()],
        camera: [camera.scale, camera.left, camera.top],
        state: [this.store.getState()],
        clock: [clock.settings, clock.playing],
        drag: [this.gesture !== undefined],
      },
    );
  };

  private graphsVersion(): number {
    let version = 0;
    for (const view of this.graphs.values()) version += view.version + (view.fitted ? 0 : 1);
    return version;
  }
}
