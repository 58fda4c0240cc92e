import { FaultsError } from "../faults/faultsError.ts";
import { codeOf } from "../startError.ts";

/** Whether an error says that the disk is full or cannot be written. */
export function isDiskFull(error: unknown): boolean {
  return error instanceof FaultsError && error.faults[0]?.code === "disk-full";
}

/** Turns the driver's errors into ours. */
export function guard<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    const code = codeOf(error);
    if (code === "SQLITE_FULL" || code.startsWith("SQLITE_IOERR"))
      throw FaultsError.one(
        507,
        "disk-full",
        "The disk of the server is full or cannot be written.",
        "Free some space, or delete studies for good; your work is kept in this browser and saved then.",
      );
    if (code.startsWith("SQLITE_READONLY") || code === "SQLITE_CANTOPEN")
      throw FaultsError.one(
        507,
        "disk-read-only",
        "The database of the server cannot be written.",
        "Let the server write its data folder; your work is kept in this browser and saved then.",
      );
    if (code === "SQLITE_NOTADB" || code.startsWith("SQLITE_CORRUPT"))
      throw FaultsError.one(
        503,
        "database-damaged",
        "The database of the server is damaged.",
        "Stop the server and start it again: it says there what can be done. Your work is kept in this browser.",
      );
    if (code.startsWith("SQLITE_BUSY"))
      throw FaultsError.one(
        503,
        "database-busy",
        "The database is busy.",
        "Try again in a moment.",
      );
    throw error;
  }
}
