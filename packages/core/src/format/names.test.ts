import { compileStudy } from "../motion/index.ts";
import type { Study } from "../study/index.ts";
import { bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { writerOf } from "../testing/writers.ts";
import { handoffCss } from "./css/css.ts";
import { HANDOFF_FORMATS } from "./handoff/formats.ts";
import { initialSettings } from "./handoff/settings.ts";
import { distinctNames, handoffNames, plainNames } from "./names.ts";

/** Names that differ, and become alike when they are made into classes, identifiers or ids. */
const FIGURES = [
  ...["Pass", "Pass translate", "Pass x", "Front", "Back", "Scene", "Playing", "Middle", "shaken"],
  ...["Gate", "Gate clip", "Gate blur", "Settle 2", "Settle2", "settle-2", "Ångström", "42", "—"],
];
const CURVES = ["Pass x", "Settle 2", "Settle2", "settle 2", "middle x", "Gate", "Eye"];

const study: Study = kiosk({
  figures: FIGURES.map((name, i) =>
    figure(`f${i}`, {
      name,
      look: name.startsWith("Gate") ? { hidesOverflow: true } : {},
      rest: { blur: name === "Gate" ? 2 : 0 },
    }),
  ),
  curves: CURVES.map((name, i) => ({ id: `c${i}`, name, curve: bezier(0.1 * i, 0, 0.5, 1) })),
  sequence: [
    ...FIGURES.flatMap((_, i) => [
      tween(`x${i}`, 0, `f${i}`, [
        {
          channel: "x",
          keys: [key(0, 0, { shared: `c${i % CURVES.length}` }), key(400 + i, 90), key(900, 40)],
        },
      ]),
      tween(`y${i}`, 50, `f${i}`, [{ channel: "y", keys: [key(0, 0), key(300, 60)] }]),
    ]),
    {
      ...{ type: "shake", id: "s", name: "Shake", tether: { to: "start", offset: 100 } },
      ...{ duration: 300, frequency: 10, amplitude: 6, seed: 1, turn: 2, figures: ["f0", "f7"] },
    },
  ],
});

const text = (id: string, settings = {}) => {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return writerOf(id).write(study, { ...initialSettings(format, study), ...settings }, {}).text;
};
const twice = (names: readonly string[]) => [
  ...new Set(names.filter((name, i) => names.indexOf(name) !== i)),
];
const all = (of: string, pattern: RegExp) => [...of.matchAll(pattern)].map(([, name = ""]) => name);

describe("names that leave", () => {
  it("are distinct whatever the case, and none of our own words", () => {
    const { classes } = handoffNames(study);
    expect(twice(classes.map((name) => name.toLowerCase()))).toEqual([]);
    for (const word of ["front", "back", "scene", "playing"]) expect(classes).not.toContain(word);
    for (const name of classes) expect(name).toMatch(/^[a-z][a-z0-9]*(-[a-z0-9]+)*$/);
  });

  it("stay the same for the same thing, and differ for others", () => {
    const nameOf = distinctNames(["gate"]);
    expect([nameOf("a", "Gate"), nameOf("b", "gate"), nameOf("a", "other")]).toEqual([
      ...["Gate-2", "gate-3", "Gate-2"],
    ]);
    expect(plainNames(["Pass", "pass", "PASS!"])).toEqual(["pass", "pass-2", "pass-3"]);
  });

  it.each(["css", "page", "svg"])("no two keyframes or custom properties are one: %s", (id) => {
    // Those for people who prefer reduced motion have the names of the others.
    const [css = ""] = text(id).split("@media (prefers-reduced-motion");
    expect(twice(all(css, /@keyframes ([-\w]+)/g))).toEqual([]);
    const registered = all(css, /@property (--[-\w]+)/g);
    expect(twice(registered)).toEqual([]);
    const rooted = all(/:root \{([^}]*)\}/.exec(css)?.[1] ?? "", /(--[-\w]+):/g);
    expect(rooted).toHaveLength(CURVES.length);
    expect(rooted.filter((name) => registered.includes(name))).toEqual([]);
    for (const own of ["--middle-x", "--eye"]) expect(rooted).not.toContain(own);
  });

  it("no two elements of an SVG have one id", () => {
    expect(twice(all(text("svg", { moves: "smil" }), / id="([^"]+)"/g))).toEqual([]);
  });

  it.each(["js", "ts", "c"])("no two exports or constants of functions are one: %s", (as) => {
    const code = text("function", { as });
    const names = all(code, as === "c" ? /#define (\w+)/g : /export const (\w+)/g);
    expect(names.length).toBeGreaterThan(CURVES.length);
    expect(twice(names)).toEqual([]);
  });
});

describe("functions of a study in which nothing plays", () => {
  it("answer how its figures stand", () => {
    const still = kiosk({
      figures: [figure("lamp", { rest: { x: 12, opacity: 0.4 } })],
      curves: [{ id: "c", name: "Swell", curve: bezier(0.3, 0, 0.2, 1) }],
    });
    const code = writerOf("function").write(
      still,
      { as: "js", within: "1e-9", channels: "all" },
      {},
    ).text;
    const poseAt = new Function(`${code.replace(/^export /gm, "")}; return poseAt;`)() as (
      t: number,
    ) => { lamp: Record<string, number> };
    for (const t of [-100, 0, 500]) expect(poseAt(t).lamp).toMatchObject({ x: 12, opacity: 0.4 });
  });
});

describe("what people see at rest who prefer reduced motion", () => {
  it("is the figure at rest, also where it would show earlier than it begins", () => {
    const chip = kiosk({
      figures: [figure("chip", { rest: { opacity: 1 } })],
      sequence: [
        tween("arrive", 200, "chip", [{ channel: "opacity", keys: [key(0, 0), key(300, 1)] }], {
          fill: "both",
          iterations: 2,
          pause: 40,
        }),
      ],
    });
    const css = handoffCss(chip, { reduced: "rest" }).text;
    expect(css).toMatch(/\.chip \{[^}]*opacity: 1;/);
    expect(compileStudy(chip).valueAt(0, "opacity", 0)).toBe(0);
  });
});

describe("what is written as CSS stays when others make it smaller", () => {
  it("a transform at rest has nothing that could be merged with what moves, turns and scales", () => {
    const turned = kiosk({ figures: [figure("gate", { rest: { x: 40, rotate: 9, skew: 12 } })] });
    const css = handoffCss(turned).text;
    expect(css).toContain("transform: perspective(var(--eye, 900px))");
  });
});
