import { resolve } from "node:path";
import { fileURLToPath } from "node:url";

/** How the server runs; from the environment, see README. */
export interface Settings {
  readonly port: number;
  readonly host: string;
  /** Folder of the database. */
  readonly data: string;
  /** What every request must show; empty on this machine alone. */
  readonly token: string;
  /** Folder of the built web app. */
  readonly web: string;
  /** Folder of the demo studies. */
  readonly demo: string;
  readonly logLevel: string;
}

/** The folder that holds package.json; this file is two folders below apps/server in source and build. */
export const ROOT = resolve(fileURLToPath(import.meta.url), "../../../..");

const LOG_LEVELS = ["silent", "fatal", "error", "warn", "info", "debug", "trace"];

const LOOPBACK = new Set(["127.0.0.1", "localhost", "::1"]);

/** Whether an address can be reached from this machine only. */
export function isLoopback(host: string): boolean {
  return LOOPBACK.has(host);
}

/** Reads the settings. Throws RangeError with the name of a variable that cannot be right. */
export function readSettings(env: NodeJS.ProcessEnv): Settings {
  const port = Number(env.LEVITAS_PORT || 4873);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    throw new RangeError(`LEVITAS_PORT: found ${env.LEVITAS_PORT}; give a port from 0 to 65535.`);
  const host = env.LEVITAS_HOST || "127.0.0.1";
  const token = env.LEVITAS_TOKEN ?? "";
  if (!isLoopback(host) && token.length < 16)
    throw new RangeError(
      `LEVITAS_TOKEN: ${host} can be reached by others; give an access token of 16 letters or more.`,
    );
  const logLevel = env.LEVITAS_LOG || "info";
  if (!LOG_LEVELS.includes(logLevel))
    throw new RangeError(
      `LEVITAS_LOG: found ${JSON.stringify(logLevel)}; give one of ${LOG_LEVELS.join(", ")}.`,
    );
  return {
    port,
    host,
    data: resolve(ROOT, env.LEVITAS_DATA || "data"),
    token,
    web: resolve(ROOT, "apps/web/dist"),
    demo: resolve(ROOT, "demo"),
    logLevel,
  };
}
