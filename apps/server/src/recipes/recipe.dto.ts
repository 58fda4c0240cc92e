import { ApiProperty } from "@nestjs/swagger";
import { IsObject } from "class-validator";

/** A recipe to be kept. What is in it is read by the core, which reports faults with their places. */
export class RecipeInput {
  @ApiProperty({ description: "The recipe, see docs/study-format.md." })
  @IsObject()
  recipe!: object;
}
