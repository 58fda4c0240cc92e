import { type Recipe, readRecipe } from "@levitas/core/edit";
import { Inject, Injectable } from "@nestjs/common";
import { and, desc, eq, isNotNull, isNull, lt } from "drizzle-orm";
import { DATABASE, type Db } from "../database/database.ts";
import { guard } from "../database/guard.ts";
import { readColumn } from "../database/readColumn.ts";
import { recipes } from "../database/schema.ts";

/** A recipe with what the server knows of it. */
export interface StoredRecipe {
  readonly id: string;
  readonly recipe: Recipe;
  /** ms since 1970. */
  readonly createdAt: number;
}

/** The most recipes that are listed. */
const MOST = 2000;

/** The only file that knows SQL for recipes. */
@Injectable()
export class RecipeRepository {
  constructor(@Inject(DATABASE) private readonly db: Db) {}

  list(): StoredRecipe[] {
    return guard(() =>
      this.db
        .select()
        .from(recipes)
        .where(isNull(recipes.deletedAt))
        .orderBy(desc(recipes.createdAt), desc(recipes.id))
        .limit(MOST)
        .all()
        .flatMap(toStored),
    );
  }

  find(id: string): StoredRecipe | undefined {
    const row = guard(() => this.db.select().from(recipes).where(present(id)).get());
    return row && toStored(row)[0];
  }

  insert(id: string, recipe: Recipe, now: number): StoredRecipe {
    guard(() =>
      this.db
        .insert(recipes)
        .values({ id, name: recipe.name, document: JSON.stringify(recipe), createdAt: now })
        .run(),
    );
    return { id, recipe, createdAt: now };
  }

  /** Marks a recipe as deleted; false if there is none. */
  delete(id: string, now: number): boolean {
    return guard(
      () => this.db.update(recipes).set({ deletedAt: now }).where(present(id)).run().changes > 0,
    );
  }

  /** Takes a deletion back; false if there is none to take back. */
  restore(id: string): boolean {
    return guard(
      () =>
        this.db
          .update(recipes)
          .set({ deletedAt: null })
          .where(and(eq(recipes.id, id), isNotNull(recipes.deletedAt)))
          .run().changes > 0,
    );
  }

  /** Removes for good what was deleted before a time; answers how many. */
  purge(before: number): number {
    return guard(() => this.db.delete(recipes).where(lt(recipes.deletedAt, before)).run().changes);
  }
}

function present(id: string) {
  return and(eq(recipes.id, id), isNull(recipes.deletedAt));
}

/** What comes out of the column goes through the core's reader; one that cannot be read is not listed. */
function toStored({ id, document, createdAt }: typeof recipes.$inferSelect): StoredRecipe[] {
  const read = readRecipe(readColumn<unknown>(document, undefined));
  return read.ok ? [{ id, recipe: read.value, createdAt }] : [];
}
