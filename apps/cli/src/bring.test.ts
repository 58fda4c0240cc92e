import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { levitas, PASS } from "./testing.ts";

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
