import { ApiProperty } from "@nestjs/swagger";
import { Matches } from "class-validator";

/** The id of a thing in an address. */
export class IdParam {
  @ApiProperty({ description: "Id of the study or curve." })
  @Matches(/^[\w-]{1,40}$/, { message: "id must be 1 to 40 letters, digits, - or _" })
  id!: string;
}
