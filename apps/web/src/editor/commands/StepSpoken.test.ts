import { stepWords } from "./StepSpoken.tsx";

const entry = (label: string) => ({ label, patches: [], inverse: [], before: {}, after: {} });
const steps = (past: readonly object[], future: readonly object[] = []) =>
  ({ study: {}, past, future }) as unknown as Parameters<typeof stepWords>[0];

describe("what is told of a step", () => {
  const [move, split] = [entry("move Pass"), entry("split Falls")];

  it("is what was done, undone or done again", () => {
    expect(stepWords(steps([]), steps([move]))).toBe("move Pass");
    expect(stepWords(steps([move]), steps([move, split]))).toBe("split Falls");
    expect(stepWords(steps([move, split]), steps([move], [split]))).toBe("Undone: split Falls");
    expect(stepWords(steps([move], [split]), steps([move, split]))).toBe("Done again: split Falls");
  });

  it("is a new step's words where others could be done again, or were forgotten", () => {
    expect(stepWords(steps([move], [split]), steps([move, entry("turn Pass")]))).toBe("turn Pass");
    const full = Array.from({ length: 500 }, (_, i) => entry(`step ${i}`));
    expect(stepWords(steps(full), steps([...full.slice(1), split]))).toBe("split Falls");
  });

  it("is nothing where nothing changed", () => {
    expect(stepWords(steps([move]), steps([move]))).toBeUndefined();
  });
});
