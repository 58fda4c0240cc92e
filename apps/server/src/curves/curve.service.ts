import { readFileSync } from "node:fs";
import { join } from "node:path";
import { parseCurve, printCurve } from "@levitas/core/curve";
import { NAME_LENGTH, readCollection } from "@levitas/core/format";
import {
  Inject,
  Injectable,
  Logger,
  type OnApplicationShutdown,
  type OnModuleInit,
} from "@nestjs/common";
import { nanoid } from "nanoid";
import { FaultsError } from "../faults/faultsError.ts";
import { SETTINGS } from "../settings.token.ts";
import type { Settings } from "../settings.ts";
import { GRACE, PURGE_EVERY } from "../studies/study.service.ts";
import { type CurveRecord, CurveRepository, type StoredCurve } from "./curve.repository.ts";

/** Most letters of notation that are imported at once. */
const MOST_LETTERS = 1_000_000;

/** What can be done with curves of one's own. */
@Injectable()
export class CurveService implements OnModuleInit, OnApplicationShutdown {
  private readonly logger = new Logger("curves");
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly repository: CurveRepository,
    @Inject(SETTINGS) private readonly settings: Settings,
  ) {}

  onModuleInit(): void {
    const seeded = this.repository.seed(this.demoCurves(), Date.now());
    if (seeded > 0) this.logger.log(`Put ${seeded} demo curves into the empty database.`);
    this.purge();
    this.timer = setInterval(() => this.purge(), PURGE_EVERY).unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  list() {
    return { curves: this.repository.list() };
  }

  read(id: string): StoredCurve {
    return this.repository.find(id) ?? missing(id);
  }

  create(record: CurveRecord): StoredCurve {
    const [made] = this.repository.insert([{ ...settle(record, ""), id: nanoid(10) }], Date.now());
    return made ?? missing("");
  }

  /** Reads the curves a few at a time, so that others are answered meanwhile. */
  async createAll(records: readonly CurveRecord[]) {
    const letters = records.reduce((sum, { notation }) => sum + notation.length, 0);
    if (letters > MOST_LETTERS)
      throw FaultsError.one(
        413,
        "too-much-text",
        `The curves hold ${letters} letters of notation.`,
        `Import at most ${MOST_LETTERS} letters at once.`,
      );
    const settled: (CurveRecord & { readonly id: string })[] = [];
    for (const [i, record] of records.entries()) {
      settled.push({ ...settle(record, `curves[${i}].`), id: nanoid(10) });
      await new Promise(setImmediate);
    }
    return { curves: this.repository.insert(settled, Date.now()) };
  }

  save(id: string, record: CurveRecord, madeFrom: number): StoredCurve {
    const outcome = this.repository.save(id, settle(record, ""), madeFrom, Date.now());
    if (outcome.kind === "missing") return missing(id);
    if (outcome.kind === "stale")
      throw FaultsError.one(
        412,
        "stale-revision",
        `This curve was saved elsewhere since: it is at revision ${outcome.current.revision}, yours was made from ${madeFrom}.`,
        "Keep one of the two, or both.",
        { current: outcome.current },
      );
    return outcome.curve;
  }

  duplicate(id: string): StoredCurve {
    const { name, ...rest } = this.read(id);
    return this.create({ ...rest, name: `${name.slice(0, NAME_LENGTH - 5)} copy` });
  }

  delete(id: string): void {
    if (!this.repository.delete(id, Date.now())) missing(id);
  }

  restore(id: string): StoredCurve {
    this.repository.restore(id);
    return this.read(id);
  }

  private demoCurves() {
    const file = join(this.settings.demo, "curves.json");
    const read = readCollection(readFileSync(file, "utf8"));
    if (!read.ok) throw new FaultsError(500, read.faults);
    return read.value.curves.map(({ curve, ...rest }) => ({
      ...rest,
      notation: printCurve(curve),
      id: nanoid(10),
    }));
  }

  private purge(): void {
    const gone = this.repository.purge(Date.now() - GRACE);
    if (gone > 0) this.logger.log(`Removed ${gone} curves whose grace time was over.`);
  }
}

/** The record as it is kept, its notation checked and written in full. */
function settle({ name, notation, tags, notes, duration }: CurveRecord, path: string): CurveRecord {
  const curve = parseCurve(notation);
  if (!curve.ok)
    throw new FaultsError(
      422,
      curve.faults.map((fault) => ({ ...fault, path: `${path}notation` })),
    );
  return { name: name.trim(), notation: printCurve(curve.value), tags, notes, duration };
}

function missing(id: string): never {
  throw FaultsError.one(
    404,
    "no-such-curve",
    `There is no curve ${JSON.stringify(id)}, or it was deleted.`,
    "Go back to the curves.",
  );
}
