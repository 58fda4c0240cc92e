import { Controller, Get } from "@nestjs/common";
import { ApiOperation, ApiTags } from "@nestjs/swagger";
import { StudyRepository } from "../studies/study.repository.ts";

/** Whether the server is well. */
@ApiTags("health")
@Controller("api/health")
export class HealthController {
  constructor(private readonly repository: StudyRepository) {}

  @Get()
  @ApiOperation({ summary: "Answers 200 when the database answers" })
  health() {
    this.repository.ping();
    return { status: "ok", uptime: Math.round(process.uptime()) };
  }
}
