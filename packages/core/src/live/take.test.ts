import type { LiveResponse } from "../study/index.ts";
import { needle, press, read, response, SPRING } from "../testing/needle.ts";
import { createLive, replay } from "./index.ts";

describe("a take", () => {
  it("gives the same poses to the last bit, asked in any order", () => {
    const study = needle([response({ how: { curve: SPRING, duration: 0 } })]);
    const events = [0, 120, 300].map((time) => ({
      ...{ time, type: "press" as const, x: 1, y: 2 },
      figure: null,
    }));
    const [one, other] = [replay(study, { events }), replay(study, { events })];
    const times = Array.from({ length: 100 }, (_, i) => i * 9.7);
    const backwards = [...times].reverse().map((time) => read(other, time));
    expect(backwards.reverse()).toEqual(times.map((time) => read(one, time)));
  });

  it("plays the same presses with another motion", () => {
    const events = [{ time: 0, type: "press" as const, x: 0, y: 0, figure: null }];
    const quick = needle([response({ how: { curve: { kind: "linear" }, duration: 100 } })]);
    expect(read(replay(quick, { events }), 100)).toBe(300);
    expect(read(replay(needle([response()]), { events }), 100)).toBe(150);
  });

  it("is taken in order whatever the order in which it is sent", () => {
    const live = createLive(needle([response()]));
    read(live, 5000);
    press(live, 200);
    press(live, 0);
    expect(read(live, 200)).toBe(200);
    expect(read(live, 800)).toBe(100);
  });

  it("stops responses that feed each other in one moment", () => {
    const at = (id: string, of: string): LiveResponse =>
      response({ id, when: { on: "arrived", response: of }, then: [{ do: "set", pose: "high" }] });
    const live = createLive(
      needle([
        response({ then: [{ do: "set", pose: "high" }] }),
        at("a", "r"),
        at("r2", "a"),
        at("a2", "r2"),
        { ...at("r3", "a2") },
        { ...at("loop", "loop2") },
        { ...at("loop2", "loop") },
        { ...at("begin", "r3"), id: "loop" },
      ]),
    );
    press(live, 0);
    expect(read(live, 10)).toBe(300);
    expect(live.log().some(({ kind }) => kind === "stopped")).toBe(true);
  });
});
