import { readBrought } from "./bring.ts";

// What is judged by time runs by itself, after all others: see `timing` in jest.config.mjs.

describe("what is long is read in step with its length", () => {
  const timeOf = (text: string) => {
    const begin = performance.now();
    readBrought(text);
    return performance.now() - begin;
  };
  const rules = (count: number) =>
    `${Array.from({ length: count }, (_, i) => `.c${i} { animation: go 1s; left: ${i}px }`).join("\n")} @keyframes go { to { opacity: 0 } }`;

  it("2,000 rules take at most 12 times as long as 250", () => {
    // Turn by turn, the least of each: what else the machine does costs both.
    const [few, many] = [rules(250), rules(2000)];
    timeOf(few);
    const taken = [1, 2, 3, 4].map(() => [timeOf(few), timeOf(many)] as const);
    const least = (which: 0 | 1) => Math.min(...taken.map((each) => each[which]));
    expect(least(1) / least(0)).toBeLessThan(12);
  });
});
