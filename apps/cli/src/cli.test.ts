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

  it.each([
    [["--as", "frames", "--set", "rate=soon"], "Give a number from 1 to 1000"],
    [["--as", "frames", "--set", "rate"], "write it as name=value"],
    [["--as", "frames", "--figures", "Gull"], "there is no figure"],
    [["--as", "tokens", "--figures", "Pass"], "leave --figures out"],
  ])("says what is wrong with %j", async (args, words) => {
    const { status, errors } = await levitas(["handoff", PASS, ...args]);
    expect(status).toBe(2);
    expect(errors).toContain(words);
  });
});

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

describe("levitas bring", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-"));
  });
  afterAll(() => rmSync(folder, { recursive: true }));
  const file = (name: string, text: string) => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };

  it("makes a study of CSS and tells what could not be read, with its place", async () => {
    const css = file(
      "gate-notice.css",
      ".notice { animation: in 1s both }\n@keyframes in { from { translate: 0 -40px; word-spacing: 2px } }",
    );
    const { status, printed, errors } = await levitas(["bring", css]);
    expect(status).toBe(0);
    const study = JSON.parse(printed.join("\n"));
    expect([study.name, study.figures[0].name]).toEqual(["gate notice", "Notice"]);
    expect(errors).toContain(`${css}, line 2: word-spacing of in:`);
    const checked = file("back.json", printed.join("\n"));
    expect((await levitas(["check", checked])).status).toBe(0);
  });

  it("adds to a study, on figures that are called the same", async () => {
    const css = join(folder, "out.css");
    await levitas(["handoff", PASS, "--as", "css", "--out", css]);
    const out = join(folder, "both.json");
    expect((await levitas(["bring", css, "--onto", PASS, "--out", out])).status).toBe(0);
    const [before, after] = [PASS, out].map((path) => JSON.parse(readFileSync(path, "utf8")));
    expect(after.figures).toHaveLength(before.figures.length);
    expect(after.sequence.length).toBeGreaterThan(before.sequence.length);
    expect((await levitas(["check", out])).status).toBe(0);
  });

  it("says what is wrong with what it cannot take", async () => {
    const none = await levitas(["bring", file("none.css", "a { color: red }")]);
    expect([none.status, none.errors]).toEqual([1, expect.stringContaining("Nothing that moves")]);
    const gone = await levitas(["bring", join(folder, "gone.css")]);
    expect([gone.status, gone.errors]).toEqual([1, expect.stringContaining("cannot be read")]);
  });
});
