import { ApiProperty } from "@nestjs/swagger";
import { IsObject } from "class-validator";
import { Opaque } from "../faults/validation.ts";

/** A recipe to be kept. What is in it is read by the core, which reports faults with their places. */
export class RecipeInput {
  @ApiProperty({ description: "The recipe, see docs/study-format.md." })
  @IsObject()
  @Opaque()
  recipe!: object;
}
