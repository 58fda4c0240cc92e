import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { DEMO, levitas } from "./testing.ts";

const DIAL = join(DEMO, "13-tide-dial-answers.json");

describe("levitas live", () => {
  const folder = mkdtempSync(join(tmpdir(), "levitas-cli-live-"));
  afterAll(() => rmSync(folder, { recursive: true }));
  const file = (name: string, content: unknown) => {
    const path = join(folder, name);
    writeFileSync(path, typeof content === "string" ? content : JSON.stringify(content));
    return path;
  };
  const angles = (printed: readonly string[]) =>
    printed.map((line) => JSON.parse(line).figures.needle.rotate as number);

  it("prints poses along a take of the study or of a file", async () => {
    const own = await levitas(["live", DIAL, "--take", "there and back", "--at", "0,100,2800"]);
    expect(own.status).toBe(0);
    // High water is straight up, the short way from 20 degrees; low water is half a turn on.
    const [first, second, last] = angles(own.printed);
    expect([first, second]).toEqual([20, 20]);
    expect(Math.abs((last ?? 0) % 360)).toBeCloseTo(180, 3);
    const press = { time: 0, type: "press", x: 320, y: 400, figure: "dial" };
    const take = file("take.json", { duration: 3000, events: [press] });
    const given = await levitas(["live", DIAL, "--take", take, "--rate", "1"]);
    expect(given.printed).toHaveLength(4);
    expect(angles(given.printed).at(-1)).toBeCloseTo(180, 3);
  });

  it("prints what happened", async () => {
    const { printed } = await levitas(["live", DIAL, "--take", "three quick presses", "--log"]);
    const kinds = printed.map((line) => JSON.parse(line).kind);
    expect(kinds.filter((kind) => kind === "begun")).toHaveLength(3);
    expect(kinds.filter((kind) => kind === "arrived")).toHaveLength(1);
  });

  it.each<[string, unknown, string]>([
    ["no take", "nothing", "neither a file nor a take"],
    ["text", "not json", "not JSON"],
    [
      "events out of order",
      [
        { time: 5, type: "key-down", key: "a" },
        { time: 1, type: "key-up", key: "a" },
      ],
      "in order",
    ],
    ["an event of no kind", [{ time: 5, type: "shout" }], "events[0].type"],
  ])("says what is wrong with %s", async (name, content, words) => {
    const take = name === "no take" ? "nothing" : file("odd.json", content);
    const { status, errors } = await levitas(["live", DIAL, "--take", take]);
    expect(status).toBe(1);
    expect(errors).toContain(words);
  });
});
