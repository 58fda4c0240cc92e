import { levitas } from "./testing.ts";

describe("levitas convert", () => {
  const convert = async (...args: string[]) => levitas(["convert", ...args]);

  it("prints text that sample reads as the same curve", async () => {
    const places = ["--at", "0,0.2,0.5,0.8,1"];
    const wanted = JSON.parse(
      (await levitas(["sample", "--curve", "back(out)", ...places])).printed[0] ?? "",
    );
    for (const to of ["linear", "cubic-bezier", "path"]) {
      const { status, printed } = await convert("--curve", "back(out)", "--to", to, "--json");
      const { text, error, errorPercent } = JSON.parse(printed[0] ?? "");
      expect([status, errorPercent]).toEqual([0, error * 100]);
      const values = JSON.parse(
        (await levitas(["sample", "--curve", text, ...places])).printed[0] ?? "",
      );
      for (const [i, value] of values.entries())
        expect(Math.abs(value - wanted[i])).toBeLessThanOrEqual(error + 1e-9);
    }
  });

  it("heeds the tolerance in percent, and counts the stops", async () => {
    const stops = async (percent: string) =>
      JSON.parse(
        (
          await convert(
            "--curve",
            "elastic(out)",
            "--to",
            "linear",
            "--tolerance",
            percent,
            "--json",
          )
        ).printed[0] ?? "",
      );
    const [coarse, fine] = [await stops("2"), await stops("0.1")];
    expect(coarse.error).toBeLessThanOrEqual(0.02);
    expect(fine.error).toBeLessThanOrEqual(0.001);
    expect(fine.stops).toBeGreaterThan(coarse.stops);
    expect(coarse.text.split(",")).toHaveLength(coarse.stops);
  });

  it("writes tables, functions and beziers that do not pass", async () => {
    const table = await convert("--curve", "linear", "--to", "table", "--count", "3");
    expect(table.printed).toEqual(["progress,value\n0,0\n0.5,0.5\n1,1"]);
    const js = await convert("--curve", "quad(in)", "--to", "js");
    expect(new Function(`${js.printed[0]} return tween(5, 10, 100, 10);`)()).toBeCloseTo(35, 9);
    const held = await convert("--curve", "back(out)", "--to", "cubic-bezier", "--no-overshoot");
    const ordinates =
      /\((.*)\)/
        .exec(held.printed[0] ?? "")?.[1]
        ?.split(",")
        .map(Number) ?? [];
    expect(Math.max(ordinates[1] ?? 9, ordinates[3] ?? 9)).toBeLessThanOrEqual(1);
  });

  it("takes drawings, and refuses or mends those that run back in time", async () => {
    const svg = '<svg><path d="M 0 100 L 60 40 L 40 30 L 100 0"/></svg>';
    const refused = await convert("--curve", svg, "--to", "path");
    expect([refused.status, refused.errors]).toEqual([
      1,
      expect.stringContaining("from 40 % to 60 %"),
    ]);
    const mended = await convert("--curve", svg, "--to", "path", "--untangle");
    expect(mended.printed).toEqual(['path("M 0 0 L 0.5 0.6 L 0.5 0.7 L 1 1")']);
  });

  it("answers lines with lines", async () => {
    const { status, printed } = await levitas(
      ["convert"],
      [
        '{"curve": "ease", "to": "cubic-bezier"}',
        '{"curve": "elastic(out)", "to": "linear", "tolerance": 1}',
        '{"curve": "ease", "to": "prose"}',
        '{"curve": "ease", "to": "table", "count": 1}',
        '{"to": "js"}',
      ],
    );
    expect(status).toBe(1);
    const answers = printed.map((line) => JSON.parse(line));
    expect(answers[0]).toMatchObject({ text: "cubic-bezier(0.25, 0.1, 0.25, 1)", error: 0 });
    expect(answers[1].error).toBeLessThanOrEqual(0.01);
    for (const answer of answers.slice(2)) expect(answer.error.message).toBeTruthy();
  });

  it("is called with a curve and a form, or neither", async () => {
    expect((await convert("--curve", "ease")).status).toBe(2);
    expect((await convert("--curve", "ease", "--to", "prose")).status).toBe(2);
    expect((await convert("--curve", "ease", "--to", "linear", "--tolerance", "-1")).status).toBe(
      2,
    );
  });
});
