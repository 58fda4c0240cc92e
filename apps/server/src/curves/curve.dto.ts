import {
  LONGEST_DURATION,
  MOST_TAGS,
  NAME_LENGTH,
  NOTES_LENGTH,
  TAG_LENGTH,
} from "@levitas/core/format";
import { Optional } from "@levitas/core/shape";
import { ApiProperty, ApiPropertyOptional } from "@nestjs/swagger";
import { Type } from "class-transformer";
import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsNumber,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  ValidateNested,
} from "class-validator";

/** A curve of one's own. Its notation is read by the core, which reports faults with their places. */
export class CurveInput {
  @ApiProperty({ description: "What it is called." })
  @IsString()
  @MaxLength(NAME_LENGTH)
  @Matches(/\S/, { message: "name must have a letter" })
  name!: string;

  @ApiProperty({ description: "The curve as text, see docs/curve-notation.md." })
  @IsString()
  @MaxLength(400_000)
  notation!: string;

  @ApiPropertyOptional({ type: [String] })
  @Optional()
  @IsArray()
  @ArrayMaxSize(MOST_TAGS)
  @IsString({ each: true })
  @MaxLength(TAG_LENGTH, { each: true })
  tags: string[] = [];

  @ApiPropertyOptional()
  @Optional()
  @IsString()
  @MaxLength(NOTES_LENGTH)
  notes: string = "";

  @ApiPropertyOptional({ description: "The time it is meant for, ms." })
  @Optional()
  @IsNumber()
  @Min(1)
  @Max(LONGEST_DURATION)
  duration: number = 800;
}

/** Several curves at once: all are kept, or none. */
export class CurvesInput {
  @ApiProperty({ type: [CurveInput] })
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(1000)
  @ValidateNested({ each: true })
  @Type(() => CurveInput)
  curves!: CurveInput[];
}
