import { gzipSync } from "node:zlib";
import fc from "fast-check";
import { Parser } from "htmlparser2";
import type { Study } from "../../study/index.ts";
import { anyHostileName, anyLiveStudy, figure, kiosk, liveDemos } from "../../testing/index.ts";
import { writerOf } from "../../testing/writers.ts";
import { liveModule } from "./liveModule.ts";
import { RUNTIME_KEYS } from "./liveRuntime.ts";
import { pageStudyOf } from "./pageStudyOf.ts";

const gzipped = (text: string) => gzipSync(text, { level: 9 }).length;
const demo = (name: string): Study => {
  const found = liveDemos().find(([each]) => each.includes(name));
  if (!found) throw new Error(`no demo ${name}`);
  return found[1];
};

/** A study whose names are all the same text. */
const named = (name: string): Study =>
  kiosk({
    name,
    figures: [figure("a", { name, kind: "label", look: { text: name } }), figure("b", { name })],
    live: {
      poses: [{ id: "up", name, values: { a: { y: 20 } } }],
      levers: [{ id: "hand", name, of: { kind: "slider" }, range: [0, 1] }],
      responses: [
        {
          ...{ id: "r", when: { on: "press", figure: "b" }, midFlight: "keeps-speed" },
          then: [{ do: "next", poses: ["up", "rest"] }],
          how: { curve: { kind: "linear" }, duration: 200 },
        },
      ],
      takes: [],
    },
  });

describe("the module that answers", () => {
  it.each(liveDemos())("carries of the runtime what its study needs: %s", (_, study) => {
    const { runtime, text } = liveModule(study);
    // Presses, poses, sliders and scrolling are within 4 kB; aiming and levers of the pointer add to it.
    const isPointed = /"kind":"(pointer|angle|distance)|"do":"aim"/.test(text);
    expect(gzipped(runtime)).toBeLessThanOrEqual(isPointed ? 5000 : 4096);
    // Nobody waits, holds or presses twice in a demo.
    expect(runtime).not.toMatch(/double-press.*350/);
  });

  it("of all parts together is within 7 kB", () => {
    const all = Array.from({ length: 40 }, (_, seed) => liveModule(anyLiveStudy(seed + 1)).runtime);
    expect(Math.max(...all.map(gzipped))).toBeLessThanOrEqual(7000);
  });

  it("shortens no name under which its data are read", () => {
    const short = new Set<string>(Object.keys(RUNTIME_KEYS));
    const names = new Set<string>();
    const collect = (value: unknown): void => {
      if (Array.isArray(value)) for (const each of value) collect(each);
      else if (value !== null && typeof value === "object")
        for (const [key, each] of Object.entries(value)) {
          names.add(key);
          collect(each);
        }
    };
    const classes = Object.fromEntries(
      Array.from({ length: 30 }, (_, i) => [`figure${i}`, `.f${i}`]),
    );
    for (let seed = 1; seed < 40; seed++) {
      const {
        figures: _,
        poses: __,
        ...data
      } = pageStudyOf(anyLiveStudy(seed), classes, () => true);
      collect(data);
    }
    expect(names.size).toBeGreaterThan(30);
    expect([...names].filter((name) => short.has(name))).toEqual([]);
  });

  it("leaves with some figures and the person's own selectors", () => {
    const study = demo("Tide dial");
    const { text } = liveModule(study, {
      figures: new Set(["needle", "dial"]),
      selectors: { needle: "#needle" },
    });
    expect(text).toContain('"needle":["#needle"');
    expect(text).not.toContain('"sea":[');
  });

  it("can be loaded whatever the names are, and its page has the same elements", () => {
    const tagsOf = (html: string) => {
      const tags: string[] = [];
      const parser = new Parser({ onopentagname: (name) => tags.push(name) });
      parser.end(html);
      return tags;
    };
    const pageOf = (name: string) => writerOf("live").write(named(name), { file: "page" }, {}).text;
    const plain = tagsOf(pageOf("Heron Quay"));
    expect(plain).toContain("input");
    fc.assert(
      fc.property(anyHostileName, (name) => {
        const { text } = liveModule(named(name));
        // Throws where it cannot be read.
        new Function(text.replace(/^export /gm, ""));
        expect(tagsOf(pageOf(name))).toEqual(plain);
      }),
      { numRuns: 500 },
    );
  });

  it("says what it does not do, and where there is nothing to answer", () => {
    const said = (study: Study) =>
      writerOf("live")
        .limits?.(study, {})
        .map(({ what }) => what) ?? [];
    expect(said(kiosk({}))).toEqual([expect.stringContaining("answers to nothing yet")]);
    expect(said(demo("Pass flips"))).toEqual([]);
    const plays = named("Heron Quay");
    const live = plays.live as NonNullable<Study["live"]>;
    const playing = {
      ...plays,
      live: {
        ...live,
        responses: live.responses.map((each) => ({
          ...each,
          then: [{ do: "play", direction: "turns" } as const],
        })),
      },
    };
    expect(said(playing)).toEqual([expect.stringContaining("poses, not the sequence")]);
  });
});
