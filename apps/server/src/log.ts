import type { LoggerService } from "@nestjs/common";
import type { Logger as PinoLogger } from "pino";

/** Nest's own messages, written as the rest of the log. */
export class NestLog implements LoggerService {
  private readonly pino: PinoLogger;

  constructor(pino: PinoLogger) {
    this.pino = pino;
  }

  log(message: unknown, ...rest: unknown[]): void {
    this.pino.debug(contextOf(rest), textOf(message));
  }

  error(message: unknown, ...rest: unknown[]): void {
    this.pino.error(contextOf(rest), textOf(message));
  }

  warn(message: unknown, ...rest: unknown[]): void {
    this.pino.warn(contextOf(rest), textOf(message));
  }
}

/** Nest says last which part of it speaks. */
function contextOf(rest: unknown[]): { context?: string } {
  const last = rest.at(-1);
  return typeof last === "string" ? { context: last } : {};
}

function textOf(message: unknown): string {
  return message instanceof Error ? (message.stack ?? message.message) : String(message);
}
