import fc from "fast-check";
import { overBudgetInBytes } from "./bodyLimits.ts";

const BUDGET = { depth: 4, objects: 6, fields: 3, values: 40, text: 1000 };
const refused = (value: unknown) =>
  overBudgetInBytes(Buffer.from(JSON.stringify(value)), BUDGET)?.code;

describe("what a request holds is counted in its bytes, before it is parsed", () => {
  it("whatever its texts hold: quotes, backslashes, brackets and commas count for nothing", () => {
    const letters = fc.constantFrom('"', "\\", "{", "[", "]", "}", ",", ":", "a", "é", "😀", "\n");
    const text = fc.array(letters, { maxLength: 120 }).map((all) => all.join(""));
    fc.assert(
      fc.property(text, text, (a, b) => {
        expect(refused([a, { [b]: a }])).toBeUndefined();
        expect(refused([a, { [b]: a, b: 0, c: 0, d: 0, ...{ [`${b}!`]: 1 } }])).toBe(
          "too-many-fields",
        );
        expect(refused([[a], [b], [[[[a]]]]])).toBe("too-deep");
        expect(refused([[a], [], [b], [], [], []])).toBe("too-many-objects");
      }),
      { numRuns: 500 },
    );
  });

  it("and text that is cut off is left to the parser", () => {
    for (const text of ['"', '"\\', `"${"a".repeat(50)}`, `"${"a".repeat(50)}\\`, '{"a'])
      expect(overBudgetInBytes(Buffer.from(text), BUDGET)).toBeUndefined();
  });
});
