import { readFileSync, writeFileSync } from "node:fs";
import { resolve } from "node:path";
import { plainToInstance } from "class-transformer";
import { validateSync } from "class-validator";
import fc from "fast-check";
import { studySchema } from "../testing/studySchema.ts";
import { keyFaults } from "./keyShape.ts";
import { KeyShape } from "./studyShape.ts";

const FILE = resolve(import.meta.dirname, "../../../../docs/study.schema.json");

describe("one source of the document's shape", () => {
  it("the JSON Schema in docs/ is what the classes say; `npm run schema` writes it", () => {
    const made = JSON.parse(JSON.stringify(studySchema()));
    if (process.env.LEVITAS_SCHEMA === "write")
      writeFileSync(FILE, `${JSON.stringify(made, null, 2)}\n`);
    expect(JSON.parse(readFileSync(FILE, "utf8"))).toEqual(made);
  });

  it("refers to nothing that is not there", () => {
    const made = studySchema() as { $defs: Record<string, unknown> };
    const named = [...JSON.stringify(made).matchAll(/"#\/\$defs\/([^"]+)"/g)].map(
      ([, name]) => name,
    );
    expect(named.length).toBeGreaterThan(20);
    expect(named.filter((name) => !((name ?? "") in made.$defs))).toEqual([]);
  });

  it("the fast reader of keys finds fault with the same fields as the class", () => {
    const odd = fc.constantFrom<unknown>(
      ...[0, -5, 1e12, 1e13, -1e13, Number.NaN, Number.POSITIVE_INFINITY, "", "k", "x".repeat(201)],
      ...[null, true, [], {}, "red", { found: true }, { found: false }, { found: "yes" }],
      ...[{ x: 1, y: 2 }, { x: 1 }, { x: "1", y: 2 }, { x: 1, y: 1e13 }, [1, 2]],
      ...[{ kind: "linear" }, { kind: 3 }, { shared: "a" }, { shared: "" }, { shared: 4 }],
    );
    const field = fc.option(odd, { nil: undefined });
    const key = fc.record(
      { id: odd, time: odd, value: odd, curve: field, in: field, out: field },
      { requiredKeys: [] },
    );
    const byClass = (value: object) =>
      validateSync(plainToInstance(KeyShape, value)).map(({ property }) => property);
    const fast = (value: object) =>
      keyFaults([{ path: "k", keys: [value] }], 50).map(({ path }) => path.replace("k[0].", ""));
    fc.assert(
      fc.property(key, (value) => {
        expect(new Set(fast(value))).toEqual(new Set(byClass(value)));
      }),
      { numRuns: 3000 },
    );
  });
});
