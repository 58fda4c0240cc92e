import { TokenType, tokenize } from "@csstools/css-tokenizer";
import fc from "fast-check";
import { Parser } from "htmlparser2";
import { SaxesParser } from "saxes";
import type { Curve } from "../../curve/index.ts";
import { compileStudy } from "../../motion/index.ts";
import type { Study } from "../../study/index.ts";
import {
  anyHostileName,
  cases,
  demoStudies,
  figure,
  key,
  kiosk,
  tween,
} from "../../testing/index.ts";
import { writerOf } from "../../testing/writers.ts";
import { HANDOFF_FORMATS } from "./formats.ts";
import type { HandoffFormat, HandoffParts } from "./handoffFormat.ts";
import { initialSettings, readHandoffSettings } from "./settings.ts";

const demos = demoStudies().map(([, study]) => study);
const formatOf = (id: string) => HANDOFF_FORMATS.find((each) => each.id === id) as HandoffFormat;
const write = (id: string, study: Study, said: object = {}, parts: HandoffParts = {}) => {
  const settings = readHandoffSettings(formatOf(id), study, { ...said });
  if (!settings.ok) throw new Error(settings.faults[0]?.cure);
  return writerOf(id).write(study, settings.value, parts).text;
};

/** The cells of a table in CSV, read by the letter as RFC 4180 says. */
function readCsv(text: string): string[][] {
  const rows: string[][] = [[]];
  let cell = "";
  let quoted = false;
  for (let i = 0; i < text.length; i++) {
    const letter = text[i];
    if (quoted && letter === '"' && text[i + 1] === '"') cell += text[i++];
    else if (letter === '"') quoted = !quoted;
    else if (!quoted && (letter === "," || letter === "\n")) {
      rows.at(-1)?.push(cell);
      cell = "";
      if (letter === "\n") rows.push([]);
    } else if (quoted || letter !== "\r") cell += letter;
  }
  return rows.slice(0, -1);
}

describe("figures that are drawn", () => {
  const arrival = demos.find(({ name }) => name === "Kiosk arrival") as Study;
  // The title stands in the header, which is not chosen.
  const title = arrival.figures.find(({ name }) => name === "Title")?.id ?? "";
  const parts = { figures: new Set([title]) };

  it.each([
    ["page", {}],
    ["react", {}],
    ["svg", {}],
    ["svg", { moves: "smil" }],
    ["still", {}],
  ])("are those that are chosen, in what they stand in, which shows nothing: %s %j", (id, said) => {
    const whole = write(id, arrival, said);
    const text = write(id, arrival, said, parts);
    for (const [name, there] of [
      ["header", true],
      ["title", true],
      ["sailing", false],
      ["pass", false],
    ] as const) {
      const written = new RegExp(`(class|id)=\\\\?"${name}\\\\?"`);
      expect([name, written.test(whole), written.test(text)]).toEqual([name, true, there]);
    }
    expect(text.length).toBeLessThan(whole.length / 2);
    // Of the header there is its box, not its paint.
    const painted = /background:currentColor|fill="currentColor"/g;
    expect(text.match(painted)?.length ?? 0).toBeLessThan(whole.match(painted)?.length ?? 0);
  });
});

describe("frames", () => {
  it.each(demos.map((study): [string, Study] => [study.name, study]))(
    "are the motion to the last bit, as CSV and as JSON: %s",
    (_, study) => {
      const motion = compileStudy(study);
      const [head = [], ...rows] = readCsv(write("frames", study, { channels: "all", rate: 30 }));
      const table = JSON.parse(write("frames", study, { as: "json", channels: "all", rate: 30 }));
      expect(table.columns).toEqual(head);
      expect(rows.map((row) => row.map(Number))).toEqual(table.rows);
      const poses = new Float64Array(motion.slotCount);
      for (const row of rows) {
        motion.at(Number(row[0]), poses);
        // All channels of all figures, in the order of the pose buffer.
        expect(row.slice(1).map(Number)).toEqual([...poses]);
      }
      expect(Number(rows.at(-1)?.[0])).toBeGreaterThanOrEqual(motion.duration - 1e-6);
    },
  );

  it("have what moves alone unless all is asked for, of the figures that leave", () => {
    const [pass] = demos.filter(({ name }) => name === "Boarding pass drops");
    if (!pass) throw new Error("no demo");
    const [head = []] = readCsv(write("frames", pass, {}, { figures: new Set(["pass"]) }));
    expect(head[0]).toBe("time");
    expect(head.length).toBeGreaterThan(1);
    expect(head.slice(1).every((name) => name.startsWith("pass."))).toBe(true);
    expect(head).not.toContain("pass.width");
  });
});

