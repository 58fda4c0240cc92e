import { readdirSync, readFileSync } from "node:fs";
import { resolve } from "node:path";
import { Ajv2020 } from "ajv/dist/2020.js";
import fc from "fast-check";
import { firstStudy, type Study } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { readStudy, readStudyText } from "./index.ts";
import { mendStudy } from "./mendStudy.ts";

const ROOT = resolve(import.meta.dirname, "../../../..");
const demos = readdirSync(`${ROOT}/demo`)
  .filter((file) => /^\d+-.*\.json$/.test(file))
  .map((file) => [file, readFileSync(`${ROOT}/demo/${file}`, "utf8")] as const);
const schema = JSON.parse(readFileSync(`${ROOT}/docs/study.schema.json`, "utf8")) as object;
const valid = new Ajv2020({ allErrors: true }).compile(schema);

const faults = (document: unknown) => {
  const read = readStudy(document);
  return read.ok ? [] : read.faults.map((fault) => `${fault.path}: ${fault.code}`);
};
const sound = (): Study =>
  kiosk({
    figures: [figure("pass"), figure("stamp", { parent: "pass" })],
    sequence: [
      tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 0, bezier(0, 0, 1, 1)), key(100, 5)] }]),
    ],
  });
/** A copy with one place changed; the place is written as in faults. */
const withAt = (path: string, value: unknown): unknown => {
  // Through text, as documents come; a structured clone would be of another realm than the checks.
  const copy = JSON.parse(JSON.stringify(sound())) as never;
  const steps = path.split(/[.[\]]+/).filter(Boolean);
  const last = steps.pop() ?? "";
  const parent = steps.reduce(
    (at: Record<string, never>, step) => at[step] as never,
    copy,
  ) as Record<string, unknown>;
  parent[last] = value;
  return copy;
};

