import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { type AddressInfo, createServer } from "node:net";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { readSettings } from "../settings.ts";
import { MIGRATIONS, openDatabase } from "./database.ts";
import { DataFolder } from "./dataFolder.ts";
import { SqliteFile } from "./driver.ts";

const ROOT = resolve(import.meta.dirname, "../../../..");

describe("the database", () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-db-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it("keeps a write-ahead log that is synced at every commit", () => {
    const db = openDatabase(folder);
    expect(db.$client.pragmaValue("journal_mode")).toBe("wal");
    expect(db.$client.pragmaValue("synchronous")).toBe(2);
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

describe("a database that cannot be used", () => {
  let folder: string;
  let file: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-db-"));
    file = join(folder, "levitas.db");
    openDatabase(folder).$client.close();
  });
  afterEach(() => {
    chmodSync(folder, 0o700);
    rmSync(folder, { recursive: true, force: true });
  });
  const change = (sql: string) => {
    const raw = new SqliteFile(file);
    raw.exec(sql);
    raw.close();
  };
  const problem = (): string => {
    try {
      openDatabase(folder).$client.close();
    } catch (error) {
      expect((error as Error).constructor.name).toBe("StartError");
      return (error as Error).message;
    }
    return "none";
  };

  it.each([
    ["a later step", "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 9e15)"],
    ["a version of its own", "PRAGMA user_version = 99"],
    ["a column that is not ours", "ALTER TABLE studies ADD COLUMN tide real"],
  ])("is refused unharmed when a newer program wrote it: %s", (_, sql) => {
    change(sql);
    const before = readFileSync(file);
    expect(problem()).toMatch(/newer Levitas.*LEVITAS_DATA/);
    expect(problem()).toContain(file);
    expect(readFileSync(file).equals(before)).toBe(true);
  });

  it("is refused when a column is missing", () => {
    change("ALTER TABLE studies DROP COLUMN thumbnail");
    expect(problem()).toMatch(/damaged \(the table studies has no column thumbnail\).*backups/);
  });

  it("is refused with path and cure when it is no database", () => {
    writeFileSync(file, "This is a tide table.".repeat(400));
    expect(problem()).toContain(file);
    expect(problem()).toMatch(/damaged.*backups/);
  });

  it("is refused when it was cut short, or bytes of it were flipped", () => {
    change(
      "INSERT INTO notes WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 4000) SELECT 'k' || i, hex(randomblob(200)) FROM n",
    );
    const whole = readFileSync(file);
    writeFileSync(file, whole.subarray(0, whole.length / 2));
    expect(problem()).toMatch(/damaged/);
    const flipped = Buffer.from(whole);
    // The head of a page in the middle of the file.
    for (let page = 20; page < 30; page++) flipped.fill(0xee, page * 4096, page * 4096 + 12);
    writeFileSync(file, flipped);
    expect(problem()).toMatch(/damaged/);
  });

  it("keeps a person's own copies when backups are cleared", () => {
    const backups = join(folder, "backups");
    mkdirSync(backups);
    writeFileSync(join(backups, "a copy of mine.db"), "mine");
    for (let i = 0; i < 8; i++)
      writeFileSync(join(backups, `before-migration-2026-01-0${i}T00-00-00.000Z.db`), "old");
    change(
      "DELETE FROM __drizzle_migrations WHERE created_at = (SELECT max(created_at) FROM __drizzle_migrations)",
    );
    change("ALTER TABLE studies DROP COLUMN handoff");
    openDatabase(folder).$client.close();
    expect(readdirSync(backups)).toContain("a copy of mine.db");
    expect(readdirSync(backups).filter((name) => name.startsWith("before"))).toHaveLength(5);
  });
});

describe("a folder of data", () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-folder-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  it("is held by one server at a time, which is named", () => {
    const first = DataFolder.open(folder);
    expect(() => DataFolder.open(folder)).toThrow(
      new RegExp(`Another Levitas server \\(process ${process.pid}\\) is using .*LEVITAS_DATA`),
    );
    first.close();
    DataFolder.open(folder).close();
  });

  it("is free again after its server was killed", async () => {
    const child = await start(folder);
    child.process.kill("SIGKILL");
    await once(child.process, "exit");
    DataFolder.open(folder).close();
  });

  it("has to be a folder", () => {
    writeFileSync(join(folder, "file"), "");
    expect(() => DataFolder.open(join(folder, "file"))).toThrow(
      /data folder .*file cannot be used: there is a file in its place/,
    );
  });

  it("lets its reserve go for a deletion and takes it again", () => {
    const held = DataFolder.open(folder);
    const reserve = join(folder, "reserve");
    expect(existsSync(reserve)).toBe(true);
    held.withReserve(() => expect(existsSync(reserve)).toBe(false));
    expect(existsSync(reserve)).toBe(true);
    held.close();
  });
});

