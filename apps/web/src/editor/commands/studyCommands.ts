import { bring } from "../../bring/bringing.ts";
import { type Command, MOD, needsBlocks, whyBlocks, withBlocks } from "./command.ts";

/** What is done with blocks, and with the study as a whole. */
export const STUDY_COMMANDS: readonly Command[] = [
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
    run: () => bring(),
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
    why: whyBlocks((blocks, bench) => blocks.dissolveWhy(bench)),
    run: withBlocks((blocks, bench) => blocks.dissolveChosen(bench)),
  },
  {
    id: "cut-tethers",
    label: "Cut the tethers of the chosen blocks",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.looseChosen(bench)),
  },
  {
    id: "disable",
    label: "Disable the chosen blocks, or enable them",
    why: needsBlocks,
    run: withBlocks((blocks, bench) => blocks.disableChosen(bench)),
  },
  {
    id: "order-up",
    label: "Move the chosen block up in the list",
    why: whyBlocks((blocks, bench) => blocks.orderWhy(bench, -1)),
    run: withBlocks((blocks, bench) => blocks.orderChosen(bench, -1)),
  },
  {
    id: "order-down",
    label: "Move the chosen block down: of two that start together the lower one wins",
    why: whyBlocks((blocks, bench) => blocks.orderWhy(bench, 1)),
    run: withBlocks((blocks, bench) => blocks.orderChosen(bench, 1)),
  },
  {
    id: "undo",
    inLive: true,
    label: "Undo",
    keys: ["mod+z"],
    shownKeys: `${MOD} Z`,
    text: ({ store }) => {
      const past = store.getState().history.past.at(-1)?.label;
      return past ? `Undo: ${past}` : "Nothing to undo";
    },
    why: (bench) => (bench.canUndo() ? undefined : "There is nothing to undo."),
    run: (bench) => bench.undo(),
  },
  {
    id: "redo",
    inLive: true,
    label: "Redo",
    keys: ["mod+shift+z"],
    shownKeys: `${MOD} Shift Z`,
    text: ({ store }) => {
      const future = store.getState().history.future[0]?.label;
      return future ? `Redo: ${future}` : "Nothing to redo";
    },
    why: (bench) => (bench.canRedo() ? undefined : "There is nothing to redo."),
    run: (bench) => bench.redo(),
  },
];
