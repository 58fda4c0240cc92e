import { Body, Controller, Get, Param, Post, Res } from "@nestjs/common";
import { ApiConsumes, ApiOperation, ApiTags } from "@nestjs/swagger";
import type { Response } from "express";
import { FaultsError } from "../faults/faultsError.ts";
import { IdParam } from "../inputs/idParam.ts";
import { PreviewStore } from "./preview.store.ts";

/** What leaves Levitas runs apart from it: in an origin of its own, which may load nothing and ask nobody. */
const POLICY = [
  "sandbox allow-scripts",
  "default-src 'none'",
  "script-src 'unsafe-inline'",
  "style-src 'unsafe-inline'",
  "img-src data:",
  "font-src data:",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'self'",
].join("; ");

/** Pages in which a hand-off is seen running. */
@ApiTags("previews")
@Controller()
export class PreviewController {
  constructor(private readonly previews: PreviewStore) {}

  @Post("api/previews")
  @ApiConsumes("text/html")
  @ApiOperation({ summary: "Keep a page for a while, to be shown in a frame" })
  add(@Body() html: unknown) {
    if (typeof html !== "string" || html === "")
      throw FaultsError.one(400, "no-page", "Found no page.", "Send HTML as text/html.");
    return { id: this.previews.add(html) };
  }

  @Get("previews/:id")
  @ApiOperation({ summary: "A kept page, with a policy of its own" })
  show(@Param() { id }: IdParam, @Res() response: Response) {
    const html = this.previews.find(id);
    if (html === undefined)
      throw FaultsError.one(
        404,
        "no-such-preview",
        "This preview is not kept any more.",
        "Change something of the hand-off, or open it again.",
      );
    // Its origin is its own already; to ask for a process by origin as well, browsers warn of.
    response.removeHeader("Origin-Agent-Cluster");
    response
      .setHeader("Content-Security-Policy", POLICY)
      .setHeader("Cache-Control", "no-store")
      .type("html")
      .send(html);
  }
}
