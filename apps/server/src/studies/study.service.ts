import { type KeptHandoff, readKeptHandoff } from "@levitas/core/format";
import { readStudy } from "@levitas/core/shape";
import type { Study } from "@levitas/core/study";
import { Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from "@nestjs/common";
import { nanoid } from "nanoid";
import { DemosService } from "../demos/demos.service.ts";
import { FaultsError } from "../faults/faultsError.ts";
import type { NewStudyInput, StudyListInput } from "./study.dto.ts";
import { type StoredStudy, StudyRepository } from "./study.repository.ts";

/** How long a deleted study can be brought back, ms: a day. */
export const GRACE = 24 * 60 * 60 * 1000;

/** How often what is past that is removed, ms. */
export const PURGE_EVERY = 60 * 60 * 1000;

/** Largest text of what is chosen for the hand-offs of a study, letters. */
const LARGEST_HANDOFF = 1_000_000;

/** What can be done with studies. */
@Injectable()
export class StudyService implements OnModuleInit, OnApplicationShutdown {
  private readonly logger = new Logger("studies");
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly repository: StudyRepository,
    private readonly demos: DemosService,
  ) {}

  onModuleInit(): void {
    const demos = this.demos.all().map(({ document }) => ({ id: nanoid(10), document }));
    const seeded = this.repository.seed(demos, Date.now());
    if (seeded > 0) this.logger.log(`Put ${seeded} demo studies into the empty database.`);
    this.purge();
    this.timer = setInterval(() => this.purge(), PURGE_EVERY).unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  list(query: StudyListInput) {
    const { lines, total } = this.repository.list(query);
    return { studies: lines, total };
  }

  /** A study as JSON text, ready to be sent. */
  readJson(id: string): { readonly revision: number; readonly json: string } {
    return this.repository.findJson(id) ?? missing(id);
  }

  read(id: string): StoredStudy {
    return this.repository.find(id) ?? missing(id);
  }

  create(input: NewStudyInput): StoredStudy {
    if ((input.document === undefined) === (input.demo === undefined))
      throw FaultsError.one(
        400,
        "nothing-to-make",
        "A new study begins as one thing.",
        'Give either "document" or "demo".',
      );
    const document =
      input.demo === undefined ? readDocument(input.document) : this.demos.find(input.demo);
    return this.repository.insert(nanoid(10), document, Date.now());
  }

  save(id: string, document: object, madeFrom: number) {
    const outcome = this.repository.save(id, readDocument(document), madeFrom, Date.now());
    if (outcome.kind === "missing") return missing(id);
    if (outcome.kind === "stale")
      throw FaultsError.one(
        412,
        "stale-revision",
        `This study was saved elsewhere since: it is at revision ${outcome.current.revision}, yours was made from ${madeFrom}.`,
        "Keep one of the two, or both.",
        { current: outcome.current },
      );
    return { id, revision: outcome.revision, changedAt: outcome.changedAt };
  }

  duplicate(id: string): StoredStudy {
    const { document } = this.read(id);
    const handoff = this.handoff(id);
    const name = `${document.name} copy`.slice(0, 200);
    return this.repository.insert(nanoid(10), { ...document, name }, Date.now(), handoff);
  }

  /** What was chosen for the hand-offs of a study. */
  handoff(id: string): KeptHandoff {
    return this.repository.findHandoff(id) ?? missing(id);
  }

  /** Keeps what was chosen for the hand-offs of a study. */
  keepHandoff(id: string, chosen: object): void {
    const handoff = readKeptHandoff(chosen);
    if (JSON.stringify(handoff).length > LARGEST_HANDOFF)
      throw FaultsError.one(
        413,
        "body-too-large",
        "What is chosen for the hand-offs takes more than 1 MB.",
        "Give shorter selectors, or fewer of them.",
      );
    if (!this.repository.keepHandoff(id, handoff)) missing(id);
  }

  delete(id: string, { forGood }: { readonly forGood: boolean }): void {
    const isGone = forGood
      ? this.repository.deleteForGood(id)
      : this.repository.delete(id, Date.now());
    if (!isGone) missing(id);
  }

  restore(id: string): StoredStudy {
    // Restoring what was restored already is no fault: the person has what they asked for.
    this.repository.restore(id);
    return this.read(id);
  }

  private purge(): void {
    const gone = this.repository.purge(Date.now() - GRACE);
    if (gone > 0) this.logger.log(`Removed ${gone} studies whose grace time was over.`);
  }
}

function readDocument(document: unknown): Study {
  const read = readStudy(document);
  if (!read.ok) throw new FaultsError(422, read.faults);
  return read.value;
}

function missing(id: string): never {
  throw FaultsError.one(
    404,
    "no-such-study",
    `There is no study ${JSON.stringify(id)}, or it was deleted.`,
    "Go back to the list of studies.",
  );
}
