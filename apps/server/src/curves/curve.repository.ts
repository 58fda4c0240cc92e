import { Inject, Injectable } from "@nestjs/common";
import { and, count, desc, eq, isNotNull, isNull, lt } from "drizzle-orm";
import { DATABASE, type Db } from "../database/database.ts";
import { guard } from "../database/guard.ts";
import { readColumn } from "../database/readColumn.ts";
import { curves, notes } from "../database/schema.ts";

/** What a person says about a curve. */
export interface CurveRecord {
  readonly name: string;
  readonly notation: string;
  readonly tags: readonly string[];
  readonly notes: string;
  /** ms. */
  readonly duration: number;
}

/** A curve with what the server knows of it. Times in ms since 1970. */
export interface StoredCurve extends CurveRecord {
  readonly id: string;
  readonly revision: number;
  readonly createdAt: number;
  readonly changedAt: number;
}

/** The outcome of a save: the new state, or what is there instead of what it was made from. */
export type CurveSave =
  | { readonly kind: "saved"; readonly curve: StoredCurve }
  | { readonly kind: "stale"; readonly current: StoredCurve }
  | { readonly kind: "missing" };

/** The most curves that are listed; a stock of more than this cannot be looked through. */
const MOST = 5000;

/** The only file that knows SQL for curves. A write and its revision check share one transaction. */
@Injectable()
export class CurveRepository {
  constructor(@Inject(DATABASE) private readonly db: Db) {}

  list(): StoredCurve[] {
    return guard(() =>
      this.db
        .select()
        .from(curves)
        .where(isNull(curves.deletedAt))
        .orderBy(desc(curves.createdAt), desc(curves.id))
        .limit(MOST)
        .all()
        .map(toStored),
    );
  }

  find(id: string): StoredCurve | undefined {
    const row = guard(() => this.db.select().from(curves).where(present(id)).get());
    return row && toStored(row);
  }

  /** Puts curves in, all or none; the first of them comes first in the list. */
  insert(added: readonly (CurveRecord & { readonly id: string })[], now: number): StoredCurve[] {
    return guard(() => this.db.transaction((tx) => insertAll(tx, added, now)));
  }

  save(id: string, record: CurveRecord, madeFrom: number, now: number): CurveSave {
    return guard(() =>
      this.db.transaction(
        (tx): CurveSave => {
          const row = tx.select().from(curves).where(present(id)).get();
          if (!row) return { kind: "missing" };
          if (row.revision !== madeFrom) return { kind: "stale", current: toStored(row) };
          const next = { ...row, ...columnsOf(record), revision: madeFrom + 1, changedAt: now };
          tx.update(curves).set(next).where(eq(curves.id, id)).run();
          return { kind: "saved", curve: toStored(next) };
        },
        { behavior: "immediate" },
      ),
    );
  }

  /** Marks a curve as deleted; false if there is none. */
  delete(id: string, now: number): boolean {
    return guard(
      () => this.db.update(curves).set({ deletedAt: now }).where(present(id)).run().changes > 0,
    );
  }

  /** Takes a deletion back; false if there is none to take back. */
  restore(id: string): boolean {
    return guard(
      () =>
        this.db
          .update(curves)
          .set({ deletedAt: null })
          .where(and(eq(curves.id, id), isNotNull(curves.deletedAt)))
          .run().changes > 0,
    );
  }

  /** Removes for good what was deleted before a time; answers how many. */
  purge(before: number): number {
    return guard(() => this.db.delete(curves).where(lt(curves.deletedAt, before)).run().changes);
  }

  /** Puts in the demo curves, once in the life of a database, and only where there are none. */
  seed(demos: readonly (CurveRecord & { readonly id: string })[], now: number): number {
    return guard(() =>
      this.db.transaction((tx) => {
        const seeded = tx.select().from(notes).where(eq(notes.key, "curves-seeded")).get();
        const empty = (tx.select({ n: count() }).from(curves).get()?.n ?? 0) === 0;
        if (seeded || !empty) return 0;
        insertAll(tx, demos, now);
        tx.insert(notes)
          .values({ key: "curves-seeded", value: String(now) })
          .run();
        return demos.length;
      }),
    );
  }
}

function insertAll(
  tx: Pick<Db, "insert">,
  added: readonly (CurveRecord & { readonly id: string })[],
  now: number,
): StoredCurve[] {
  return added.map(({ id, ...record }, i) => {
    const at = now - i;
    const row = { id, ...columnsOf(record), revision: 1, createdAt: at, changedAt: at };
    tx.insert(curves).values(row).run();
    return toStored({ ...row, deletedAt: null });
  });
}

function present(id: string) {
  return and(eq(curves.id, id), isNull(curves.deletedAt));
}

function columnsOf({ name, notation, tags, notes: said, duration }: CurveRecord) {
  return { name, notation, tags: JSON.stringify(tags), notes: said, duration };
}

function toStored(row: typeof curves.$inferSelect): StoredCurve {
  const { deletedAt: _, tags, ...rest } = row;
  return { ...rest, tags: readColumn<string[] | null>(tags, null) ?? [] };
}
