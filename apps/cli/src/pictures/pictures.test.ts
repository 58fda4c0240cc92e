import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { HANDOFF_FORMATS, isEncoded, readHandoffSettings } from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { PNG } from "pngjs";
import { DEMO, levitas, PASS } from "../testing.ts";
import { makePicture } from "./makePicture.ts";
import { provePicture } from "./provePicture.ts";
import { pictureFonts } from "./typefaces.ts";

describe("pictures from the command line", () => {
  let folder: string;
  beforeAll(() => {
    folder = mkdtempSync(join(tmpdir(), "levitas-cli-pictures-"));
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const draw = async (name: string, args: readonly string[], study = PASS) => {
    const file = join(folder, name);
    const answer = await levitas(["handoff", study, ...args, "--out", file, "--proof"]);
    return { ...answer, file };
  };

  // The pass lasts 1800 ms: at five frames a second that makes ten.
  it.each([
    ["picture", ["as=gif", "rate=5", "scale=0.25"], 10],
    ["picture", ["as=apng", "rate=5", "scale=0.25", "background=none", "loops=2"], 10],
    ["sprite", ["rate=5", "scale=0.25"], 10],
    ["still", ["as=png", "time=450", "scale=0.5"], 1],
  ])("are read again and compared: %s %j", async (as, set, frames) => {
    const { status, errors } = await draw("drawn", ["--as", as, "--set", ...set]);
    expect([status, errors]).toEqual([0, expect.stringContaining("Proven: ")]);
    expect(errors).toContain(`${frames} of ${frames} frames, times within 0 ms`);
  });

  it("show what is turned in perspective, nothing of a background that is left out", async () => {
    const args = ["--as", "still", "--set", "as=png", "time=500", "background=none"];
    const { file } = await draw("turned.png", args, join(DEMO, "8-pass-turns-over.json"));
    const { width, data } = PNG.sync.read(readFileSync(file));
    const rows = (column: number) => {
      let count = 0;
      for (let y = 0; y < 230; y++)
        if ((data[(y * width + column) * 4 + 3] as number) > 128) count++;
      return count;
    };
    expect(data[3]).toBe(0);
    // The half that is nearer to the eye is higher.
    expect(rows(420)).toBeGreaterThan(rows(240) + 15);
  });

  it("show only the figures that are asked for", async () => {
    const set = ["as=png", "time=1800", "background=none"];
    const args = ["--as", "still", "--set", ...set, "--figures", "Pass"];
    const { file, status } = await draw("alone.png", args);
    expect(status).toBe(0);
    const { width, height, data } = PNG.sync.read(readFileSync(file));
    let [left, top, right, bottom] = [width, height, 0, 0];
    for (let i = 0; i < width * height; i++) {
      if ((data[i * 4 + 3] as number) === 0) continue;
      const [x, y] = [i % width, Math.floor(i / width)];
      [left, top] = [Math.min(left, x), Math.min(top, y)];
      [right, bottom] = [Math.max(right, x), Math.max(bottom, y)];
    }
    // Where the pass has come to lie: its box, and nothing around it.
    expect([left, top, right - left + 1, bottom - top + 1]).toEqual([215, 170, 210, 134]);
  });

  it("stand in the scene's weights, and say which letters there are none for", async () => {
    const study: Study = JSON.parse(readFileSync(PASS, "utf8"));
    const label = study.figures.find(({ kind }) => kind === "label");
    const own = { ...label, look: { text: "Heron Quay ⛴", weight: 650 } } as Study["figures"][0];
    const fonts = await pictureFonts({ ...study, figures: [own] });
    expect(fonts.missing).toEqual(["⛴"]);
    // 600 and 700 are taken by others: the next is free.
    expect([...fonts.weights]).toContainEqual([650, 800]);
    const file = join(folder, "study.json");
    writeFileSync(
      file,
      JSON.stringify({
        ...study,
        figures: study.figures.map((each) => (each.id === own.id ? own : each)),
      }),
    );
    const { errors } = await draw("letters.png", ["--as", "still", "--set", "as=png"], file);
    expect(errors).toContain("do not have ⛴");
  });

  it("that differ from what was drawn are found", async () => {
    const study: Study = JSON.parse(readFileSync(PASS, "utf8"));
    const format = HANDOFF_FORMATS.find(({ id }) => id === "picture");
    const set = { as: "apng", rate: 5, scale: 0.25 };
    const settings = format && readHandoffSettings(format, study, set);
    const plan = settings?.ok ? format?.picture?.(study, settings.value) : undefined;
    if (!plan || !isEncoded(plan)) throw new Error("There is no plan.");
    const made = await makePicture(study, plan, { fonts: await pictureFonts(study) });
    expect((await provePicture(plan, made)).isSame).toBe(true);
    const late = { ...made, frame: (i: number) => made.frame(Math.min(i + 3, 9)) };
    expect((await provePicture(plan, late)).isSame).toBe(false);
    const slow = { ...plan, delays: plan.delays.map((delay) => delay + 50) };
    expect(await provePicture(slow, made)).toMatchObject({
      isSame: false,
      found: expect.stringContaining("times within 50 ms"),
    });
  });

  it.each([
    [["--as", "picture", "--set", "as=webm", "--out", "x.webm"], "written by a browser"],
    [["--as", "picture"], "give a file with --out"],
  ])("say what cannot be: %j", async (args, words) => {
    const { status, errors } = await levitas(["handoff", PASS, ...args]);
    expect([status, errors]).toEqual([2, expect.stringContaining(words)]);
  });
});
