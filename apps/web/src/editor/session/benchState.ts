import type { Curve } from "@levitas/core/curve";
import { type Clipboard, type History, startHistory } from "@levitas/core/edit";
import type { Follower, Study } from "@levitas/core/study";
import type { OnionSkin } from "../onion/onion.ts";
import type { TimeUnit } from "../words/labels.ts";
import { type Arrangement, keptMargin } from "./arrangement.ts";
import { firstSelection, type Selection } from "./selection.ts";

/** What components of the bench read. It changes when something is done, not while it is dragged. */
export interface BenchState {
  readonly history: History<Selection>;
  readonly selection: Selection;
  /** Switches of the scene. */
  readonly showTwin: boolean;
  readonly showSpacing: boolean;
  readonly showPath: boolean;
  readonly onion: OnionSkin & { readonly on: boolean };
  /** Mesh of the grid in px of the scene; 0 for none. Figures snap to it while it shows. */
  readonly grid: number;
  readonly timeUnit: TimeUnit;
  /** Lanes that are unfolded to graphs, as `laneName` writes them. */
  readonly unfolded: ReadonlySet<string>;
  /** The figure whose channels are being looked through for one to add. */
  readonly pickingFor: string | null;
  /** The figure that is being given another name. */
  readonly renaming: string | null;
  /** The figure whose appearance is being changed. */
  readonly dressing: string | null;
  readonly recipesOpen: boolean;
  /** What was copied last in this tab. */
  readonly copied: Clipboard | null;
  /** The timeline shows the whole sequence as blocks instead of the lanes. */
  readonly arranging: boolean;
  /** Groups of the sequence that are folded to one bar. */
  readonly folded: ReadonlySet<string>;
  /** The follower whose form is open. */
  readonly editingFollower: string | null;
  /** A follower that is being made: shown, and not in the study before it is accepted. */
  readonly draftFollower: Follower | null;
  readonly arrangement: Arrangement;
  /** Cues are heard. */
  readonly isHeard: boolean;
  /** The scene takes presses and answers. */
  readonly live: boolean;
  /** Free space below the lanes shows the graph of the selected channel. */
  readonly graphFollows: boolean;
  /** Width of the timeline's left margin, px. */
  readonly margin: number;
  /** How the playhead travels when it is sent somewhere. */
  readonly travel: { readonly duration: number; readonly curve: Curve };
}

/** What a bench begins with: a study that answers in Live, one that is arranged in groups as its sequence. */
export function firstState(study: Study): BenchState {
  const { responses = [], levers = [] } = study.live ?? {};
  const isStill = study.sequence.length === 0;
  return {
    history: startHistory<Selection>(study),
    selection: firstSelection(study),
    showTwin: true,
    showSpacing: true,
    showPath: true,
    onion: { on: false, before: 3, after: 2, look: "outlines", at: "frames", step: 4 },
    grid: 0,
    timeUnit: "ms",
    unfolded: new Set(),
    pickingFor: null,
    renaming: null,
    dressing: null,
    recipesOpen: false,
    copied: null,
    arranging: study.sequence.some(({ type }) => type === "group"),
    folded: new Set(),
    editingFollower: null,
    draftFollower: null,
    arrangement: "side",
    isHeard: true,
    live: responses.length > 0 || (isStill && levers.length > 0),
    graphFollows: true,
    margin: keptMargin(globalThis.innerWidth ?? 1280),
    travel: { duration: 600, curve: { kind: "keyword", name: "ease-in-out" } },
  };
}
