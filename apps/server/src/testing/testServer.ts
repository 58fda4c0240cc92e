import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { readSettings, type Settings } from "../settings.ts";
import { startServer } from "../start.ts";

/** A server in this process, over a real database on disk. */
export interface TestServer {
  readonly url: string;
  readonly data: string;
  /** Ends it and leaves the folder of the database. */
  readonly stop: () => Promise<void>;
  /** Ends it and removes the folder. */
  readonly close: () => Promise<void>;
}

/** Starts one on a free port. */
export async function startTestServer(settings: Partial<Settings> = {}): Promise<TestServer> {
  const data = settings.data ?? mkdtempSync(join(tmpdir(), "levitas-server-"));
  const running = await startServer(
    { ...readSettings({}), port: 0, ...settings, data },
    pino({ level: "silent" }),
  );
  return {
    url: running.url,
    data,
    stop: running.close,
    close: async () => {
      await running.close();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

/** An answer with its JSON read. */
export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  // biome-ignore lint/suspicious/noExplicitAny: tests look into answers of every shape
  readonly body: any;
}

/** One request with a JSON body. */
export async function send(
  method: string,
  url: string,
  body?: unknown,
  headers: Record<string, string> = {},
): Promise<Answer> {
  const response = await fetch(url, {
    method,
    headers: { ...(body === undefined ? {} : { "Content-Type": "application/json" }), ...headers },
    body: body === undefined ? null : typeof body === "string" ? body : JSON.stringify(body),
  });
  const text = await response.text();
  return {
    status: response.status,
    headers: response.headers,
    body: text.startsWith("{") ? JSON.parse(text) : text,
  };
}