describe("npm start where it cannot", () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-start-"));
  });
  afterEach(() => rmSync(folder, { recursive: true, force: true }));

  /** Runs the built server until it ends; what it says and its exit code. */
  const failing = async (env: Record<string, string>) => {
    const child = spawn(process.execPath, ["apps/server/dist/levitas.js"], {
      cwd: ROOT,
      env: { ...process.env, NODE_OPTIONS: "", LEVITAS_PORT: "0", LEVITAS_DATA: folder, ...env },
      stdio: ["ignore", "ignore", "pipe"],
    });
    let said = "";
    child.stderr.on("data", (chunk: Buffer) => {
      said += chunk.toString();
    });
    const [code] = (await once(child, "exit")) as [number];
    return { code, said };
  };

  it.each([
    ["a log level that is none", { LEVITAS_LOG: "loud" }, /LEVITAS_LOG: found "loud"; give one of/],
    [
      "a host that is none",
      { LEVITAS_HOST: "192.0.2.1", LEVITAS_TOKEN: "t".repeat(20) },
      /no address of this machine/,
    ],
  ])("says why in a sentence: %s", async (_, env, sentence) => {
    const { code, said } = await failing(env);
    expect(code).toBe(1);
    expect(said).toMatch(sentence);
    expect(said).not.toMatch(/ at .*\.js:/);
  });

  it("says why in a sentence: a damaged database", async () => {
    writeFileSync(join(folder, "levitas.db"), "This is a tide table.".repeat(400));
    const { code, said } = await failing({});
    expect([code, said]).toEqual([1, expect.stringMatching(/damaged.*backups/)]);
    expect(said).not.toMatch(/ at .*\.js:/);
  });

  it("migrates nothing when the port is taken", async () => {
    const other = createServer().listen(0, "127.0.0.1");
    await once(other, "listening");
    const { port } = other.address() as AddressInfo;
    const { code, said } = await failing({ LEVITAS_PORT: `${port}` });
    other.close();
    expect([code, said]).toEqual([1, expect.stringMatching(/Port \d+ .* is in use/)]);
    expect(existsSync(join(folder, "levitas.db"))).toBe(false);
  });

  it("takes an empty LEVITAS_PORT for none, not for any port", () => {
    expect(readSettings({ LEVITAS_PORT: "" }).port).toBe(4873);
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

  const ROUNDS = process.env.LEVITAS_FULL ? 4 : 2;

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
    for (let round = 0; round < ROUNDS; round++) {
      // Killed once two saves of the round are acknowledged, however slow the machine is, and
      // then at a moment of its own each round, with a save surely under way.
      const victim = child;
      let savedInRound = 0;
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
          savedInRound++;
          if (savedInRound === 2) setTimeout(() => victim.process.kill("SIGKILL"), 15 * round);
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
    // Two of each round at the least.
    expect(acknowledged).toBeGreaterThan(ROUNDS * 2);
    rmSync(folder, { recursive: true, force: true });
  }, 60_000);
});

function start(folder: string): Promise<{ process: ChildProcess; url: string }> {
  const child = spawn(process.execPath, ["apps/server/dist/levitas.js"], {
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
