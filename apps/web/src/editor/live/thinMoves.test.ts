import type { TakeEvent } from "@levitas/core/study";
import { thinMoves } from "./thinMoves.ts";

const move = (time: number): TakeEvent => ({ time, type: "move", x: time, y: 0, figure: null });
const press = (time: number): TakeEvent => ({ time, type: "press", x: 0, y: 0, figure: null });

describe("moves of long ago", () => {
  it("are kept a tenth of a second apart, and all of the last five seconds", () => {
    const events = Array.from({ length: 180 * 120 }, (_, i) => move((i * 1000) / 120));
    const thin = thinMoves(events, new Set(), 180_000);
    const recent = events.filter(({ time }) => time > 175_000).length;
    expect(thin.length).toBeLessThan(1760 + recent);
    expect(thin.length).toBeGreaterThan(1600 + recent);
    expect(thin.at(-1)).toBe(events.at(-1));
  });

  it("stay where something began to answer, and presses and other levers do", () => {
    const lever = (time: number, value: number): TakeEvent => ({
      ...{ time, type: "lever", lever: "tide", value },
    });
    const events = [move(0), move(10), lever(12, 3), press(15), move(20), lever(25, 4), move(30)];
    const thin = thinMoves(events, new Set([20]), 60_000);
    expect(thin.map(({ time }) => time)).toEqual([0, 12, 15, 20]);
  });
});
