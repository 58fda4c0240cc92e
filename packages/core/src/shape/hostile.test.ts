import fc from "fast-check";
import { parseCurve, printCurve, readPathData } from "../curve/index.ts";
import { copyKeys, readClipboard, readRecipe, recipeOf } from "../edit/index.ts";
import type { Result } from "../fault/index.ts";
import {
  readCollection,
  readCurveText,
  readDrawing,
  readSvgIcon,
  writePlain,
  writeTokens,
} from "../format/index.ts";
import { compileStudy, thumbnailOf } from "../motion/index.ts";
import { eachTween } from "../study/index.ts";
import { anyCurve, anyLiveStudy, anyStudy, cases, mutated, mutatedText } from "../testing/index.ts";
import { checkStudy } from "./checkStudy.ts";
import { mendStudy, readStudy, readStudyText } from "./index.ts";

const RUNS = cases(80, 20_000);
const options = { numRuns: RUNS, endOnFailure: true };

/** Faults as a person can use them: a few, short, each with a cure. */
function usable(read: Result<unknown>): void {
  if (read.ok) return;
  expect(read.faults.length).toBeGreaterThan(0);
  expect(read.faults.length).toBeLessThanOrEqual(200);
  for (const { message, cure, path } of read.faults) {
    expect(message.length).toBeLessThan(3000);
    expect(path.length).toBeLessThan(3000);
    expect(message).not.toBe("");
    expect(cure).not.toBe("");
  }
}

const studies = fc.nat(5000).map(anyStudy);

const PIECES = [
  ..." ,()[]{}<>\"'\\;:-%".split(""),
  ...["translate(", "matrix(", "M", "C0 0", "Z", "1e400", "NaN", "\u0000", "/*", "&amp;", "<g>"],
  ...["<path d='M0 0L9 9'/>", "transform='", "calc(", "path(", "linear(", "{}", "null", "e9"],
];

describe("what once made a reader throw", () => {
  it("is a fault: a pose that says nothing of a figure", () => {
    const study = {
      ...anyLiveStudy(1),
      live: {
        poses: [{ id: "p", name: "P", values: { pass: null } }],
        levers: [],
        responses: [],
        takes: [],
      },
    };
    const read = readStudy(study);
    expect(read.ok).toBe(false);
    if (!read.ok)
      expect(read.faults.map(({ path }) => path)).toContain("live.poses[0].values.pass");
  });

  it.each([5, null, undefined, {}, []])("is a fault: a curve that is no text, %p", (text) => {
    expect(parseCurve(text as unknown as string).ok).toBe(false);
  });
});

describe("what comes from outside is read or refused, and never throws", () => {
  it("random studies are sound to begin with", () => {
    for (let seed = 0; seed < 200; seed++) expect(checkStudy(anyStudy(seed))).toEqual([]);
  });

  it("studies", () => {
    fc.assert(
      fc.property(mutated(studies), (document) => {
        const read = readStudy(document);
        usable(read);
        const mended = mendStudy(document);
        usable(mended);
        if (!mended.ok) return;
        const { study } = mended.value;
        expect(checkStudy(study)).toEqual([]);
        const motion = compileStudy(study);
        const poses = motion.at(123, new Float64Array(motion.slotCount));
        expect(poses.every((value) => !Number.isNaN(value))).toBe(true);
        // What can be read can be saved, and read again.
        expect(readStudyText(JSON.stringify(study)).ok).toBe(true);
        compileStudy(thumbnailOf(study));
      }),
      options,
    );
  });

  it("copied keys and recipes", () => {
    const clips = studies.map((study) => {
      const keys = [...eachTween(study.sequence)].flatMap(({ tracks }) =>
        tracks.flatMap((track) => track.keys.map(({ id }) => id)),
      );
      return copyKeys(study, keys) ?? null;
    });
    fc.assert(
      fc.property(mutated(clips), (document) => {
        usable(readClipboard(JSON.stringify(document) ?? ""));
      }),
      options,
    );
    const recipes = clips.map(
      (copied) => copied && recipeOf(copied, { name: "Rope", detail: "", stands: "start" }),
    );
    fc.assert(
      fc.property(mutated(recipes), (document) => usable(readRecipe(document))),
      options,
    );
  });

  it("curves as text, path data, drawings and icons", () => {
    const words = mutatedText(anyCurve.map(printCurve), PIECES);
    fc.assert(
      fc.property(words, (text) => {
        usable(parseCurve(text));
        usable(readCurveText(text));
      }),
      options,
    );
    const data = fc.constantFrom(
      "M 0 0 C 0.3 0 0.2 1 1 1",
      "m0,0 q.5 1 1 1 t1 1 s 3 3 4 4 a 1 2 30 0 1 5 5 z",
      "M0 0H4V5L6 7Z M 1 1 l 2 2",
    );
    fc.assert(
      fc.property(mutatedText(data, PIECES), (text) => {
        usable(readPathData(text));
        usable(readPathData("M0 0L9 9", [text]));
      }),
      options,
    );
    const drawing = fc.constantFrom(
      '<svg viewBox="0 0 24 24"><g transform="translate(2 3) rotate(30)"><path d="M0 0C1 2 3 4 5 5" fill="red"/></g></svg>',
      '<svg width="9" height="9"><rect x="1" y="2" width="3" height="4" rx="1" style="stroke:#123;stroke-width:2"/><circle r="3"/></svg>',
      '<polyline points="0,0 1,2 3,4"/><line x1="0" y1="1" x2="2" y2="3"/>',
    );
    fc.assert(
      fc.property(mutatedText(drawing, PIECES), (text) => {
        usable(readDrawing(text));
        usable(readSvgIcon(text));
      }),
      options,
    );
  });

  it("collections of curves", () => {
    const curves = fc
      .array(anyCurve, { minLength: 1, maxLength: 3 })
      .map((list) =>
        list.map((curve, i) => ({ name: `Rope ${i}`, curve, tags: [], notes: "", duration: 800 })),
      );
    fc.assert(
      fc.property(
        mutated(curves.map((list) => JSON.parse(writePlain(list)) as unknown)),
        (document) => usable(readCollection(JSON.stringify(document) ?? "")),
      ),
      options,
    );
  });
});

