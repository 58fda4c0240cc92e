import { Controller, Get } from "@nestjs/common";
import { ApiOperation, ApiTags } from "@nestjs/swagger";
import { DemosService } from "./demos.service.ts";

/** The demo studies a new one can begin as. */
@ApiTags("studies")
@Controller("api/demos")
export class DemosController {
  constructor(private readonly demos: DemosService) {}

  @Get()
  @ApiOperation({ summary: "Names and titles of the demo studies" })
  list() {
    return {
      demos: this.demos.all().map(({ name, document }) => ({ name, title: document.name })),
    };
  }
}
