import { existsSync, mkdirSync, readdirSync, rmSync } from "node:fs";
import { join, resolve } from "node:path";
import Database from "better-sqlite3";
import { type BetterSQLite3Database, drizzle } from "drizzle-orm/better-sqlite3";
import { migrate } from "drizzle-orm/better-sqlite3/migrator";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { ROOT } from "../settings.ts";
import * as schema from "./schema.ts";

/** The open database. */
export type Db = BetterSQLite3Database<typeof schema> & { readonly $client: Database.Database };

/** Injection token of the database. */
export const DATABASE = Symbol("database");

/** Where the numbered migrations are. */
export const MIGRATIONS = resolve(ROOT, "apps/server/migrations");

/** How many backups from before migrations are kept. */
const BACKUPS_KEPT = 5;

/**
 * Opens the database in a folder, made if it is missing, and brings it to the present schema. An
 * acknowledged write is on disk: the journal is write-ahead and synced at every commit. A database
 * that has data is copied beside itself before it is migrated.
 */
export function openDatabase(folder: string, migrations = MIGRATIONS): Db {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, "levitas.db");
  const client = new Database(file);
  client.pragma("journal_mode = WAL");
  client.pragma("synchronous = FULL");
  client.pragma("foreign_keys = ON");
  client.pragma("busy_timeout = 5000");
  const db = drizzle(client, { schema });
  if (needsMigration(client, migrations)) backup(client, folder);
  migrate(db, { migrationsFolder: migrations });
  return db;
}

/** Whether a database that is in use already has migrations before it. */
function needsMigration(client: Database.Database, migrations: string): boolean {
  const known = client
    .prepare("SELECT name FROM sqlite_master WHERE name = '__drizzle_migrations'")
    .get();
  if (!known) return false;
  const last = client.prepare("SELECT max(created_at) AS at FROM __drizzle_migrations").get() as {
    at: number | null;
  };
  return readMigrationFiles({ migrationsFolder: migrations }).some(
    (migration) => migration.folderMillis > (last.at ?? 0),
  );
}

/** Copies the database in one consistent piece; the oldest copies go. */
function backup(client: Database.Database, folder: string): void {
  const backups = join(folder, "backups");
  mkdirSync(backups, { recursive: true });
  const name = `before-migration-${new Date().toISOString().replaceAll(":", "-")}.db`;
  const target = join(backups, name);
  if (!existsSync(target)) client.prepare("VACUUM INTO ?").run(target);
  const old = readdirSync(backups).sort().slice(0, -BACKUPS_KEPT);
  for (const each of old) rmSync(join(backups, each));
}
