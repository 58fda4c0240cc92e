import { createHash } from "node:crypto";
import type { Fault } from "@levitas/core/fault";
import { type KeptHandoff, readKeptHandoff } from "@levitas/core/format";
import { compileStudy, thumbnailOf } from "@levitas/core/motion";
import { mendStudy, migrateStudy } from "@levitas/core/shape";
import { emptyStudy, STUDY_VERSION, type Study } from "@levitas/core/study";
import { Inject, Injectable } from "@nestjs/common";
import { and, asc, count, desc, eq, isNotNull, isNull, lt, sql } from "drizzle-orm";
import { DATABASE, type Db } from "../database/database.ts";
import { DataFolder } from "../database/dataFolder.ts";
import { fold } from "../database/fold.ts";
import { guard } from "../database/guard.ts";
import { readColumn } from "../database/readColumn.ts";
import { notes, studies } from "../database/schema.ts";
import { FaultsError } from "../faults/faultsError.ts";

/** A study with what the server knows of it. Times in ms since 1970. */
export interface StoredStudy {
  readonly id: string;
  readonly revision: number;
  readonly createdAt: number;
  readonly changedAt: number;
  readonly document: Study;
  /** What was wrong with what is kept, if anything; `document` is the sound part of it. */
  readonly faults?: readonly Fault[];
}

/** A line of the list of studies. */
export interface StudyLine {
  readonly id: string;
  readonly name: string;
  readonly revision: number;
  readonly createdAt: number;
  readonly changedAt: number;
  readonly duration: number;
  readonly thumbnail: Study;
}

/** What a list is asked for. */
export interface StudyListQuery {
  readonly search: string;
  readonly sort: "changed" | "name" | "duration";
  readonly offset: number;
  readonly limit: number;
}

/** The outcome of a save: the new revision, or what is there instead of what it was made from. */
export type SaveOutcome =
  | { readonly kind: "saved"; readonly revision: number; readonly changedAt: number }
  | { readonly kind: "stale"; readonly current: StoredStudy }
  | { readonly kind: "missing" };

/** The only file that knows SQL. A write and its revision check share one transaction. */
@Injectable()
export class StudyRepository {
  constructor(
    @Inject(DATABASE) private readonly db: Db,
    private readonly folder: DataFolder,
  ) {}

  list({ search, sort, offset, limit }: StudyListQuery): { lines: StudyLine[]; total: number } {
    const wanted = and(
      isNull(studies.deletedAt),
      // instr, not LIKE: a person who searches for "50%" means the sign.
      search === "" ? undefined : sql`instr(${studies.folded}, ${fold(search)}) > 0`,
    );
    const order = {
      changed: desc(studies.changedAt),
      name: asc(studies.folded),
      duration: asc(studies.duration),
    };
    return guard(() => ({
      lines: this.db
        .select({
          id: studies.id,
          name: studies.name,
          revision: studies.revision,
          createdAt: studies.createdAt,
          changedAt: studies.changedAt,
          duration: studies.duration,
          thumbnail: studies.thumbnail,
        })
        .from(studies)
        .where(wanted)
        .orderBy(order[sort], asc(studies.id))
        .limit(limit)
        .offset(offset)
        .all()
        .map((row) => ({ ...row, thumbnail: toThumbnail(row) })),
      total: this.db.select({ n: count() }).from(studies).where(wanted).get()?.n ?? 0,
    }));
  }

  find(id: string): StoredStudy | undefined {
    const row = guard(() =>
      this.db
        .select()
        .from(studies)
        .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
        .get(),
    );
    if (!row) return undefined;
    return toStored(row);
  }

