import { levitas, PASS } from "./testing.ts";

describe("levitas sample", () => {
  it("prints a JSON array of values in full precision", async () => {
    const { status, printed } = await levitas(["sample", "--curve", "cubic-bezier(0,0,1/3,1)"]);
    expect([status, printed]).toEqual([1, []]);
    const good = await levitas(["sample", "--curve", "ease", "--at", "0,0.25,1"]);
    expect(good.status).toBe(0);
    const values = JSON.parse(good.printed[0] ?? "");
    expect(values).toEqual([0, expect.closeTo(0.4085, 4), 1]);
    expect(String(values[1]).length).toBeGreaterThan(12);
  });

  it("spreads a count evenly, eleven if nothing is said", async () => {
    const { printed } = await levitas(["sample", "--curve", "linear", "--count", "5"]);
    expect(printed).toEqual(["[0,0.25,0.5,0.75,1]"]);
    const all = await levitas(["sample", "--curve", "linear"]);
    expect(JSON.parse(all.printed[0] ?? "")).toHaveLength(11);
  });

  it("answers each line of standard input with a line, faults among them", async () => {
    const { status, printed, errors } = await levitas(
      ["sample"],
      [
        '{"curve": "steps(2)", "at": [0, 0.6, 1]}',
        "",
        '{"curve": "cubic-bezier(2, 0, 0, 1)", "at": [0]}',
        "nonsense",
        '{"curve": "linear", "at": "half"}',
        '{"at": [1]}',
      ],
    );
    expect(status).toBe(1);
    expect(printed.map((line) => JSON.parse(line))).toEqual([
      { values: [0, 0.5, 1] },
      { error: { message: expect.stringContaining("x1 from 0 to 1"), at: 13 } },
      { error: { message: expect.stringContaining("not JSON"), at: null } },
      { error: { message: '"at" is not a list of numbers.', at: null } },
      { error: { message: '"curve" is not a text.', at: null } },
    ]);
    expect(errors).toContain("line 3:");
    expect(errors).toContain("4 of 6 lines at fault");
  });

  it.each([
    [["sample", "--curve", "ease", "--at", "soon"]],
    [["sample", "--curve", "ease", "--count", "1"]],
    [["sample", "--curve", "ease", "--at", "0", "--count", "3"]],
    [["sample", "--at", "0"]],
    [["wobble"]],
    [["pose", PASS]],
    [["handoff", PASS, "--as", "smoke"]],
  ])("status 2 for %j", async (args) => {
    const { status, printed, errors } = await levitas(args);
    expect([status, printed]).toEqual([2, []]);
    expect(errors).toContain("error:");
  });

  it("shows its help without complaint", async () => {
    const { status, printed } = await levitas(["--help"]);
    expect(status).toBe(0);
    expect(printed.join("\n")).toContain("handoff");
  });
});
