import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { levitas, PASS } from "./testing.ts";

describe("levitas handoff", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-cli-"));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it("hands off to standard output or into a file, the same text", async () => {
    const shown = await levitas(["handoff", PASS, "--as", "css"]);
    const file = join(folder, "pass.css");
    const written = await levitas(["handoff", PASS, "--as", "css", "--out", file]);
    expect(written.printed).toEqual([]);
    expect(written.errors).toContain("Wrote");
    expect(readFileSync(file, "utf8").trimEnd()).toBe(shown.printed[0]);
    expect(shown.printed[0]).toContain("@keyframes pass-translate");
  });

  it("hands off in every format, with its options, and only some figures", async () => {
    const web = ["css", "page", "module", "react", "cues"];
    for (const as of [...web, "frames", "curves", "tokens", "svg", "still"]) {
      const { status, printed } = await levitas(["handoff", PASS, "--as", as]);
      expect([as, status, printed.length]).toEqual([as, 0, 1]);
    }
    const set = ["--set", "as=json", "rate=10"];
    const table = await levitas(["handoff", PASS, "--as", "frames", ...set, "--figures", "Pass"]);
    const { framesPerSecond, columns, rows } = JSON.parse(table.printed.join("\n"));
    expect(framesPerSecond).toBe(10);
    expect(columns.slice(1).every((name: string) => name.startsWith("pass."))).toBe(true);
    expect(rows).toHaveLength(19);
  });

  it("hands off under the person's own selectors, with fonts, and without styles", async () => {
    const own = ["--selectors", "Pass=#boarding > .pass"];
    const css = await levitas(["handoff", PASS, "--as", "css", ...own]);
    expect(css.printed[0]).toContain("#boarding > .pass {");
    const page = await levitas(["handoff", PASS, "--as", "page"]);
    expect(page.printed[0]).toContain('@font-face { font-family: "Hanken Grotesk Variable"');
    const smil = await levitas(["handoff", PASS, "--as", "svg", "--set", "moves=smil"]);
    expect(smil.printed[0]).toContain("<animateTransform");
    expect(smil.printed[0]).not.toMatch(/style|foreignObject/);
    expect(smil.errors).toContain("prefers reduced motion");
  });

  it.each([
    [["--as", "frames", "--set", "rate=soon"], "Give a number from 1 to 1000"],
    [["--as", "frames", "--set", "rate"], "write it as name=value"],
    [["--as", "frames", "--figures", "Gull"], "there is no figure"],
    [["--as", "tokens", "--figures", "Pass"], "leave --figures out"],
    [["--as", "css", "--selectors", "Pass=} body {"], "give a selector of CSS"],
    [["--as", "css", "--selectors", "Gull=.gull"], "there is no figure"],
    [["--as", "svg", "--selectors", "Pass=.pass"], "leave --selectors out"],
  ])("says what is wrong with %j", async (args, words) => {
    const { status, errors } = await levitas(["handoff", PASS, ...args]);
    expect(status).toBe(2);
    expect(errors).toContain(words);
  });
});

describe("levitas handoff --proof", () => {
  it.each([
    [["--as", "frames"], /^Proven at \d+ moments: at most 0 off\.$/m],
    [["--as", "frames", "--set", "as=json"], /^Proven at/m],
    [["--as", "function"], /^Proven at 240 moments: at most [\d.e-]+ off\.$/m],
  ])("compares what leaves with the motion: %j", async (args, said) => {
    const { status, errors } = await levitas(["handoff", PASS, ...args, "--proof"]);
    expect(status).toBe(0);
    expect(errors).toMatch(said);
  });

  it("hands off what answers: a module, and a page to press, under the person's own selectors", async () => {
    const dial = join(import.meta.dirname, "../../../demo/13-tide-dial-answers.json");
    const module = await levitas([
      ...["handoff", dial, "--as", "live", "--figures", "Needle", "Dial"],
      ...["--selectors", "Needle=#needle"],
    ]);
    expect(module.status).toBe(0);
    expect(module.printed[0]).toContain("export const live =");
    expect(module.printed[0]).toContain('"needle":["#needle"');
    expect(module.printed[0]).not.toContain('"sea":[');
    const page = await levitas(["handoff", dial, "--as", "live", "--set", "file=page"]);
    expect(page.printed[0]).toMatch(/^<!doctype html>/);
    const whole = await levitas([
      ...["handoff", dial, "--as", "live", "--set", "file=page", "--figures", "Needle"],
    ]);
    expect([whole.status, whole.errors]).toEqual([2, expect.stringContaining("has all figures")]);
    // What does not answer says so.
    const still = await levitas(["handoff", PASS, "--as", "live"]);
    expect(still.errors).toContain("This study answers to nothing yet.");
  });

  it("says that it needs a browser where it does", async () => {
    const { status, errors } = await levitas(["handoff", PASS, "--as", "css", "--proof"]);
    expect(status).toBe(2);
    expect(errors).toContain("its proof is in the hand-off's room");
  });

  it("finds a text that was rounded", async () => {
    const set = ["--set", "within=0.01"];
    const { status, errors } = await levitas([
      "handoff",
      PASS,
      "--as",
      "function",
      ...set,
      "--proof",
    ]);
    expect(status).toBe(1);
    expect(errors).toMatch(/Not the same: [\d.e-]+ off, pass\.\w+ at/);
  });
});
