import { BetterSQLiteSession } from "drizzle-orm/better-sqlite3/session";
import { readMigrationFiles } from "drizzle-orm/migrator";
import { BaseSQLiteDatabase, SQLiteSyncDialect } from "drizzle-orm/sqlite-core";
import Libsql from "libsql";

// The driver whose binary comes inside a package of the registry: nothing is compiled or fetched where Levitas is
// installed. Where it answers otherwise than Drizzle's session of this kind expects, that is put right here, and nowhere
// else.

/** What a statement that wrote something answers. */
export type RunResult = Libsql.RunResult;

/** A row of what was asked for. */
type Row = Record<string, unknown>;

type Statement = Libsql.Statement<unknown[]>;

/** An open SQLite file. */
export class SqliteFile {
  private readonly file: Libsql.Database;

  /** @param options `timeout`: how long a lock of somebody else is waited for, ms */
  constructor(path: string, options: { readonly timeout?: number } = {}) {
    this.file = new Libsql(path, options);
  }

  prepare(text: string): Statement {
    const statement = this.file.prepare(text) as Statement;
    const get = statement.get.bind(statement);
    // A row has what was asked for: the driver adds how long that took.
    statement.get = (...values) => {
      const row = get(...values);
      if (row !== null && typeof row === "object" && "_metadata" in row) delete row._metadata;
      return row;
    };
    return statement;
  }

  exec(text: string): void {
    this.file.exec(text);
  }

  /** The rows that a pragma answers. */
  pragma(text: string): readonly Row[] {
    return this.file.pragma(text) as Row[];
  }

  /** The one value that a pragma answers; undefined where it answers none. */
  pragmaValue(text: string): unknown {
    const [row] = this.pragma(text);
    return row && Object.values(row)[0];
  }

  /** Work that is kept as a whole or not at all, by how it locks; where it cannot be kept, it says why. */
  transaction<Values extends unknown[], Answer>(work: (...values: Values) => Answer) {
    const begun =
      (mode: string) =>
      (...values: Values): Answer => {
        this.exec(`BEGIN ${mode}`);
        try {
          const result = work(...values);
          this.exec("COMMIT");
          return result;
        } catch (error) {
          // A disk that is full, say, has taken it back already.
          if (this.file.inTransaction) this.exec("ROLLBACK");
          throw error;
        }
      };
    return {
      ...{ deferred: begun("DEFERRED"), immediate: begun("IMMEDIATE") },
      exclusive: begun("EXCLUSIVE"),
    };
  }

  /**
   * Closes the file, with all that is written in it: the driver keeps a log open for as long as a statement was not
   * collected.
   */
  close(): void {
    if (!this.file.open) return;
    try {
      if (!this.file.inTransaction) this.exec("PRAGMA wal_checkpoint(TRUNCATE)");
    } catch {
      // Somebody else reads it, or it is damaged: the log stays beside it, and is read with it.
    }
    this.file.close();
  }
}

/** Drizzle on an open file. */
export type Drizzle = BaseSQLiteDatabase<"sync", RunResult> & { readonly $client: SqliteFile };

type SessionClient = ConstructorParameters<typeof BetterSQLiteSession>[0];

/** Has Drizzle ask a file, after its numbered migrations were run that have not been yet. */
export function drizzleOn(client: SqliteFile, migrations: string): Drizzle {
  const dialect = new SQLiteSyncDialect();
  // The types of two drivers with one interface; the tests run everything that is used of it.
  const session = new BetterSQLiteSession(client as unknown as SessionClient, dialect, undefined);
  dialect.migrate(readMigrationFiles({ migrationsFolder: migrations }), session);
  const db = new BaseSQLiteDatabase("sync", dialect, session, undefined);
  return Object.assign(db as unknown as BaseSQLiteDatabase<"sync", RunResult>, {
    $client: client,
  });
}
