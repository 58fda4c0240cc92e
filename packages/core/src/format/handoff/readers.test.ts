import { parse } from "css-tree";
import { transform } from "lightningcss";
import StyleDictionary from "style-dictionary";
import type { Study } from "../../study/index.ts";
import { anyStudy, cases, demoStudies } from "../../testing/index.ts";
import { writerOf } from "../../testing/writers.ts";
import { HANDOFF_FORMATS } from "./formats.ts";
import { initialSettings } from "./settings.ts";

const studies: [string, Study][] = [
  ...demoStudies(),
  ...Array.from({ length: cases(2, 12) }, (_, i): [string, Study] => [
    `a random study, seed ${i + 101}`,
    anyStudy(i + 101),
  ]),
];
const write = (id: string, study: Study, settings = {}): string => {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return writerOf(id).write(study, { ...initialSettings(format, study), ...settings }, {}).text;
};

/** What two parsers of CSS, written by others, have against a text. */
function faultsOf(css: string): string[] {
  const faults: string[] = [];
  parse(css, {
    parseCustomProperty: true,
    onParseError: ({ line, message }) => faults.push(`css-tree, line ${line}: ${message}`),
  });
  const { warnings } = transform({
    filename: "handoff.css",
    code: new TextEncoder().encode(css),
    errorRecovery: true,
  });
  for (const { message, loc } of warnings)
    faults.push(`lightningcss, line ${loc.line}: ${message}`);
  return faults;
}

describe("CSS, read by the parsers of others", () => {
  it.each(studies)("is without an error however it begins: %s", (_, study) => {
    expect(faultsOf(write("css", study))).toEqual([]);
    expect(faultsOf(write("transition", study))).toEqual([]);
    for (const settings of [
      { begins: "hover", on: ".kiosk, main > [data-x='a']", reduced: "end" },
      { begins: "scroll", reduced: "fade" },
      { begins: "view", reduced: "rest", within: 1 },
    ])
      expect(faultsOf(write("css", study, settings))).toEqual([]);
  });

  it("is without an error for old browsers, and with cubic-beziers for all", () => {
    for (const [, study] of studies.slice(0, 6))
      expect(faultsOf(write("css", study, { fallbacks: "written", lacking: "bezier" }))).toEqual(
        [],
      );
  });

  it("is short: the arrival at most 60 kB", () => {
    const arrival = studies.find(([name]) => name === "Kiosk arrival")?.[1] as Study;
    expect(write("css", arrival).length).toBeLessThanOrEqual(60_000);
  });
});

describe("design tokens, read by the reader of others", () => {
  it.each(studies.slice(0, 12))("are durations, curves and transitions: %s", async (_, study) => {
    const text = write("tokens", study);
    const tokens = JSON.parse(text);
    const dictionary = new StyleDictionary({
      tokens,
      platforms: { css: { transformGroup: "css" } },
      log: { verbosity: "silent", warnings: "error", errors: { brokenReferences: "throw" } },
    });
    const { allTokens } = await dictionary.getPlatformTokens("css");
    const kinds = new Set(allTokens.map((token) => token.$type ?? token.type));
    const count = (text.match(/"\$type"/g) ?? []).length;
    expect(allTokens).toHaveLength(count);
    if (count > 0) expect(kinds).toEqual(new Set(["cubicBezier", "duration", "transition"]));
  });
});
