import { FaultsError } from "../faults/faultsError.ts";

/** Turns the driver's errors into ours. */
export function guard<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    const code = error instanceof Error && "code" in error ? String(error.code) : "";
    if (code === "SQLITE_FULL" || code.startsWith("SQLITE_IOERR"))
      throw FaultsError.one(
        507,
        "disk-full",
        "The disk of the server is full or cannot be written.",
        "Free some space; your work is kept in this browser and saved then.",
      );
    if (code === "SQLITE_BUSY")
      throw FaultsError.one(
        503,
        "database-busy",
        "The database is busy.",
        "Try again in a moment.",
      );
    throw error;
  }
}
