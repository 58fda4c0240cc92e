import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pino } from "pino";
import { createApp } from "../createApp.ts";
import { readSettings, type Settings } from "../settings.ts";

/** A server in this process, over a real database on disk. */
export interface TestServer {
  readonly url: string;
  readonly data: string;
  readonly close: () => Promise<void>;
}

/** Starts one on a free port. `keep` leaves the folder of the database for another start. */
export async function startTestServer(
  settings: Partial<Settings> = {},
  { keep = false }: { keep?: boolean } = {},
): Promise<TestServer> {
  const data = settings.data ?? mkdtempSync(join(tmpdir(), "levitas-server-"));
  const app = await createApp(
    { ...readSettings({}), ...settings, data },
    pino({ level: "silent" }),
  );
  await app.listen(0, "127.0.0.1");
  return {
    url: await app.getUrl(),
    data,
    close: async () => {
      await app.close();
      if (!keep) rmSync(data, { recursive: true, force: true });
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
