import { bring } from "../../bring/bringing.ts";
import { chosenFigures } from "../session/selection.ts";
import { type Command, hasBlocks, MOD, NO_FIGURE, needsBlocks, withBlocks } from "./command.ts";

/** What is done with figures and blocks, and with the study as a whole. */
export const STUDY_COMMANDS: readonly Command[] = [
  {
    id: "add-channel",
    label: "Add a channel to the chosen figure",
    keys: ["a"],
    shownKeys: "A",
    why: ({ selection }) => (selection.figure === null ? NO_FIGURE : undefined),
    run: (bench) => bench.store.setState({ pickingFor: bench.selection.figure }),
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
      run: (bench) => void import("./copyPiece.ts").then((made) => made.copyPiece(bench, form)),
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
        void import("./figureActions.ts").then((menu) =>
          menu.groupChosen(bench, chosenFigures(bench.selection)),
        );
    },
  },
  {
    id: "split",
    label: "Split the chosen block at the playhead",
    keys: ["x"],
    shownKeys: "X",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.splitChosen(bench)),
  },
  {
    id: "join",
    label: "Join the chosen blocks",
    keys: ["j"],
    shownKeys: "J",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.joinChosen(bench)),
  },
  {
    id: "dissolve",
    label: "Dissolve the chosen group",
    keys: [],
    shownKeys: "",
    why: needsBlocks,
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
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.orderChosen(bench, -1)),
  },
  {
    id: "order-down",
    label: "Move the chosen block down: of two that start together the lower one wins",
    keys: [],
    shownKeys: "",
    why: needsBlocks,
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
