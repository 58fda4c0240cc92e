import { Body, Controller, Delete, Get, HttpCode, Param, Post } from "@nestjs/common";
import { ApiOperation, ApiTags } from "@nestjs/swagger";
import { IdParam } from "../inputs/idParam.ts";
import { RecipeInput } from "./recipe.dto.ts";
import { RecipeService } from "./recipe.service.ts";

/** Recipes of one's own over HTTP. A recipe is made and taken away, never changed. */
@ApiTags("recipes")
@Controller("api/recipes")
export class RecipeController {
  constructor(private readonly recipes: RecipeService) {}

  @Get()
  @ApiOperation({ summary: "All recipes of one's own, the newest first" })
  list() {
    return this.recipes.list();
  }

  @Post()
  @ApiOperation({ summary: "A new recipe" })
  create(@Body() { recipe }: RecipeInput) {
    return this.recipes.create(recipe);
  }

  @Delete(":id")
  @HttpCode(204)
  @ApiOperation({ summary: "Delete; can be taken back for a day" })
  delete(@Param() { id }: IdParam): void {
    this.recipes.delete(id);
  }

  @Post(":id/restore")
  @HttpCode(200)
  @ApiOperation({ summary: "Take a deletion back" })
  restore(@Param() { id }: IdParam) {
    return this.recipes.restore(id);
  }
}
