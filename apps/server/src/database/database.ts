import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { getTableConfig } from "drizzle-orm/sqlite-core";
import { ROOT } from "../settings.ts";
import { codeOf, StartError } from "../startError.ts";
import { type Drizzle, drizzleOn, SqliteFile } from "./driver.ts";
import * as schema from "./schema.ts";

/** The open database. */
export type Db = Drizzle;

/** Injection token of the database. */
export const DATABASE = Symbol("database");

/** Where the numbered migrations are. */
export const MIGRATIONS = resolve(ROOT, "apps/server/migrations");

/** How many backups from before migrations are kept. */
const BACKUPS_KEPT = 5;

/** Larger files are not looked through at the start: that would take too long, bytes. */
const LARGEST_CHECKED = 1024 ** 3;

/**
 * Opens the database in a folder, made if it is missing, and brings it to the present schema. An
 * acknowledged write is on disk: the journal is write-ahead and synced at every commit. A database
 * that has data is copied beside itself before it is migrated. One that is damaged, or that a newer program wrote, is
 * left as it is: StartError says why and what can be done.
 */
export function openDatabase(folder: string, migrations = MIGRATIONS): Db {
  const file = join(folder, "levitas.db");
  let client: SqliteFile | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    client = new SqliteFile(file);
    client.pragma("busy_timeout = 5000");
    refuseNewer(client, file, migrations);
    refuseDamaged(client, file);
    client.pragma("journal_mode = WAL");
    client.pragma("synchronous = FULL");
    client.pragma("foreign_keys = ON");
    if (needsMigration(client, migrations)) backup(client, folder);
    const db = drizzleOn(client, migrations);
    refuseOtherColumns(client, file);
    return db;
  } catch (error) {
    client?.close();
    if (error instanceof StartError) throw error;
    throw describe(error, file, folder);
  }
}

/** A sentence for what the driver says. */
function describe(error: unknown, file: string, folder: string): Error {
  const code = codeOf(error);
  if (code === "SQLITE_NOTADB" || code.startsWith("SQLITE_CORRUPT")) return damaged(file, code);
  if (code === "SQLITE_FULL" || code === "ENOSPC")
    return new StartError(
      `The disk that holds ${folder} is full. Free some space there and start again; what is saved is safe.`,
    );
  if (code.startsWith("SQLITE_READONLY") || code === "SQLITE_CANTOPEN" || code === "EACCES")
    return new StartError(
      `The database ${file} cannot be written. Let this user write it and its folder, or set LEVITAS_DATA to another folder.`,
    );
  if (code.startsWith("SQLITE_IOERR"))
    return new StartError(
      `The database ${file} cannot be read (${code}). Look at the disk, then start again.`,
    );
  return error instanceof Error ? error : new Error(String(error));
}

function damaged(file: string, detail: string): StartError {
  const backups = join(dirname(file), "backups");
  return new StartError(
    `The database ${file} is damaged (${detail}). It is left as it is. Move it away with the files levitas.db-wal and levitas.db-shm beside it, and copy the newest file of ${backups} to its place, if there is one; without one, an empty database is made.`,
  );
}

function refuseDamaged(client: SqliteFile, file: string): void {
  if (statSync(file).size > LARGEST_CHECKED) return;
  const [first] = client.pragma("quick_check(1)");
  if (first && first.quick_check !== "ok")
    throw damaged(file, String(first.quick_check).slice(0, 200));
}

/** The migrations this program has. */
function ownMigrations(migrations: string) {
  return readMigrationFiles({ migrationsFolder: migrations });
}

function hasTable(client: SqliteFile, name: string): boolean {
  return client.prepare("SELECT 1 FROM sqlite_master WHERE name = ?").get(name) !== undefined;
}

/** A database to which a newer program added steps is none of ours: writing it would cut what we do not know. */
function refuseNewer(client: SqliteFile, file: string, migrations: string): void {
  const known = ownMigrations(migrations);
  const last = known.at(-1)?.folderMillis ?? 0;
  const isNewer =
    Number(client.pragmaValue("user_version")) > 0 ||
    (hasTable(client, "__drizzle_migrations") &&
      client.prepare("SELECT 1 FROM __drizzle_migrations WHERE created_at > ?").get(last) !==
        undefined);
  if (isNewer) throw newer(file);
}

function newer(file: string): StartError {
  return new StartError(
    `The database ${file} was written by a newer Levitas. It is left as it is. Start that version again, or set LEVITAS_DATA to another folder.`,
  );
}

/** What the schema says has to be there, and no more. */
function refuseOtherColumns(client: SqliteFile, file: string): void {
  for (const table of Object.values(schema)) {
    const { name, columns } = getTableConfig(table);
    const wanted = new Set(columns.map((column) => column.name));
    const found = client.pragma(`table_info(${name})`);
    const missing = [...wanted].filter((each) => !found.some((column) => column.name === each));
    if (missing.length > 0)
      throw damaged(file, `the table ${name} has no column ${missing.join(", ")}`);
    if (found.some((column) => !wanted.has(String(column.name)))) throw newer(file);
  }
}

/** Whether a database that is in use already has migrations before it. */
function needsMigration(client: SqliteFile, migrations: string): boolean {
  if (!hasTable(client, "__drizzle_migrations")) return false;
  const last = client.prepare("SELECT max(created_at) AS at FROM __drizzle_migrations").get() as {
    at: number | null;
  };
  return ownMigrations(migrations).some((migration) => migration.folderMillis > (last.at ?? 0));
}

/** Copies the database in one consistent piece; the oldest copies go. */
function backup(client: SqliteFile, folder: string): void {
  const backups = join(folder, "backups");
  mkdirSync(backups, { recursive: true });
  const name = `before-migration-${new Date().toISOString().replaceAll(":", "-")}.db`;
  const target = join(backups, name);
  if (!existsSync(target)) client.prepare("VACUUM INTO ?").run(target);
  // Only what is named as ours is: a person may keep copies of their own here.
  const ours = readdirSync(backups).filter((each) => /^before-migration-[\dT.Z-]+\.db$/.test(each));
  for (const each of ours.sort().slice(0, -BACKUPS_KEPT)) rmSync(join(backups, each));
}
