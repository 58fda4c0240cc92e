import { readRecipe } from "@levitas/core/edit";
import { Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from "@nestjs/common";
import { nanoid } from "nanoid";
import { FaultsError } from "../faults/faultsError.ts";
import { GRACE, PURGE_EVERY } from "../studies/study.service.ts";
import { RecipeRepository, type StoredRecipe } from "./recipe.repository.ts";

/** What can be done with recipes of one's own. */
@Injectable()
export class RecipeService implements OnModuleInit, OnApplicationShutdown {
  private readonly logger = new Logger("recipes");
  private timer: NodeJS.Timeout | undefined;

  constructor(private readonly repository: RecipeRepository) {}

  onModuleInit(): void {
    this.purge();
    this.timer = setInterval(() => this.purge(), PURGE_EVERY).unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  list() {
    return { recipes: this.repository.list() };
  }

  create(document: object): StoredRecipe {
    const read = readRecipe(document);
    if (!read.ok)
      throw new FaultsError(
        422,
        read.faults.map((fault) => ({ ...fault, path: `recipe.${fault.path}` })),
      );
    return this.repository.insert(nanoid(10), read.value, Date.now());
  }

  delete(id: string): void {
    if (!this.repository.delete(id, Date.now())) missing(id);
  }

  restore(id: string): StoredRecipe {
    this.repository.restore(id);
    return this.repository.find(id) ?? missing(id);
  }

  private purge(): void {
    const gone = this.repository.purge(Date.now() - GRACE);
    if (gone > 0) this.logger.log(`Removed ${gone} recipes whose grace time was over.`);
  }
}

function missing(id: string): never {
  throw FaultsError.one(
    404,
    "no-such-recipe",
    `There is no recipe ${JSON.stringify(id)}, or it was deleted.`,
    "Look at the list of recipes again.",
  );
}
