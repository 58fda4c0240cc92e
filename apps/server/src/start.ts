import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import type { NestExpressApplication } from "@nestjs/platform-express";
import type { Logger } from "pino";
import { createApp } from "./createApp.ts";
import { DataFolder } from "./database/dataFolder.ts";
import type { Settings } from "./settings.ts";
import { codeOf, StartError } from "./startError.ts";

/** A server that answers. */
export interface RunningServer {
  readonly url: string;
  readonly app: NestExpressApplication;
  readonly close: () => Promise<void>;
}

/**
 * Starts the server. The folder is taken and the port bound before the database is opened, so that nothing is
 * migrated beneath another server or for one that cannot be reached. Throws StartError where it cannot start.
 */
export async function startServer(settings: Settings, log: Logger): Promise<RunningServer> {
  const folder = DataFolder.open(settings.data);
  let server: Server | undefined;
  try {
    server = await bind(settings);
    const app = await createApp(settings, log, folder, server);
    return { url: urlOf(server), app, close: () => app.close() };
  } catch (error) {
    server?.close();
    folder.close();
    throw error;
  }
}

/** Binds the address; until the app is there, requests are told to come again. */
function bind({ port, host }: Settings): Promise<Server> {
  const server = createServer();
  server.on("request", (_request, response) => {
    response.writeHead(503, { "Retry-After": "1", "Content-Type": "text/plain" });
    response.end("Levitas is starting. Try again in a moment.");
  });
  return new Promise((done, fail) => {
    server.once("error", (error) => fail(describe(error, host, port)));
    server.listen(port, host, () => done(server));
  });
}

function describe(error: Error, host: string, port: number): Error {
  switch (codeOf(error)) {
    case "EADDRINUSE":
      return new StartError(
        `Port ${port} of ${host} is in use. Stop the other program, or set LEVITAS_PORT.`,
      );
    case "EACCES":
      return new StartError(
        `Port ${port} may not be used by this user. Set LEVITAS_PORT to 1024 or higher.`,
      );
    case "ENOTFOUND":
    case "EADDRNOTAVAIL":
    case "EAI_AGAIN":
      return new StartError(
        `${JSON.stringify(host)} is no address of this machine. Set LEVITAS_HOST to one, such as 127.0.0.1.`,
      );
    default:
      return error;
  }
}

function urlOf(server: Server): string {
  const { address, family, port } = server.address() as AddressInfo;
  return `http://${family === "IPv6" ? `[${address}]` : address}:${port}`;
}
