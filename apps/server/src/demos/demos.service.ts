import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { readStudyText } from "@levitas/core/shape";
import type { Study } from "@levitas/core/study";
import { Inject, Injectable } from "@nestjs/common";
import { FaultsError } from "../faults/faultsError.ts";
import { SETTINGS } from "../settings.token.ts";
import type { Settings } from "../settings.ts";

/** A demo study with the name of its file. */
export interface Demo {
  readonly name: string;
  readonly document: Study;
}

/** The studies of Saltmarsh Ferries that come with the program. */
@Injectable()
export class DemosService {
  constructor(@Inject(SETTINGS) private readonly settings: Settings) {}

  /** All of them, in the order of their files' names, which are numbered. */
  all(): Demo[] {
    return readdirSync(this.settings.demo)
      .filter((file) => /^\d+-.*\.json$/.test(file))
      .sort((a, b) => a.localeCompare(b, "en", { numeric: true }))
      .map((file) => {
        const read = readStudyText(readFileSync(join(this.settings.demo, file), "utf8"));
        if (!read.ok) throw new FaultsError(500, read.faults);
        return { name: file.replace(/^\d+-/, "").replace(/\.json$/, ""), document: read.value };
      });
  }

  /** One by name. */
  find(name: string): Study {
    const demo = this.all().find((each) => each.name === name);
    if (demo) return demo.document;
    throw FaultsError.one(
      404,
      "no-such-demo",
      `There is no demo study ${JSON.stringify(name)}.`,
      `Give one of ${this.all()
        .map((each) => each.name)
        .join(", ")}.`,
    );
  }
}
