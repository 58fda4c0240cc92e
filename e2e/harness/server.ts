import { type ChildProcess, spawn } from "node:child_process";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";

const ROOT = resolve(import.meta.dirname, "../..");

/** Servers that are still up; a test that fails in its cleaning up must not leave one behind. */
const running = new Set<ChildProcess>();
process.once("exit", () => {
  for (const child of running) child.kill("SIGKILL");
});

/** The real server, as it is shipped, over a database of its own. */
export interface TestServer {
  readonly url: string;
  readonly data: string;
  /** Ends it at once, as a crash does. */
  readonly kill: () => Promise<void>;
  /** Starts it again on the same address over the same database. */
  readonly again: () => Promise<void>;
  /** Ends it and removes its database. */
  readonly remove: () => Promise<void>;
}

/** Starts a server on a free port. */
export async function startServer(): Promise<TestServer> {
  const data = mkdtempSync(join(tmpdir(), "levitas-e2e-"));
  let child: ChildProcess;
  let url = "";
  const launch = async (port: string) => {
    child = spawn(process.execPath, ["apps/server/dist/levitas.js"], {
      cwd: ROOT,
      env: { ...process.env, LEVITAS_PORT: port, LEVITAS_DATA: data, LEVITAS_LOG: "error" },
      stdio: ["ignore", "pipe", "inherit"],
    });
    running.add(child);
    const own = child;
    own.once("exit", () => running.delete(own));
    url = await addressOf(child);
  };
  const kill = () =>
    new Promise<void>((done) => {
      if (child.exitCode !== null || child.signalCode !== null) return done();
      child.once("exit", () => done());
      child.kill("SIGKILL");
    });
  await launch("0");
  return {
    get url() {
      return url;
    },
    data,
    kill,
    again: () => launch(new URL(url).port),
    remove: async () => {
      await kill();
      rmSync(data, { recursive: true, force: true });
    },
  };
}

function addressOf(child: ChildProcess): Promise<string> {
  return new Promise((done, fail) => {
    let said = "";
    child.stdout?.on("data", (chunk: Buffer) => {
      said += chunk.toString();
      const found = /Levitas is at (http:\S+)/.exec(said);
      if (found?.[1])
        done(found[1].replace("[::1]", "127.0.0.1").replace("localhost", "127.0.0.1"));
    });
    child.once("exit", (code) => fail(new Error(`The server ended with ${code}: ${said}`)));
  });
}
