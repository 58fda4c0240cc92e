import { levitas } from "./testing.ts";

describe("levitas readings", () => {
  const read = async (...args: string[]) => {
    const { status, printed } = await levitas(["readings", ...args]);
    return { status, readings: JSON.parse(printed.join("\n") || "null") };
  };

  it("gives a spring its natural duration and times in ms", async () => {
    const { readings } = await read("--curve", "spring(overshoot: 12%, settle: 600ms)");
    expect(readings).toMatchObject({
      times: "ms",
      overshoot: expect.closeTo(12, 4),
      settle: expect.closeTo(600, 2),
      band: 2,
      feel: ["settles", "overshoots", "rings"],
    });
    expect(readings.naturalDuration).toBe(readings.duration);
  });

  it("takes a duration and a band, and says progress without", async () => {
    const timed = await read("--curve", "cubic(out)", "--duration", "800", "--band", "5");
    expect(timed.readings.settle).toBeCloseTo(800 * (1 - 0.05 ** (1 / 3)), 6);
    const plain = await read("--curve", "cubic(out)");
    expect(plain.readings).toMatchObject({ times: "progress", duration: null, firstReach: 1 });
  });

  it("writes null for what has no number", async () => {
    const { readings } = await read("--curve", "steps(4)");
    expect(readings).toMatchObject({ peakSpeed: null, jumps: [0.25, 0.5, 0.75, 1] });
  });

  it("answers lines with lines", async () => {
    const { status, printed } = await levitas(
      ["readings"],
      [
        '{"curve": "back(out)", "duration": 500}',
        '{"curve": "back(up)"}',
        '{"curve": "ease", "band": 0}',
        "[]",
      ],
    );
    expect(status).toBe(1);
    const answers = printed.map((line) => JSON.parse(line));
    expect(answers[0].readings.overshoot).toBeCloseTo(10, 9);
    expect(answers[1].error).toMatchObject({ at: 5 });
    expect(answers[2].error.message).toContain("band");
    expect(answers[3].error.message).toContain("object");
  });

  it("refuses options without a curve", async () => {
    expect((await levitas(["readings", "--duration", "4"])).status).toBe(2);
    expect((await levitas(["readings", "--curve", "ease", "--duration", "0"])).status).toBe(2);
  });
});