describe("reading a study", () => {
  it.each(demos)("takes the demo %s, and so does the schema", (_, text) => {
    expect(readStudyText(text)).toMatchObject({ ok: true });
    expect(valid(JSON.parse(text)) || valid.errors).toBe(true);
  });

  it("takes a new study, hands back the very document, and the schema agrees", () => {
    let n = 0;
    const study = firstStudy("New study", () => `i${n++}`);
    expect(readStudy(study)).toEqual({ ok: true, value: study });
    expect(valid(study)).toBe(true);
  });

  it.each([
    ["scene.width", -1, "scene.width: min"],
    ["scene.frameRate", "60", "scene.frameRate: isNumber"],
    ["figures[0].kind", "blob", "figures[0].kind: isIn"],
    ["figures[0].rest.x", "far", "figures[0].rest.x: number-out-of-range"],
    ["figures[1].parent", "nobody", "figures[1].parent: dangling-id"],
    ["figures[0].parent", "stamp", "figures[0].parent: parent-loop"],
    ["figures[1].id", "pass", "figures[1].id: duplicate-id"],
    ["sequence[0].type", "wobble", "sequence[0].type: isIn"],
    ["sequence[0].tether.to", "moon", "sequence[0].tether.to: isIn"],
    ["sequence[0].figures[0]", "nobody", "sequence[0].figures[0]: dangling-id"],
    ["sequence[0].tracks[0].channel", "smell", "sequence[0].tracks[0].channel: isIn"],
    [
      "sequence[0].tracks[0].keys[0].curve",
      "ease",
      "sequence[0].tracks[0].keys[0].curve: isSpanCurve",
    ],
    [
      "sequence[0].tracks[0].keys[0].curve.x1",
      3,
      "sequence[0].tracks[0].keys[0].curve.x1: number-out-of-range",
    ],
    [
      "sequence[0].tracks[0].keys[0].curve.kind",
      "wobble",
      "sequence[0].tracks[0].keys[0].curve.kind: unknown-curve",
    ],
    [
      "sequence[0].tracks[0].keys[0].time",
      500,
      "sequence[0].tracks[0].keys[1].time: keys-out-of-order",
    ],
    [
      "sequence[0].tracks[0].keys[1].value",
      "#fff",
      "sequence[0].tracks[0].keys[1].value: number-out-of-range",
    ],
    [
      "sequence[0].tracks[0].keys[1].value",
      { found: false },
      "sequence[0].tracks[0].keys[1].value: isKeyValue",
    ],
    ["sequence[0].tracks[0].keys", [], "sequence[0].tracks[0].keys: arrayMinSize"],
    [
      "sequence[0].tether",
      { to: "item", id: "t", edge: "end", offset: 0 },
      "sequence[0].tether: tether-loop",
    ],
    ["version", 0, "version: no-version"],
    ["format", "other", "format: not-a-study"],
  ])("says where %s = %j is at fault", (path, value, expected) => {
    expect(faults(withAt(path, value))).toContain(expected);
  });

  it("refuses colors that would be added", () => {
    const tint = {
      channel: "color" as const,
      mode: "relative" as const,
      keys: [key(0, "#1B6B5A")],
    };
    const study = { ...sound(), sequence: [tween("t", 0, "pass", [tint])] };
    expect(faults(study)).toEqual(["sequence[0].tracks[0].mode: relative-color"]);
  });

  it("finds circles of followers and of tethers through several members", () => {
    const follower = (id: string, from: string, to: string) => ({
      id,
      figure: from,
      channel: "x" as const,
      source: { figure: to, channel: "x" as const },
      of: "value" as const,
      from: [0, 1] as const,
      to: [0, 1] as const,
    });
    const circle = {
      ...sound(),
      followers: [follower("f", "pass", "stamp"), follower("g", "stamp", "pass")],
    };
    expect(faults(circle)).toContain("followers[0].source: follower-loop");
  });

  it("keeps fields that it does not know", () => {
    const more = { ...sound(), tide: { height: 2.4 } };
    const read = readStudy(more);
    expect(read.ok && read.value).toBe(more);
  });

  it("migrates a study of version 1, in which a block hid what stands out of it by `clip`", () => {
    // As version 1 wrote it; never changed.
    const old = JSON.stringify({
      ...{ format: "levitas-study", version: 1, name: "Gate", curves: [], sequence: [] },
      ...{ followers: [], markers: [], later: { kept: true } },
      scene: { width: 640, height: 400, background: "#DFE7E4", frameRate: 60 },
      figures: [
        {
          ...{ id: "gate", name: "Gate", kind: "block", parent: null, hue: "slate", rest: {} },
          ...{ pivot: { x: 0.5, y: 0.5 }, look: { clip: true, radius: 6 } },
        },
      ],
    });
    const read = readStudyText(old);
    if (!read.ok) throw new Error(read.faults[0]?.message);
    expect(read.value.version).toBe(2);
    expect(read.value.figures[0]?.look).toEqual({ hidesOverflow: true, radius: 6 });
    expect(read.value).toMatchObject({ later: { kept: true } });
    // What is no figure at all is for the reader to name.
    for (const figures of [null, 7, [null], [[]], [{ look: 3 }], [{ look: [] }]])
      expect(readStudy({ ...JSON.parse(old), figures }).ok).toBe(false);
    const mended = mendStudy(JSON.parse(old.replace('"clip":true', '"clip":null')));
    if (!mended.ok) throw new Error(mended.faults[0]?.message);
    expect(mended.value.study.figures[0]?.look).toEqual({ radius: 6 });
    expect(mended.value.faults.map(({ path }) => path)).toEqual(["figures[0].look.hidesOverflow"]);
  });

  it("refuses a study of a newer version with the reason, and mends nothing of it", () => {
    const newer = { ...sound(), version: 4, sequence: [{ type: "wave" }] };
    const before = JSON.stringify(newer);
    for (const read of [readStudy(newer), mendStudy(newer)]) {
      expect(read.ok).toBe(false);
      if (!read.ok) expect(read.faults.map(({ code }) => code)).toEqual(["newer-version"]);
      if (!read.ok) expect(read.faults[0]?.message).toContain("newer Levitas");
    }
    expect(JSON.stringify(newer)).toBe(before);
  });

  it("answers anything at all with faults, never with an exception", () => {
    fc.assert(
      fc.property(fc.anything(), (document) => {
        expect(readStudy(document).ok).toBe(false);
      }),
    );
    expect(readStudyText("{").ok).toBe(false);
  });

  it("survives any one value of a sound study being replaced", () => {
    const paths: string[] = [];
    const walk = (value: unknown, path: string) => {
      if (path) paths.push(path);
      if (typeof value === "object" && value !== null)
        for (const [k, v] of Object.entries(value)) walk(v, path ? `${path}.${k}` : k);
    };
    walk(sound(), "");
    fc.assert(
      fc.property(fc.constantFrom(...paths), fc.anything({ maxDepth: 1 }), (path, value) => {
        const read = readStudy(withAt(path, value));
        if (!read.ok) for (const fault of read.faults) expect(fault.cure).toBeTruthy();
      }),
      { numRuns: 500, seed: 2 },
    );
  });

  it("refuses groups nested without end", () => {
    let group: unknown = { type: "cue", id: "c", name: "c", tether: { to: "start", offset: 0 } };
    for (let i = 0; i < 200; i++)
      group = {
        type: "group",
        id: `g${i}`,
        name: "g",
        tether: { to: "start", offset: 0 },
        items: [group],
      };
    expect(faults({ ...sound(), sequence: [group] })).toEqual([": too-deep"]);
  });
});
