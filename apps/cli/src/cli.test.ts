import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { run } from "./program.ts";

const DEMO = resolve(import.meta.dirname, "../../../demo");
const PASS = join(DEMO, "1-boarding-pass.json");

/** Runs the command as a shell would, and answers what it wrote. */
async function levitas(args: readonly string[], input: readonly string[] = []) {
  const printed: string[] = [];
  const errors: string[] = [];
  const status = await run(args, {
    lines: async function* () {
      yield* input;
    },
    print: (line) => printed.push(line),
    error: (line) => errors.push(line),
  });
  return { status, printed, errors: errors.join("\n") };
}

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

describe("levitas on study files", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-cli-"));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it("checks: one line for a sound study, a line for every fault otherwise", async () => {
    const sound = await levitas(["check", PASS]);
    expect([sound.status, sound.printed[0]]).toEqual([0, expect.stringContaining("sound")]);
    const study = JSON.parse(readFileSync(PASS, "utf8"));
    study.figures[0].parent = "nobody";
    study.sequence[0].tracks[0].keys[1].time = -5;
    const file = join(folder, "bad.json");
    writeFileSync(file, JSON.stringify(study));
    const bad = await levitas(["check", file]);
    expect([bad.status, bad.printed]).toEqual([1, []]);
    expect(bad.errors).toContain(`${file}: figures[0].parent:`);
    expect(bad.errors).toContain(`${file}: sequence[0].tracks[0].keys[1].time:`);
  });

  it("names what a study holds and this version does not play", async () => {
    const study = JSON.parse(readFileSync(PASS, "utf8"));
    study.sequence.push({
      type: "cue",
      id: "knock",
      name: "knock",
      tether: { to: "start", offset: 5 },
    });
    const file = join(folder, "cue.json");
    writeFileSync(file, JSON.stringify(study));
    const { status, errors } = await levitas(["check", file]);
    expect(status).toBe(0);
    expect(errors).toContain("sequence[4]: Cues are kept");
  });

  it.each([
    ["a file that is not there", join("nowhere", "none.json"), "ENOENT"],
    ["a file that is no study", resolve(import.meta.dirname, "../package.json"), "levitas-study"],
    ["a file that is no JSON", resolve(import.meta.dirname, "main.ts"), "not JSON"],
  ])("refuses %s", async (_, file, words) => {
    const { status, errors } = await levitas(["pose", file, "--at", "0"]);
    expect(status).toBe(1);
    expect(errors).toContain(words);
  });

  it("poses: a line of JSON for each time", async () => {
    const { printed } = await levitas(["pose", PASS, "--at", "0,650,5000"]);
    const poses = printed.map((line) => JSON.parse(line));
    expect(poses.map((pose) => [pose.time, pose.figures.pass.y])).toEqual([
      [0, -150],
      [650, 10],
      [5000, 170],
    ]);
    expect(poses[2].figures.lamp.color).toBe("#1B6B5A");
  });

  it("hands off to standard output or into a file, the same text", async () => {
    const shown = await levitas(["handoff", PASS, "--as", "css"]);
    const file = join(folder, "pass.css");
    const written = await levitas(["handoff", PASS, "--as", "css", "--out", file]);
    expect(written.printed).toEqual([]);
    expect(written.errors).toContain("Wrote");
    expect(readFileSync(file, "utf8").trimEnd()).toBe(shown.printed[0]);
    expect(shown.printed[0]).toContain("@keyframes pass-translate");
  });
});
