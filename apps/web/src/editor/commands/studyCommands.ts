import { bring } from "../../bring/bringing.ts";
import type { Bench } from "../session/bench.ts";
import { chosenFigures, siblings } from "../session/selection.ts";
import {
  type Command,
  hasBlocks,
  MOD,
  NO_FIGURE,
  needsBlocks,
  whyBlocks,
  withBlocks,
} from "./command.ts";

const needsFigure = ({ selection }: Bench): string | undefined =>
  selection.figure === null ? NO_FIGURE : undefined;

const siblingsOfChosen = ({ study, selection }: Bench) => siblings(study, selection.figure ?? "");

/** Something for the chosen figure. What it takes comes with the menus of figures. */
const withFigure =
  (work: (actions: typeof import("./figureActions.ts"), bench: Bench, id: string) => void) =>
  (bench: Bench): void => {
    const { figure } = bench.selection;
    if (figure !== null)
      void import("./figureActions.ts").then((actions) => work(actions, bench, figure));
  };

/** What is done with figures and blocks, and with the study as a whole. */
export const STUDY_COMMANDS: readonly Command[] = [
  {
    id: "add-channel",
    label: "Add a channel to the chosen figure",
    keys: ["a"],
    shownKeys: "A",
    why: needsFigure,
    run: (bench) => bench.store.setState({ pickingFor: bench.selection.figure }),
  },
  {
    id: "rename-figure",
    label: "Rename the chosen figure",
    keys: ["f2"],
    shownKeys: "F2",
    why: (bench) =>
      bench.store.getState().arranging
        ? "Show the lanes first (Q): names stand there."
        : needsFigure(bench),
    run: (bench) => bench.store.setState({ renaming: bench.selection.figure }),
  },
  {
    id: "duplicate-figure",
    label: "Duplicate the chosen figure with its motion",
    keys: ["shift+c"],
    shownKeys: "Shift C",
    why: needsFigure,
    run: withFigure((actions, bench, id) => actions.duplicateOne(bench, id)),
  },
  {
    id: "figure-back",
    label: "Move the chosen figure up the list, further back",
    keys: ["alt+up"],
    shownKeys: "Alt ↑",
    why: (bench) =>
      needsFigure(bench) ??
      (siblingsOfChosen(bench)[0] === bench.selection.figure
        ? "It is the first of the list already."
        : undefined),
    run: withFigure((actions, bench, id) => actions.moveInList(bench, id, -1)),
  },
  {
    id: "figure-front",
    label: "Move the chosen figure down the list, further in front",
    keys: ["alt+down"],
    shownKeys: "Alt ↓",
    why: (bench) =>
      needsFigure(bench) ??
      (siblingsOfChosen(bench).at(-1) === bench.selection.figure
        ? "It is the last of the list already."
        : undefined),
    run: withFigure((actions, bench, id) => actions.moveInList(bench, id, 1)),
  },
  {
    id: "delete-figures",
    label: "Delete the chosen figures",
    keys: ["shift+delete", "shift+backspace"],
    shownKeys: "Shift Delete",
    why: needsFigure,
    run: withFigure((actions, bench) =>
      actions.deleteFigures(bench, chosenFigures(bench.selection)),
    ),
  },
  {
    id: "recipes",
    label: "Look through the recipes",
    keys: ["r"],
    shownKeys: "R",
    run: (bench) => bench.store.setState({ recipesOpen: true }),
  },
  {
    id: "bring-in",
    label: "Bring in motion from a text or a file",
    keys: [],
    shownKeys: "",
    run: () => bring(),
  },
  ...(["css", "function", "frames"] as const).map(
    (form): Command => ({
      id: `copy-${form}`,
      label: `Copy the chosen blocks, lane or figure as ${form === "css" ? "CSS" : form}`,
      keys: form === "css" ? ["mod+shift+c"] : [],
      shownKeys: form === "css" ? `${MOD} Shift C` : "",
      why: (bench) => (hasBlocks(bench) || bench.selection.figure !== null ? undefined : NO_FIGURE),
      run: (bench) => void import("./copyPart.ts").then((made) => made.copyPart(bench, form)),
    }),
  ),
  {
    id: "group",
    label: "Group the chosen figures, or blocks",
    keys: ["mod+g"],
    shownKeys: `${MOD} G`,
    why: (bench) =>
      hasBlocks(bench) || chosenFigures(bench.selection).length > 0 ? undefined : NO_FIGURE,
    run: (bench) => {
      if (hasBlocks(bench)) withBlocks((blocks) => blocks.groupChosenBlocks(bench))(bench);
      else
        withFigure((actions) => actions.groupChosen(bench, chosenFigures(bench.selection)))(bench);
    },
  },
  {
    id: "split",
    label: "Split the chosen block at the playhead",
    keys: ["x"],
    shownKeys: "X",
    // Where the playhead is changes with every frame: whether it can be split is asked when it is to be.
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.splitChosen(bench)),
  },
  {
    id: "join",
    label: "Join the chosen blocks",
    keys: ["j"],
    shownKeys: "J",
    why: whyBlocks((blocks, bench) => blocks.joinWhy(bench)),
    run: withBlocks((blocks, bench) => blocks.joinChosen(bench)),
  },
  {
    id: "dissolve",
    label: "Dissolve the chosen group",
    keys: [],
    shownKeys: "",
    why: whyBlocks((blocks, bench) => blocks.dissolveWhy(bench)),
    run: withBlocks((blocks, bench) => blocks.dissolveChosen(bench)),
  },
  {
    id: "cut-tethers",
    label: "Cut the tethers of the chosen blocks",
    keys: [],
    shownKeys: "",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.looseChosen(bench)),
  },
  {
    id: "disable",
    label: "Disable the chosen blocks, or enable them",
    keys: [],
    shownKeys: "",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.disableChosen(bench)),
  },
  {
    id: "order-up",
    label: "Move the chosen block up in the list",
    keys: [],
    shownKeys: "",
    why: whyBlocks((blocks, bench) => blocks.orderWhy(bench, -1)),
    run: withBlocks((blocks, bench) => blocks.orderChosen(bench, -1)),
  },
  {
    id: "order-down",
    label: "Move the chosen block down: of two that start together the lower one wins",
    keys: [],
    shownKeys: "",
    why: whyBlocks((blocks, bench) => blocks.orderWhy(bench, 1)),
    run: withBlocks((blocks, bench) => blocks.orderChosen(bench, 1)),
  },
  {
    id: "undo",
    inLive: true,
    label: "Undo",
    keys: ["mod+z"],
    shownKeys: `${MOD} Z`,
    why: (bench) => (bench.canUndo() ? undefined : "There is nothing to undo."),
    run: (bench) => bench.undo(),
  },
  {
    id: "redo",
    inLive: true,
    label: "Redo",
    keys: ["mod+shift+z"],
    shownKeys: `${MOD} Shift Z`,
    why: (bench) => (bench.canRedo() ? undefined : "There is nothing to redo."),
    run: (bench) => bench.redo(),
  },
];
