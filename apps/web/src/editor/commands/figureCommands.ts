import { isWithin } from "@levitas/core/edit";
import type { Figure } from "@levitas/core/study";
import { boundsNow } from "../geometry/bounds.ts";
import type { Bench } from "../session/bench.ts";
import { chosenFigures, siblings } from "../session/selection.ts";
import {
  type Command,
  figureOf,
  hasBlocks,
  MOD,
  NO_FIGURE,
  needsFigure,
  withBlocks,
} from "./command.ts";
import { copyMotion } from "./copyKeys.ts";

type FigureActions = typeof import("./figureActions.ts");

/** Something for a figure. What it takes comes when it is first done. */
const withFigure =
  (work: (actions: FigureActions, bench: Bench, id: string) => void) =>
  (bench: Bench, at?: string): void => {
    const figure = figureOf(bench, at);
    if (figure !== null)
      void import("./figureActions.ts").then((actions) => work(actions, bench, figure));
  };

const figureAt = (bench: Bench, at?: string): Figure | undefined =>
  bench.study.figures.find(({ id }) => id === figureOf(bench, at));

/** The other chosen figures. */
const beside = (bench: Bench, at?: string): readonly string[] =>
  chosenFigures(bench.selection).filter((id) => id !== figureOf(bench, at));

/** The figure and the others that are chosen with it. */
const all = (bench: Bench, at?: string): readonly string[] =>
  at === undefined ? chosenFigures(bench.selection) : [at, ...beside(bench, at)];

const parentOf = (bench: Bench, at?: string): Figure | undefined => {
  const parent = figureAt(bench, at)?.parent;
  return bench.study.figures.find(({ id }) => id === parent);
};

/** The figure that another one would be put inside: the first of those chosen besides it. */
const intoOf = (bench: Bench, at?: string): Figure | undefined =>
  bench.study.figures.find(({ id }) => id === beside(bench, at)[0]);

const always = () => true;

/** Why a figure cannot go up (−1) or down (1) in its list; undefined where it can. */
const orderWhy = (way: 1 | -1) => (bench: Bench, at?: string) => {
  const figure = figureOf(bench, at);
  if (figure === null) return NO_FIGURE;
  const end = siblings(bench.study, figure).at(way === -1 ? 0 : -1);
  if (end !== figure) return undefined;
  return `It is the ${way === -1 ? "first" : "last"} of the list already.`;
};

const FORMS = { css: "CSS", function: "functions", frames: "frames" } as const;

