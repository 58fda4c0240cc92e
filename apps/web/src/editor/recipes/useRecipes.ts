import type { Recipe } from "@levitas/core/edit";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { recipeQueries } from "../../api/queries.ts";
import { createRecipe, deleteRecipe, restoreRecipe } from "../../api/recipes.ts";
import { say, sayFault } from "../../ui/notices.tsx";

/** Recipes of one's own, as the server has them. */
export function useOwnRecipes() {
  return useQuery(recipeQueries.own());
}

/** Keeping a recipe and taking one away; both say what happened. */
export function useRecipeActions() {
  const queries = useQueryClient();
  const again = () => queries.invalidateQueries(recipeQueries.own());
  const keep = useMutation({
    mutationFn: (recipe: Recipe) => createRecipe(recipe),
    onSuccess: async ({ recipe }) => {
      await again();
      say(`Kept the recipe “${recipe.name}”. It is under Recipes.`);
    },
    onError: sayFault,
  });
  const remove = useMutation({
    mutationFn: ({ id }: { id: string; name: string }) => deleteRecipe(id),
    onSuccess: async (_, { id, name }) => {
      await again();
      say(`Deleted the recipe “${name}”.`, {
        action: {
          text: "Undo",
          run: () => {
            restoreRecipe(id).then(again, sayFault);
          },
        },
      });
    },
    onError: sayFault,
  });
  return { keep, remove };
}
