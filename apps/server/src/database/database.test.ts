import { type ChildProcess, spawn } from "node:child_process";
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { MIGRATIONS, openDatabase } from "./database.ts";

const ROOT = resolve(import.meta.dirname, "../../../..");

describe("the database", () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-db-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it("keeps a write-ahead log that is synced at every commit", () => {
    const db = openDatabase(folder);
    expect(db.$client.pragma("journal_mode", { simple: true })).toBe("wal");
    expect(db.$client.pragma("synchronous", { simple: true })).toBe(2);
    db.$client.close();
  });

  it("has migrations whose dates rise, since a later one with an earlier date would be skipped", () => {
    const journal = JSON.parse(readFileSync(join(MIGRATIONS, "meta/_journal.json"), "utf8")) as {
      entries: { when: number }[];
    };
    const dates = journal.entries.map((entry) => entry.when);
    expect(dates).toEqual([...dates].sort((a, b) => a - b));
    expect(new Set(dates).size).toBe(dates.length);
  });

  it("is copied before it is migrated, and only then", () => {
    openDatabase(folder).$client.close();
    openDatabase(folder).$client.close();
    expect(readdirSync(folder)).not.toContain("backups");
    const next = join(folder, "migrations");
    mkdirSync(join(next, "meta"), { recursive: true });
    const journal = JSON.parse(readFileSync(join(MIGRATIONS, "meta/_journal.json"), "utf8"));
    for (const { tag } of journal.entries)
      writeFileSync(join(next, `${tag}.sql`), readFileSync(join(MIGRATIONS, `${tag}.sql`)));
    const when = journal.entries.at(-1).when + 1;
    journal.entries.push({
      idx: journal.entries.length,
      version: "6",
      when,
      tag: "next",
      breakpoints: true,
    });
    writeFileSync(join(next, "meta/_journal.json"), JSON.stringify(journal));
    writeFileSync(join(next, "next.sql"), "CREATE TABLE buoys (id text PRIMARY KEY);");
    const db = openDatabase(folder, next);
    expect(db.$client.prepare("SELECT count(*) AS n FROM buoys").get()).toEqual({ n: 0 });
    db.$client.close();
    const [copy = ""] = readdirSync(join(folder, "backups"));
    expect(copy).toMatch(/^before-migration-.*\.db$/);
  });
});

describe("a server that is killed while it saves", () => {
  const started: ChildProcess[] = [];
  const launch = async (folder: string) => {
    const server = await start(folder);
    started.push(server.process);
    return server;
  };
  afterEach(() => {
    for (const child of started) child.kill("SIGKILL");
  });

  it("has every acknowledged save when it is back", async () => {
    const folder = mkdtempSync(join(tmpdir(), "levitas-kill-"));
    let child = await launch(folder);
    const first = await fetch(`${child.url}/api/studies`);
    const { studies } = (await first.json()) as { studies: { id: string }[] };
    const id = studies[0]?.id;
    const { document } = (await (await fetch(`${child.url}/api/studies/${id}`)).json()) as {
      document: object;
    };
    let acknowledged = 1;
    for (let round = 0; round < 4; round++) {
      // Killed at a moment of its own each round, with a save surely under way.
      const victim = child;
      setTimeout(() => victim.process.kill("SIGKILL"), 60 + 45 * round);
      const gone = new Promise((done) => victim.process.once("exit", done));
      for (;;) {
        try {
          const response = await fetch(`${victim.url}/api/studies/${id}`, {
            method: "PUT",
            headers: { "Content-Type": "application/json", "If-Match": `"${acknowledged}"` },
            body: JSON.stringify({ document: { ...document, name: `Save ${acknowledged + 1}` } }),
          });
          if (response.status === 412) {
            // Its answer was lost with the last server; the save itself may well be there.
            acknowledged = ((await response.json()) as { current: { revision: number } }).current
              .revision;
            continue;
          }
          const saved = (await response.json()) as { revision: number };
          acknowledged = saved.revision;
        } catch (error) {
          // By name: fetch and its errors come from outside of the test's own realm.
          const { name } = error as Error;
          if (name === "TypeError" || name === "SyntaxError") break;
          throw error;
        }
      }
      await gone;
      child = await launch(folder);
      const back = (await (await fetch(`${child.url}/api/studies/${id}`)).json()) as {
        revision: number;
        document: { name: string };
      };
      // One more may have reached the disk whose answer did not reach us; never one less.
      expect(back.revision - acknowledged).toBeGreaterThanOrEqual(0);
      expect(back.revision - acknowledged).toBeLessThanOrEqual(1);
      if (back.revision > 1) expect(back.document.name).toBe(`Save ${back.revision}`);
    }
    expect(acknowledged).toBeGreaterThan(4);
    rmSync(folder, { recursive: true, force: true });
  }, 60_000);
});

function start(folder: string): Promise<{ process: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ["apps/server/dist/main.js"], {
    cwd: ROOT,
    env: {
      ...process.env,
      NODE_OPTIONS: "",
      LEVITAS_PORT: "0",
      LEVITAS_DATA: folder,
      LEVITAS_LOG: "error",
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  return new Promise((done, fail) => {
    child.stdout.once("data", (chunk: Buffer) => {
      const url = /http:\S+/.exec(chunk.toString())?.[0];
      if (url) done({ process: child, url });
      else fail(new Error(`The server said: ${chunk}`));
    });
  });
}