/** What is done with figures, in the order of their menu. */
export const FIGURE_COMMANDS: readonly Command[] = [
  {
    id: "add-channel",
    label: "Add a channel to the chosen figure",
    also: "animate property lane x y opacity color",
    keys: ["a"],
    shownKeys: "A",
    why: needsFigure,
    run: (bench, at) => bench.store.setState({ pickingFor: figureOf(bench, at) }),
  },
  {
    id: "appearance",
    label: "Appearance of the chosen figure",
    also: "color words text mark icon pivot style look",
    text: () => "Appearance…",
    inFigureMenu: always,
    why: (bench, at) =>
      bench.store.getState().arranging
        ? "Show the lanes first (Q): it opens beside the figure's name."
        : needsFigure(bench, at),
    run: (bench, at) => bench.store.setState({ dressing: figureOf(bench, at) }),
  },
  {
    id: "rename-figure",
    label: "Rename the chosen figure",
    also: "name",
    keys: ["f2"],
    shownKeys: "F2",
    text: () => "Rename",
    inFigureMenu: always,
    why: (bench, at) =>
      bench.store.getState().arranging
        ? "Show the lanes first (Q): names stand there."
        : needsFigure(bench, at),
    run: (bench, at) => bench.store.setState({ renaming: figureOf(bench, at) }),
  },
  {
    id: "duplicate-figure",
    label: "Duplicate the chosen figure with its motion",
    also: "copy clone again",
    keys: ["shift+c"],
    shownKeys: "Shift C",
    text: () => "Duplicate",
    inFigureMenu: always,
    why: needsFigure,
    run: withFigure((actions, bench, id) => actions.duplicateOne(bench, id)),
  },
  {
    id: "copy-motion",
    label: "Copy the motion of the chosen figure",
    also: "all keys",
    text: () => "Copy its motion",
    inFigureMenu: always,
    why: needsFigure,
    run: (bench, at) => {
      const figure = figureOf(bench, at);
      if (figure !== null) copyMotion(bench, figure);
    },
  },
  ...(Object.keys(FORMS) as (keyof typeof FORMS)[]).map(
    (form): Command => ({
      id: `copy-${form}`,
      label: `Copy the chosen blocks, lane or figure as ${FORMS[form]}`,
      also: "hand off export code snippet",
      ...(form === "css" ? { keys: ["mod+shift+c"], shownKeys: `${MOD} Shift C` } : {}),
      text: () => `Copy as ${FORMS[form]}`,
      inFigureMenu: always,
      why: (bench, at) => (hasBlocks(bench) ? undefined : needsFigure(bench, at)),
      run: (bench, at) =>
        void import("./copyPart.ts").then((made) =>
          at === undefined ? made.copyPart(bench, form) : made.copyAs(bench, { figure: at }, form),
        ),
    }),
  ),
  {
    id: "paste-motion",
    label: "Paste copied motion on the chosen figure, where that stands",
    text: () => "Paste motion",
    inFigureMenu: always,
    why: (bench, at) =>
      needsFigure(bench, at) ??
      (bench.store.getState().copied ? undefined : "Copy the motion of a figure, or keys, first."),
    run: withFigure((actions, bench, id) => actions.pasteMotion(bench, id)),
  },
  {
    id: "follow",
    label: "Let the chosen figure follow another one: its value or its speed",
    also: "link tie drive lag behind",
    text: () => "Follow another figure…",
    inFigureMenu: always,
    why: needsFigure,
    run: (bench, at) => {
      const figure = figureAt(bench, at);
      if (figure)
        void import("../followers/followNew.ts").then(({ followNew }) =>
          followNew(bench, figure, beside(bench, at)),
        );
    },
  },
  {
    id: "group",
    label: "Group the chosen figures, or blocks",
    also: "together parent",
    keys: ["mod+g"],
    shownKeys: `${MOD} G`,
    text: (bench, at) =>
      beside(bench, at).length > 0 ? "Group the chosen figures" : "Put in a group",
    inFigureMenu: always,
    why: (bench, at) => (hasBlocks(bench) || all(bench, at).length > 0 ? undefined : NO_FIGURE),
    run: (bench, at) => {
      if (hasBlocks(bench)) withBlocks((blocks) => blocks.groupChosenBlocks(bench))(bench);
      else {
        const ids = all(bench, at);
        withFigure((actions) => actions.groupChosen(bench, ids))(bench, at);
      }
    },
  },
  {
    id: "dissolve-figures",
    label: "Dissolve the chosen group of figures",
    also: "ungroup",
    text: () => "Dissolve the group",
    inFigureMenu: (bench, at) => figureAt(bench, at)?.kind === "group",
    why: (bench, at) =>
      figureAt(bench, at)?.kind === "group" ? undefined : "Choose a group of figures first.",
    run: withFigure((actions, bench, id) => actions.dissolve(bench, id)),
  },
  {
    id: "put-inside",
    label: "Put the chosen figure inside the other chosen one",
    also: "nest parent attach",
    text: (bench, at) => {
      const into = intoOf(bench, at);
      return into ? `Put inside ${into.name}` : "Put inside another figure";
    },
    inFigureMenu: always,
    why: (bench, at) => {
      const figure = figureAt(bench, at);
      if (!figure) return NO_FIGURE;
      const into = intoOf(bench, at);
      if (!into) return `Choose the figure that it is to stand in as well: ${MOD}-click its name.`;
      return isWithin(bench.study, into.id, figure.id)
        ? `${into.name} stands inside ${figure.name}.`
        : undefined;
    },
    run: (bench, at) => {
      const into = intoOf(bench, at);
      if (into) withFigure((actions, _, id) => actions.nest(bench, id, into.id))(bench, at);
    },
  },
  {
    id: "take-out",
    label: "Take the chosen figure out of what it stands in",
    also: "out of group detach parent",
    text: (bench, at) => `Take out of ${parentOf(bench, at)?.name ?? "its group"}`,
    inFigureMenu: (bench, at) => parentOf(bench, at) !== undefined,
    why: (bench, at) =>
      needsFigure(bench, at) ??
      (parentOf(bench, at) ? undefined : "It stands in the scene itself."),
    run: (bench, at) => {
      const parent = parentOf(bench, at);
      if (parent) withFigure((actions, _, id) => actions.nest(bench, id, parent.parent))(bench, at);
    },
  },
  {
    id: "figure-back",
    label: "Move the chosen figure up the list, further back",
    also: "behind order layer send to back",
    keys: ["alt+up"],
    shownKeys: "Alt ↑",
    text: () => "Move up, further back",
    inFigureMenu: always,
    why: orderWhy(-1),
    run: withFigure((actions, bench, id) => actions.moveInList(bench, id, -1)),
  },
  {
    id: "figure-front",
    label: "Move the chosen figure down the list, further in front",
    also: "order layer bring to front",
    keys: ["alt+down"],
    shownKeys: "Alt ↓",
    text: () => "Move down, further in front",
    inFigureMenu: always,
    why: orderWhy(1),
    run: withFigure((actions, bench, id) => actions.moveInList(bench, id, 1)),
  },
  {
    id: "show-figure",
    label: "Bring the chosen figure into view",
    also: "find zoom to center",
    text: () => "Bring into view",
    inFigureMenu: always,
    why: needsFigure,
    run: (bench, at) => {
      const figure = figureOf(bench, at);
      if (figure !== null) bench.camera.show(boundsNow(bench, figure));
    },
  },
  {
    id: "delete-figures",
    label: "Delete the chosen figures",
    also: "remove",
    keys: ["shift+delete", "shift+backspace"],
    shownKeys: "Shift Delete",
    text: () => "Delete figure",
    inFigureMenu: always,
    why: needsFigure,
    run: (bench, at) => {
      const ids = at === undefined ? chosenFigures(bench.selection) : [at];
      withFigure((actions) => actions.deleteFigures(bench, ids))(bench, at);
    },
  },
];
