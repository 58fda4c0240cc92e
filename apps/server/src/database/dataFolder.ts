import { mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { codeOf, StartError } from "../startError.ts";
import { SqliteFile } from "./driver.ts";

/** How much space is held back, so that something can be deleted on a full disk, bytes. */
const RESERVE = 4 * 1024 * 1024;

/**
 * The folder of the database, held by one server at a time. The lock is one that the system gives back by itself
 * when the process ends, however it ends; the file beside it says which process has it.
 */
export class DataFolder {
  private readonly reserve: string;

  private constructor(
    readonly path: string,
    private readonly lock: SqliteFile,
  ) {
    this.reserve = join(path, "reserve");
    this.holdReserve();
  }

  /** Takes the folder, made if it is missing. Throws StartError where it cannot be had. */
  static open(path: string): DataFolder {
    const owner = join(path, "server.pid");
    let lock: SqliteFile | undefined;
    try {
      mkdirSync(path, { recursive: true });
      lock = new SqliteFile(join(path, "server.lock"), { timeout: 0 });
      // Nothing is written into it: a full disk must not keep the server from starting.
      lock.exec("PRAGMA journal_mode = MEMORY");
      lock.exec("BEGIN EXCLUSIVE");
    } catch (error) {
      lock?.close();
      if (codeOf(error).startsWith("SQLITE_BUSY"))
        throw new StartError(
          `Another Levitas server (process ${readOwner(owner)}) is using ${path}. Stop it, or set LEVITAS_DATA to a folder of its own for this one.`,
        );
      throw new StartError(
        `The data folder ${path} cannot be used: ${reasonOf(error)}. Make it a folder that this user may write, or set LEVITAS_DATA to another one.`,
      );
    }
    try {
      writeFileSync(owner, `${process.pid}\n`);
    } catch {
      // Only the name of the process is missing then; the lock is held.
    }
    return new DataFolder(path, lock);
  }

  /** Does some work for which the space that was held back is let go. */
  withReserve<T>(work: () => T): T {
    rmSync(this.reserve, { force: true });
    try {
      return work();
    } finally {
      this.holdReserve();
    }
  }

  close(): void {
    this.lock.close();
    rmSync(join(this.path, "server.pid"), { force: true });
  }

  private holdReserve(): void {
    try {
      if (statSync(this.reserve, { throwIfNoEntry: false })?.size === RESERVE) return;
      writeFileSync(this.reserve, Buffer.alloc(RESERVE));
    } catch {
      // A disk that is full already has nothing to hold back.
      rmSync(this.reserve, { force: true });
    }
  }
}

function readOwner(file: string): string {
  try {
    return readFileSync(file, "utf8").trim() || "unknown";
  } catch {
    return "unknown";
  }
}

function reasonOf(error: unknown): string {
  const code = codeOf(error);
  if (code === "EACCES" || code === "EPERM" || code === "EROFS" || code === "SQLITE_CANTOPEN")
    return "it may not be written";
  if (code.startsWith("SQLITE_READONLY")) return "it may not be written";
  if (code === "ENOTDIR" || code === "EEXIST") return "there is a file in its place";
  if (code === "ENOSPC" || code === "SQLITE_FULL") return "the disk is full";
  return error instanceof Error ? error.message : String(error);
}