describe("settings", () => {
  it("are what is said, else what they are initially", () => {
    const study = kiosk({ scene: { ...kiosk({}).scene, frameRate: 25 } });
    const frames = formatOf("frames");
    expect(initialSettings(frames, study)).toEqual({ as: "csv", rate: 25, channels: "moving" });
    expect(readHandoffSettings(frames, study, { rate: "24", as: "json" })).toEqual({
      ok: true,
      value: { as: "json", rate: 24, channels: "moving" },
    });
  });

  it("say what cannot be, and what could", () => {
    const read = (id: string, said: object) => {
      const result = readHandoffSettings(formatOf(id), kiosk({}), { ...said });
      return result.ok ? [] : result.faults.map(({ path, cure }) => `${path}: ${cure}`);
    };
    expect(read("frames", { rate: "soon", as: "xml", speed: 1 })).toEqual([
      "rate: Give a number from 1 to 1000.",
      "as: Give one of csv, json.",
      "speed: Give one of as, rate, channels.",
    ]);
    expect(read("frames", { rate: Number.NaN })).toHaveLength(1);
    expect(read("cues", { sound: "on" })).toEqual(["sound: Cues has no options."]);
  });
});

const ELASTIC: Curve = { kind: "elastic", direction: "out", swings: 3, decay: 8 };
/** A curve that CSS has, where many studies are written: the other is fitted anew for each. */
const PLAIN: Curve = { kind: "cubic-bezier", x1: 0.3, y1: 0, x2: 0.2, y2: 1 };

/** A study in which every text is the same hostile one. */
function named(text: string, curve: Curve = ELASTIC): Study {
  return kiosk({
    name: text,
    curves: [{ id: "shared", name: text, curve }],
    figures: [
      figure("a", { name: text, kind: "label", look: { text } }),
      figure("b", { name: text, kind: "card", look: { heading: text, back: { title: text } } }),
    ],
    sequence: [
      tween(
        "t",
        0,
        "a",
        [{ channel: "x", keys: [key(0, 0, { shared: "shared" }), key(400, 90)] }],
        {
          name: text,
        },
      ),
      tween("u", 0, "b", [{ channel: "turnY", keys: [key(0, 0), key(300, 180)] }], { name: text }),
      { type: "cue", id: "c", name: text, tether: { to: "start", offset: 20 }, sound: "bell" },
    ],
  });
}

/** The tags of a document in order, and whether any text in it stands where a tag should. */
function tagsOf(text: string, xmlMode: boolean): string[] {
  const tags: string[] = [];
  const parser = new Parser(
    {
      onopentag: (name, attributes) => {
        tags.push(`${name} ${Object.keys(attributes).sort().join(" ")}`);
      },
      onclosetag: (name, implied) => {
        tags.push(`/${name}${implied ? " implied" : ""}`);
      },
    },
    { xmlMode, recognizeCDATA: true },
  );
  parser.end(text);
  return tags;
}

/** The kinds of tokens of CSS outside of comments, names and texts apart. */
function tokensOf(css: string): string[] {
  return tokenize({ css }).flatMap(([type]) =>
    type === TokenType.Comment || type === TokenType.Whitespace ? [] : [type],
  );
}

