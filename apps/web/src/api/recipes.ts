import type { Recipe } from "@levitas/core/edit";
import { request } from "./client.ts";

/** A recipe of one's own as the server keeps it. */
export interface StoredRecipe {
  readonly id: string;
  readonly recipe: Recipe;
}

export async function listRecipes(signal: AbortSignal): Promise<readonly StoredRecipe[]> {
  const { recipes } = await request<{ recipes: StoredRecipe[] }>("GET", "/recipes", { signal });
  return recipes;
}

export function createRecipe(recipe: Recipe): Promise<StoredRecipe> {
  return request("POST", "/recipes", { body: { recipe } });
}

export function deleteRecipe(id: string): Promise<void> {
  return request("DELETE", `/recipes/${encodeURIComponent(id)}`);
}

export function restoreRecipe(id: string): Promise<StoredRecipe> {
  return request("POST", `/recipes/${encodeURIComponent(id)}/restore`);
}
