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
  Res,
} from "@nestjs/common";
import { ApiHeader, ApiOperation, ApiTags } from "@nestjs/swagger";
import type { Response } from "express";
import { readIfMatch, writeEtag } from "../inputs/etag.ts";
import { IdParam } from "../inputs/idParam.ts";
import { CurveInput, CurvesInput } from "./curve.dto.ts";
import { CurveService } from "./curve.service.ts";

/** Curves of one's own over HTTP. The revision travels as ETag, as with studies. */
@ApiTags("curves")
@Controller("api/curves")
export class CurveController {
  constructor(private readonly curves: CurveService) {}

  @Get()
  @ApiOperation({ summary: "All curves of one's own, the newest first" })
  list() {
    return this.curves.list();
  }

  @Post()
  @ApiOperation({ summary: "A new curve" })
  create(@Body() input: CurveInput, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.curves.create(input));
  }

  @Post("import")
  @ApiOperation({ summary: "Several new curves: all are kept, or none" })
  createAll(@Body() { curves }: CurvesInput) {
    return this.curves.createAll(curves);
  }

  @Get(":id")
  @ApiOperation({ summary: "One curve" })
  read(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.curves.read(id));
  }

  @Put(":id")
  @ApiHeader({ name: "If-Match", description: "ETag of the state this save was made from." })
  @ApiOperation({
    summary: "Save; a stale save is refused with the current state and loses nothing",
  })
  save(
    @Param() { id }: IdParam,
    @Body() input: CurveInput,
    @Headers("if-match") ifMatch: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ) {
    return writeEtag(response, this.curves.save(id, input, readIfMatch(ifMatch)));
  }

  @Post(":id/duplicate")
  @ApiOperation({ summary: "A copy of a curve" })
  duplicate(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.curves.duplicate(id));
  }

  @Delete(":id")
  @HttpCode(204)
  @ApiOperation({ summary: "Delete; can be taken back for a day" })
  delete(@Param() { id }: IdParam): void {
    this.curves.delete(id);
  }

  @Post(":id/restore")
  @HttpCode(200)
  @ApiOperation({ summary: "Take a deletion back" })
  restore(@Param() { id }: IdParam, @Res({ passthrough: true }) response: Response) {
    return writeEtag(response, this.curves.restore(id));
  }
}
