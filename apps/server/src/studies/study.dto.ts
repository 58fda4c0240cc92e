import { Optional } from "@levitas/core/shape";
import { ApiProperty, ApiPropertyOptional } from "@nestjs/swagger";
import { Type } from "class-transformer";
import { IsIn, IsInt, IsObject, IsString, Matches, Max, MaxLength, Min } from "class-validator";
import { Opaque } from "../faults/validation.ts";

/** What a list of studies is asked for. */
export class StudyListInput {
  @ApiPropertyOptional({ description: "Part of the name." })
  @Optional()
  @IsString()
  @MaxLength(200)
  search: string = "";

  @ApiPropertyOptional({ enum: ["changed", "name", "duration"] })
  @Optional()
  @IsIn(["changed", "name", "duration"])
  sort: "changed" | "name" | "duration" = "changed";

  @ApiPropertyOptional({ minimum: 0 })
  @Optional()
  @Type(() => Number)
  @IsInt()
  @Min(0)
  @Max(1_000_000_000)
  offset: number = 0;

  @ApiPropertyOptional({ minimum: 1, maximum: 200 })
  @Optional()
  @Type(() => Number)
  @IsInt()
  @Min(1)
  @Max(200)
  limit: number = 60;
}

/** How a study is deleted. */
export class DeleteInput {
  @ApiPropertyOptional({
    enum: ["true"],
    description: "For good: it cannot be taken back, and works on a full disk.",
  })
  @Optional()
  @IsIn(["true"])
  forGood?: "true";
}

/** A study to be kept. Its document is read by the core, which reports faults with their paths. */
export class StudyInput {
  @ApiProperty({ description: "A study document, see docs/study-format.md.", type: Object })
  @IsObject()
  @Opaque()
  document!: object;
}

/** What was chosen for the hand-offs of a study: options by format, figures and selectors. */
export class HandoffInput {
  @ApiProperty({ description: "settings, figures and selectors.", type: Object })
  @IsObject()
  @Opaque()
  handoff!: object;
}

/** What a new study begins as: a document, or one of the demo studies by name. */
export class NewStudyInput {
  @ApiPropertyOptional({ description: "A study document.", type: Object })
  @Optional()
  @IsObject()
  @Opaque()
  document?: object;

  @ApiPropertyOptional({ description: "Name of a demo study, see GET /api/demos." })
  @Optional()
  @Matches(/^[a-z0-9-]{1,60}$/, { message: "demo must be the name of a demo study" })
  demo?: string;
}
