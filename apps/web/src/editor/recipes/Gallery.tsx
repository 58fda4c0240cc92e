import { applyRecipe, RECIPES, type Recipe, recipeLength } from "@levitas/core/edit";
import { nanoid } from "nanoid";
import { type ReactNode, useState } from "react";
import { withLists } from "../../api/Lists.tsx";
import { Miniature } from "../../drawing/Miniature.tsx";
import { IconButton } from "../../ui/Button.tsx";
import { CloseIcon } from "../../ui/icons.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { pasteTime } from "../commands/pasteKeys.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { chosenFigures } from "../session/selection.ts";
import { standInFor } from "./standIn.ts";
import { useOwnRecipes, useRecipeActions } from "./useRecipes.ts";

const SHELVES = [
  { value: "all", text: "All" },
  { value: "enter", text: "Enter" },
  { value: "leave", text: "Leave" },
  { value: "attention", text: "Attention" },
  { value: "move", text: "Move" },
  { value: "own", text: "Own" },
] as const;

/** The recipes of the stock and one's own; each plays on a stand-in, and goes to the chosen figures. */
export const Gallery = withLists(Recipes);

function Recipes({ close }: { close: () => void }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const chosen = chosenFigures(useBenchState((state) => state.selection));
  const [shelf, setShelf] = useState<(typeof SHELVES)[number]["value"]>("all");
  const [size, setSize] = useState(100);
  const [pace, setPace] = useState(100);
  const own = useOwnRecipes();
  const { remove } = useRecipeActions();
  const mine = (own.data ?? []).map(({ id, recipe }) => ({ id, recipe }));
  const stock = RECIPES.map((recipe) => ({ id: null as string | null, recipe }));
  const offers =
    shelf === "own"
      ? mine
      : [...mine, ...stock].filter(({ recipe }) => shelf === "all" || recipe.role === shelf);
  const names = study.figures.filter(({ id }) => chosen.includes(id)).map(({ name }) => name);
  const apply = (recipe: Recipe) => {
    if (names.length === 0) {
      say("Choose the figures that are to move like this, on the scene or in the timeline.");
      return;
    }
    const time = pasteTime(bench);
    bench.clock.pause();
    bench.perform(applyRecipe, {
      recipe,
      figureIds: chosen,
      time,
      size: size / 100,
      pace: pace / 100,
      newId: () => nanoid(8),
    });
    say(`“${recipe.name}” moves ${names.join(", ")} from ${Math.round(time)} ms.`, {
      action: { text: "Undo", run: () => bench.undo() },
    });
    close();
    bench.clock.play();
  };
  return (
    <>
      <div className="flex items-center gap-2">
        <h2 className="font-semibold">Recipes</h2>
        <p className="min-w-0 truncate text-[12.5px] text-muted">
          {names.length > 0
            ? `for ${names.join(", ")}, at ${Math.round(pasteTime(bench))} ms`
            : "choose a figure to give one to"}
        </p>
      </div>
      <div className="flex flex-wrap items-center gap-3">
        <Segmented label="Which recipes" value={shelf} options={SHELVES} onChange={setShelf} />
        <NumberField
          label="Size"
          value={size}
          min={5}
          max={1000}
          step={5}
          unit="%"
          onChange={setSize}
        />
        <NumberField
          label="Time"
          value={pace}
          min={5}
          max={1000}
          step={5}
          unit="%"
          onChange={setPace}
        />
      </div>
      <ul className="grid min-h-0 grid-cols-3 gap-2 overflow-y-auto p-0.5">
        {offers.map(({ id, recipe }) => (
          <RecipeCard
            key={id ?? recipe.name}
            recipe={recipe}
            pace={pace / 100}
            apply={() => apply(recipe)}
            {...(id ? { remove: () => remove.mutate({ id, name: recipe.name }) } : {})}
          />
        ))}
      </ul>
      {offers.length === 0 ? (
        <p className="py-6 text-center text-[12.5px] text-muted">
          {own.isError
            ? "Your own recipes cannot be read now: the server does not answer."
            : "No recipe of your own yet. Choose keys and press “Recipe…” at the foot of the timeline."}
        </p>
      ) : null}
    </>
  );
}

function RecipeCard({
  recipe,
  pace,
  apply,
  remove,
}: {
  recipe: Recipe;
  pace: number;
  apply: () => void;
  remove?: () => void;
}): ReactNode {
  const [pointed, setPointed] = useState(false);
  const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
  return (
    <li className="relative">
      <button
        type="button"
        onClick={apply}
        onPointerEnter={() => setPointed(true)}
        onPointerLeave={() => setPointed(false)}
        onFocus={() => setPointed(true)}
        onBlur={() => setPointed(false)}
        className="flex w-full flex-col overflow-hidden rounded-lg border border-edge/40 bg-paper text-left hover:border-spruce focus-visible:border-spruce"
      >
        <span className="block h-24 w-full">
          <Miniature study={standInFor(recipe)} playing={!still || pointed} />
        </span>
        <span className="flex w-full items-baseline justify-between gap-1 px-2 pt-1 text-[12.5px] font-medium">
          {recipe.name}
          <span className="font-mono text-[10px] font-normal text-muted">
            {Math.round(recipeLength(recipe) * pace)} ms
          </span>
        </span>
        <span className="line-clamp-2 min-h-8 px-2 pb-1.5 text-[11.5px] leading-snug text-muted">
          {recipe.detail}
        </span>
      </button>
      {remove ? (
        <span className="absolute top-1 right-1 rounded-lg bg-raised/90">
          <IconButton label={`Delete the recipe ${recipe.name}`} size="small" onClick={remove}>
            <CloseIcon size={12} />
          </IconButton>
        </span>
      ) : null}
    </li>
  );
}