  /**
   * A study as JSON text, ready to be sent. What was checked when it was saved, and has not changed
   * since, is not read again: a study of 60,000 keys takes seconds to take apart and put together.
   */
  findJson(id: string): { readonly revision: number; readonly json: string } | undefined {
    const row = guard(() =>
      this.db
        .select()
        .from(studies)
        .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
        .get(),
    );
    if (!row) return undefined;
    const { revision, createdAt, changedAt, document } = row;
    if (row.digest !== digestOf(document)) {
      const stored = this.find(id);
      return stored && { revision, json: JSON.stringify(stored) };
    }
    const known = JSON.stringify({ id, revision, createdAt, changedAt });
    return { revision, json: `${known.slice(0, -1)},"document":${document}}` };
  }

  insert(id: string, document: Study, now: number, handoff?: KeptHandoff): StoredStudy {
    const chosen = handoff ? { handoff: JSON.stringify(handoff) } : {};
    guard(() =>
      this.db
        .insert(studies)
        .values({
          ...{ id, ...columnsOf(document), ...chosen },
          ...{ revision: 1, createdAt: now, changedAt: now },
        })
        .run(),
    );
    return { id, revision: 1, createdAt: now, changedAt: now, document };
  }

  /** What was chosen for the hand-offs of a study; undefined if there is no such study. */
  findHandoff(id: string): KeptHandoff | undefined {
    const row = guard(() =>
      this.db
        .select({ handoff: studies.handoff })
        .from(studies)
        .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
        .get(),
    );
    return row && readKeptHandoff(readColumn<unknown>(row.handoff ?? "null", null));
  }

  /**
   * Keeps what was chosen for the hand-offs of a study; false if there is none. No new revision: the motion is the same,
   * and of two that choose the last one has it.
   */
  keepHandoff(id: string, handoff: KeptHandoff): boolean {
    return guard(
      () =>
        this.db
          .update(studies)
          .set({ handoff: JSON.stringify(handoff) })
          .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
          .run().changes > 0,
    );
  }

  save(id: string, document: Study, madeFrom: number, now: number): SaveOutcome {
    return guard(() =>
      this.db.transaction(
        (tx): SaveOutcome => {
          const row = tx
            .select()
            .from(studies)
            .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
            .get();
          if (!row) return { kind: "missing" };
          if (row.revision !== madeFrom) return { kind: "stale", current: toStored(row) };
          // This save takes the place of what could not be read whole: that is kept aside.
          if (row.digest !== digestOf(row.document) && toStored(row).faults)
            tx.insert(notes)
              .values({ key: `faulty ${id} ${row.revision}`, value: row.document })
              .onConflictDoNothing()
              .run();
          const revision = madeFrom + 1;
          tx.update(studies)
            .set({ ...columnsOf(document), revision, changedAt: now })
            .where(eq(studies.id, id))
            .run();
          return { kind: "saved", revision, changedAt: now };
        },
        { behavior: "immediate" },
      ),
    );
  }

  /** Marks a study as deleted; false if there is none. */
  delete(id: string, now: number): boolean {
    return guard(
      () =>
        this.db
          .update(studies)
          .set({ deletedAt: now })
          .where(and(eq(studies.id, id), isNull(studies.deletedAt)))
          .run().changes > 0,
    );
  }

  /**
   * Removes a study for good, and gives its pages back for other work. This works on a full disk, too: the space
   * that was held back is let go for it. False if there is none.
   */
  deleteForGood(id: string): boolean {
    return this.folder.withReserve(() =>
      guard(() => {
        const isGone = this.db.transaction((tx) => {
          tx.delete(notes).where(keptAsideOf(id)).run();
          return tx.delete(studies).where(eq(studies.id, id)).run().changes > 0;
        });
        // What was written to the log goes into the file, whose free pages the next saves use.
        this.db.$client.pragma("wal_checkpoint(TRUNCATE)");
        return isGone;
      }),
    );
  }

  /** Takes a deletion back; false if there is none to take back. */
  restore(id: string): boolean {
    return guard(
      () =>
        this.db
          .update(studies)
          .set({ deletedAt: null })
          .where(and(eq(studies.id, id), isNotNull(studies.deletedAt)))
          .run().changes > 0,
    );
  }