describe("what a person would notice", () => {
  it("a text of blanks in a transform does not stop the page", () => {
    const blanks = " ".repeat(10_000);
    usable(readDrawing(`<path transform="translate(${blanks}" d="M0 0L9 9"/>`));
    usable(readSvgIcon(`<svg><path transform="translate(1,${blanks}2)" d="M0 0L9 9"/></svg>`));
  });

  it("a long run of blanks between words does not stop the page", () => {
    usable(readCurveText(`x: ease${" ".repeat(70_000)}x`));
  });

  it("a calc() of 60,000 terms is refused", () => {
    usable(parseCurve(`path(calc(${"1 ".repeat(60_000)}))`));
    expect(parseCurve(`cubic-bezier(calc(${"1 + ".repeat(9000)}1), 0, 1, 1)`).ok).toBe(false);
  });

  it.each([
    ["cubic-bezier(0.3, 0, 0.2, 1", "cubic-bezier(0.3, 0, 0.2, 1)"],
    ["linear(0, 0.5 calc(20% + 10%", "linear(0, 0.5 30%, 1)"],
    ["steps(4, jump-end /* a note", "steps(4)"],
    ['path("M 0 0 L 1 1', 'path("M 0 0 L 1 1")'],
  ])("text that ends inside of a bracket is closed there, as in CSS: %s", (open, closed) => {
    const read = parseCurve(open);
    const whole = parseCurve(closed);
    if (open.startsWith("linear")) {
      // The last stop is said nowhere: two stops are left, as in a browser.
      expect(read.ok).toBe(true);
      return;
    }
    expect(read).toEqual(whole);
  });

  it("300,000 pasted tracks are refused", () => {
    const track = { channel: "x", keys: [{ time: 0, value: 1 }] };
    const tracks = Array.from({ length: 300_000 }, () => track);
    const read = readClipboard(JSON.stringify({ format: "levitas-keys", tracks }));
    expect(read.ok).toBe(false);
    usable(read);
  });

  it.each([
    ["route", "sideways"],
    ["mode", "upwards"],
    ["space", 5],
    ["figure", -1],
  ])("pasted keys with a %s that is none are refused", (name, value) => {
    const track = { channel: "rotate", keys: [{ time: 0, value: 1 }], [name]: value };
    const read = readClipboard(JSON.stringify({ format: "levitas-keys", tracks: [track] }));
    expect(!read.ok && read.faults[0]?.path).toBe(`tracks[0].${name}`);
  });

  it("a curve named as a field that every object has is kept among tokens", () => {
    const curve = { kind: "keyword", name: "ease-out" } as const;
    const named = ["__proto__", "constructor"].map((name) => ({
      ...{ name, curve, tags: [], notes: "", duration: 500 },
    }));
    const read = readCollection(writeTokens(named));
    expect(read.ok && read.value.curves.map(({ name }) => name)).toEqual([
      "__proto__",
      "constructor",
    ]);
  });

  it("10,000 faulty keys are mended in a few rounds", () => {
    const study = anyStudy(1);
    const keys = Array.from({ length: 10_000 }, (_, i) => ({
      id: `fault${i}`,
      time: i % 2 === 0 ? -1 : i,
      value: i,
    }));
    const tween = {
      ...{ type: "tween", id: "long", name: "long", tether: { to: "start", offset: 0 } },
      ...{ figures: ["deck"], tracks: [{ channel: "x", keys }] },
    };
    const mended = mendStudy({ ...study, sequence: [tween] });
    const kept = mended.ok && mended.value.study.sequence[0];
    expect(kept && kept.type === "tween" && kept.tracks[0]?.keys.length).toBe(5000);
  });

  it("a mended study is compiled anew, without what was taken out", () => {
    const study = anyStudy(3);
    const shake = { type: "shake", id: "s", name: "s", tether: { to: "start", offset: 0 } };
    const mended = mendStudy({ ...study, sequence: [...study.sequence, shake] });
    if (!mended.ok) throw new Error("It could not be mended");
    expect(() => compileStudy(mended.value.study)).not.toThrow();
    expect(mended.value.study.sequence.some(({ id }) => id === "s")).toBe(false);
  });
});
