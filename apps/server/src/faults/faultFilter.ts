import type { Fault } from "@levitas/core/fault";
import {
  type ArgumentsHost,
  Catch,
  type ExceptionFilter,
  HttpException,
  Logger,
} from "@nestjs/common";
import type { Response } from "express";
import { FaultsError } from "./faultsError.ts";

/** What every refusal looks like to a client. */
export interface RefusalBody {
  readonly error: { readonly status: number; readonly faults: readonly Fault[] };
}

/** The one place where errors become answers: what, where, and the cure. Nothing inner leaks. */
@Catch()
export class FaultFilter implements ExceptionFilter {
  private readonly logger = new Logger("faults");

  catch(error: unknown, host: ArgumentsHost): void {
    const response = host.switchToHttp().getResponse<Response>();
    const { status, faults, extra } = this.describe(error);
    if (response.headersSent) return;
    response.status(status).json({ error: { status, faults }, ...extra });
  }

  private describe(error: unknown): Pick<FaultsError, "status" | "faults" | "extra"> {
    if (error instanceof FaultsError) return error;
    // What the body parser met on its way comes wrapped.
    if (error instanceof Error && error.cause instanceof FaultsError) return error.cause;
    const status = statusOf(error);
    const message = error instanceof Error ? error.message : "";
    if (status === 413)
      return FaultsError.one(
        413,
        "body-too-large",
        "The request is larger than 24 MB.",
        "Save fewer figures or keys in one study.",
      );
    // The body parser's words, which Nest wraps in an error of its own.
    if (status === 400 && message.includes("JSON"))
      return FaultsError.one(400, "not-json", `The request is not JSON: ${message}.`, "Send JSON.");
    if (status !== undefined && status < 500)
      return FaultsError.one(
        status,
        status === 404 ? "no-such-address" : "refused",
        `${message}.`,
        status === 404 ? "See /api/docs for what there is." : "Change the request.",
      );
    this.logger.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
    return FaultsError.one(
      500,
      "server-fault",
      "The server failed on this request.",
      "Try again; nothing was changed. The server's log says more.",
    );
  }
}

/** The HTTP status an error of Nest or of Express carries. */
function statusOf(error: unknown): number | undefined {
  if (error instanceof HttpException) return error.getStatus();
  if (typeof error !== "object" || error === null || !("status" in error)) return undefined;
  return typeof error.status === "number" ? error.status : undefined;
}