  /** Removes for good what was deleted before a time; answers how many. */
  purge(before: number): number {
    return guard(() =>
      this.db.transaction((tx) => {
        const old = lt(studies.deletedAt, before);
        // What was kept aside of them goes with them.
        for (const { id } of tx.select({ id: studies.id }).from(studies).where(old).all())
          tx.delete(notes).where(keptAsideOf(id)).run();
        return tx.delete(studies).where(old).run().changes;
      }),
    );
  }

  /**
   * Puts in the demo studies, once in the life of a database, and only into an empty one: a person
   * who deleted them does not get them back at the next start.
   */
  seed(demos: readonly { id: string; document: Study }[], now: number): number {
    return guard(() =>
      this.db.transaction((tx) => {
        const seeded = tx.select().from(notes).where(eq(notes.key, "seeded")).get();
        const empty = (tx.select({ n: count() }).from(studies).get()?.n ?? 0) === 0;
        if (seeded || !empty) return 0;
        demos.forEach(({ id, document }, i) => {
          // A moment apart, so that the list shows them in the order they are meant to be met.
          const at = now - i;
          tx.insert(studies)
            .values({ id, ...columnsOf(document), revision: 1, createdAt: at, changedAt: at })
            .run();
        });
        tx.insert(notes)
          .values({ key: "seeded", value: String(now) })
          .run();
        return demos.length;
      }),
    );
  }

  /** Throws if the database does not answer. */
  ping(): void {
    // Reads a table: a damaged file still answers SELECT 1.
    guard(() => this.db.select({ n: count() }).from(studies).get());
  }
}

/** A thumbnail as this version has it: rows that an older program wrote keep theirs until they are saved again. */
function toThumbnail({ name, thumbnail }: { name: string; thumbnail: string }): Study {
  const kept = readColumn<object | null>(thumbnail, null);
  const migrated = typeof kept === "object" && kept !== null ? migrateStudy(kept) : undefined;
  return migrated?.ok ? (migrated.value as Study) : emptyStudy(name);
}

/** What comes out of the column goes through the core's reader; a study with faults opens with what is sound. */
function toStored(row: typeof studies.$inferSelect): StoredStudy {
  const { id, revision, createdAt, changedAt } = row;
  const read = mendStudy(readColumn<unknown>(row.document, undefined));
  if (!read.ok) throw unreadable(row.name, read.faults);
  const { study, faults } = read.value;
  return {
    id,
    revision,
    createdAt,
    changedAt,
    document: study,
    ...(faults.length > 0 ? { faults } : {}),
  };
}

/** A study that is kept as it is, since it cannot be opened here. */
function unreadable(name: string, faults: readonly Fault[]): FaultsError {
  if (faults[0]?.code === "newer-version") return new FaultsError(409, faults);
  return FaultsError.one(
    409,
    "damaged-study",
    `What is stored of “${name}” is damaged and cannot be opened: ${faults[0]?.message ?? ""}`,
    "It is left as it is in the database. Restore the newest backup, or delete the study.",
  );
}

/** Of the text and of the version of the checks it has passed. */
function digestOf(text: string): string {
  return createHash("sha256").update(`${STUDY_VERSION} `).update(text).digest("hex");
}

function columnsOf(document: Study) {
  const text = JSON.stringify(document);
  return {
    name: document.name,
    folded: fold(document.name),
    document: text,
    digest: digestOf(text),
    thumbnail: JSON.stringify(thumbnailOf(document)),
    duration: compileStudy(document).duration,
  };
}

/** The notes that keep what could not be read of a study. */
function keptAsideOf(id: string) {
  const start = `faulty ${id} `;
  // By its letters: an id may hold what LIKE takes for a sign.
  return sql`substr(${notes.key}, 1, ${start.length}) = ${start}`;
}