describe("hostile names", () => {
  const plain = named("Heron Quay", PLAIN);
  const html = ["page", "svg", "still"] as const;
  it.each(html)("break out of no %s", (id) => {
    const tags = tagsOf(write(id, plain), id !== "page");
    fc.assert(
      fc.property(anyHostileName, (name) => {
        expect(tagsOf(write(id, named(name, PLAIN)), id !== "page")).toEqual(tags);
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it("break out of no SVG without styles", () => {
    const tags = tagsOf(write("svg", plain, { moves: "smil" }), true);
    fc.assert(
      fc.property(anyHostileName, (name) => {
        // A label of two lines is two texts.
        const line = name.replace(/\n/g, " ");
        expect(tagsOf(write("svg", named(line, PLAIN), { moves: "smil" }), true)).toEqual(tags);
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it.each(["css", "smil"])("leave an SVG that moves by %s well-formed", (moves) => {
    fc.assert(
      fc.property(anyHostileName, (name) => {
        // Throws at the first thing that XML does not allow.
        new SaxesParser().write(write("svg", named(name, PLAIN), { moves })).close();
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it.each(["css", "transition"])("break out of no %s", (id) => {
    const tokens = tokensOf(write(id, plain));
    fc.assert(
      fc.property(anyHostileName, (name) => {
        expect(tokensOf(write(id, named(name, PLAIN)))).toEqual(tokens);
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it.each(["module", "cues"])(
    "break out of no %s: it can be loaded, and has the names",
    async (id) => {
      await fc.assert(
        fc.asyncProperty(anyHostileName, async (name) => {
          const whole = write(id, named(name, PLAIN));
          const module = await import(`data:text/javascript,${encodeURIComponent(whole)}`);
          expect(module.duration).toBe(400);
          if (id === "cues") expect(module.cues[0].name).toBe(name);
        }),
        { numRuns: cases(12, 60) },
      );
    },
  );

  it.each([
    ["module", {}],
    ["module", { begins: "view", on: '[data-name="a\'b"]', reduced: "fade" }],
    ["react", {}],
    ["function", {}],
    ["cues", {}],
    ["curves", { as: "js" }],
  ])("break out of no %s: it can be parsed, %j", (id, said) => {
    fc.assert(
      fc.property(anyHostileName, (name) => {
        const text = write(id, named(name, PLAIN), said)
          .replace(/^export /gm, "")
          .replace(/^import .*$/gm, "");
        expect(() => new Function(text)).not.toThrow();
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it("leave tables readable", () => {
    const width = readCsv(write("frames", plain))[0]?.length;
    fc.assert(
      fc.property(anyHostileName, (name) => {
        const study = named(name, PLAIN);
        for (const row of readCsv(write("frames", study))) expect(row).toHaveLength(width ?? 0);
        expect(JSON.parse(write("frames", study, { as: "json" })).name).toBe(name);
      }),
      { numRuns: cases(60, 500) },
    );
  });

  it("leave tokens readable", () => {
    fc.assert(
      fc.property(anyHostileName, (name) => {
        const [group] = Object.values<object>(JSON.parse(write("tokens", named(name, PLAIN))));
        expect(Object.keys(group ?? {})).toEqual(["easing", "duration", "transition"]);
      }),
      { numRuns: cases(60, 500) },
    );
  });
});

describe("CSS of named curves and own selectors", () => {
  it("says a named curve once, as a custom property", () => {
    const css = write("css", named("Gangway lowers"));
    expect(css).toMatch(/:root \{\n {2}--gangway-lowers: linear\(/);
    expect(css).toMatch(/gangway-lowers-translate 400ms var\(--gangway-lowers\) 0ms/);
    expect(css.match(/linear\(/g)).toHaveLength(1);
  });

  it.each([
    ["end", "animation-play-state: paused;", "animation-delay: -400.5ms;"],
    ["rest", "animation: none;", "animation: none;"],
  ])(
    "stands still for people who prefer reduced motion, if that is chosen: %s",
    (reduced, ...said) => {
      const css = write("css", named("Pass"), { reduced });
      const media = css.slice(css.indexOf("@media (prefers-reduced-motion: reduce)"));
      for (const text of said) expect(media).toContain(text);
    },
  );

  it("takes as a selector only what is one: nothing ends the rule it stands in", () => {
    const study = named("Pass");
    const id = study.figures[0]?.id ?? "";
    for (const [given, used] of [
      [".deck > .pass:hover", ".deck > .pass:hover"],
      ['[data-name="a b"]', '[data-name="a b"]'],
      ["a, b", "a, b"],
      ["} body { color: red", ".pass"],
      ["a /* b", ".pass"],
      ["a; b", ".pass"],
      ["a:is(b", ".pass"],
      ["a[b)", ".pass"],
      ['a["', ".pass"],
      ["@media", ".pass"],
    ]) {
      const css = write("css", study, {}, { selectors: { [id]: given as string } });
      expect(css).toContain(`\n${used} {`);
    }
  });

  it("begins when it is said to, on the element that is named", () => {
    const css = (said: object) => write("css", named("Pass"), said);
    expect(css({ begins: "hover", on: ".kiosk" })).toMatch(
      /\n\.kiosk:hover \.pass \{\n {2}animation:/,
    );
    expect(css({ begins: "press", on: ".kiosk" })).toContain(".kiosk:active .pass {");
    expect(css({ begins: "class", on: "a, b" })).toContain(":is(a, b).playing .pass {");
    expect(css({ begins: "view" })).toContain("IntersectionObserver");
    expect(css({ begins: "scroll" })).toContain("@supports (animation-timeline: scroll())");
    expect(() => css({ begins: "hover", on: "{" })).toThrow("Give the selector");
  });

  it("has a cubic-bezier between its ends in front of what old browsers do not know", () => {
    // Shakes leave by themselves, and old browsers do without them.
    const plain = demos.find(({ name }) => name === "Ferry crosses the bay");
    const css = write("css", plain as Study, { fallbacks: "written" });
    const timings = [
      ...css.matchAll(
        /% \{[^}]*?timing-function: ([^;]+);(?: animation-timing-function: ([^;]+);)? \}/g,
      ),
    ];
    const needing = timings.filter(([, first, second]) => /linear\(/.test(second ?? first ?? ""));
    expect(needing.length).toBeGreaterThan(0);
    for (const [, first = ""] of needing) {
      const [, y1 = 9, , y2 = 9] = (/^cubic-bezier\((.*)\)$/.exec(first)?.[1] ?? "")
        .split(",")
        .map(Number);
      expect([y1, y2].every((y) => y >= 0 && y <= 1)).toBe(true);
    }
  });
});
