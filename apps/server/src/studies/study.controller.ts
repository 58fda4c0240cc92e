import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  Param,
  Post,
  Put,
  Query,
  Res,
} from "@nestjs/common";
import { ApiHeader, ApiOperation, ApiTags } from "@nestjs/swagger";
import type { Response } from "express";
import { readIfMatch, writeEtag } from "../inputs/etag.ts";
import { IdParam } from "../inputs/idParam.ts";
import {
  DeleteInput,
  HandoffInput,
  NewStudyInput,
  StudyInput,
  StudyListInput,
} from "./study.dto.ts";
import { StudyService } from "./study.service.ts";

/** Studies over HTTP. The revision travels as ETag; a save says in If-Match which one it was made from. */
@ApiTags("studies")
@Controller("api/studies")
export class StudyController {
  constructor(private readonly studies: StudyService) {}

  @Get()
  @ApiOperation({ summary: "The studies, with what their cards play in miniature" })
  list(@Query() query: StudyListInput) {
    return this.studies.list(query);
  }

  @Post()
  @ApiOperation({ summary: "A new study, from a document or a demo study" })
  create(@Body() input: NewStudyInput, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.studies.create(input));
  }

  @Get(":id")
  @ApiOperation({ summary: "One study" })
  read(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    const { json } = writeEtag(response, this.studies.readJson(id));
    response.type("application/json");
    return json;
  }

  @Put(":id")
  @ApiHeader({ name: "If-Match", description: "ETag of the state this save was made from." })
  @ApiOperation({
    summary: "Save; a stale save is refused with the current state and loses nothing",
  })
  save(
    @Param() { id }: IdParam,
    @Body() { document }: StudyInput,
    @Headers("if-match") ifMatch: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ) {
    return writeEtag(response, this.studies.save(id, document, readIfMatch(ifMatch)));
  }

  @Get(":id/handoff")
  @ApiOperation({ summary: "What was chosen for the hand-offs of a study" })
  handoff(@Param() { id }: IdParam) {
    return { handoff: this.studies.handoff(id) };
  }

  @Put(":id/handoff")
  @HttpCode(204)
  @ApiOperation({
    summary: "Keep what was chosen for the hand-offs of a study; the last one holds",
  })
  keepHandoff(@Param() { id }: IdParam, @Body() { handoff }: HandoffInput): void {
    this.studies.keepHandoff(id, handoff);
  }

  @Post(":id/duplicate")
  @ApiOperation({ summary: "A copy of a study" })
  duplicate(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.studies.duplicate(id));
  }

  @Delete(":id")
  @HttpCode(204)
  @ApiOperation({ summary: "Delete; can be taken back for a day, unless it is for good" })
  delete(@Param() { id }: IdParam, @Query() { forGood }: DeleteInput): void {
    this.studies.delete(id, { forGood: forGood === "true" });
  }

  @Post(":id/restore")
  @HttpCode(200)
  @ApiOperation({ summary: "Take a deletion back" })
  restore(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.studies.restore(id));
  }
}
