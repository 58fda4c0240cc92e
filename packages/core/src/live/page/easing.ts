import type { PageStudy } from "../pageStudy.ts";
import type { PageEasing } from "./runLive.ts";

/** A curve of a study, of its polynomials. */
export function easingOf({ curves }: PageStudy, number: number): PageEasing {
  const [first, ...pieces] = curves[number] as PageStudy["curves"][number];
  const at = (p: number, isSlope: boolean): number => {
    const [start, end, ...numbers] = (pieces.find((each) => p < (each[1] as number)) ??
      pieces.at(-1)) as [number, number, ...number[]];
    const u = (2 * p - start - end) / (end - start);
    let [value, slope] = [0, 0];
    for (const number of numbers.reverse()) {
      slope = slope * u + value;
      value = value * u + number;
    }
    return isSlope ? (slope * 2) / (end - start) : value;
  };
  return { value: (p) => at(p, false), slope: (p) => (p ? at(p, true) : first) };
}
