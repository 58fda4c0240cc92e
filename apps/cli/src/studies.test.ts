import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";
import { levitas, PASS } from "./testing.ts";

describe("levitas on study files", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-cli-"));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it("says in a sentence where a hand-off cannot be written, and what is wrong with an odd file", async () => {
    for (const out of [join(folder, "not", "there.css"), folder]) {
      const { status, errors } = await levitas(["handoff", PASS, "--as", "css", "--out", out]);
      expect([status, errors]).toEqual([
        1,
        expect.stringMatching(/cannot be written \(E\w+\)\. Give/),
      ]);
    }
    const odd = join(folder, "odd.json");
    writeFileSync(
      odd,
      readFileSync(PASS, "utf8").replace(/"rest":\s*\{/, '"rest": {"constructor": 1,'),
    );
    const { status, errors } = await levitas(["check", odd]);
    expect([status, errors]).toEqual([1, expect.stringContaining("constructor")]);
    expect(errors).not.toMatch(/ at .*:\d+:\d+/);
  });

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

  it("says how long a study is, and what it does at times", async () => {
    const study = JSON.parse(readFileSync(PASS, "utf8"));
    study.sequence.push({
      type: "cue",
      id: "knock",
      name: "knock",
      tether: { to: "start", offset: 5 },
    });
    const file = join(folder, "cue.json");
    writeFileSync(file, JSON.stringify(study));
    const { status, printed } = await levitas(["check", file]);
    expect(status).toBe(0);
    expect(printed.join()).toContain(", 1 cue");
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
});
