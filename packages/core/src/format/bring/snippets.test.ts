import { compileStudy } from "../../motion/index.ts";
import { readStudy } from "../../shape/index.ts";
import type { ChannelId } from "../../study/index.ts";
import { readBrought, studyOf } from "./bring.ts";
import type { Brought } from "./brought.ts";

function brought(text: string): Brought {
  const read = readBrought(text);
  if (!read.ok) throw new Error(read.faults[0]?.message);
  return read.value;
}

/** A channel of the first figure at some times. */
function values(text: string, channel: ChannelId, times: readonly number[]): number[] {
  let next = 0;
  const motion = compileStudy(studyOf(brought(text), "Back", () => `i${next++}`));
  return times.map((time) => Math.round(motion.valueAt(0, channel, time) * 1000) / 1000);
}

describe("CSS that is brought in moves as it did", () => {
  const fade = "@keyframes go { from { translate: 0 0 } to { translate: 100px 0 } }";

  it.each<[string, string, ChannelId, number[], number[]]>([
    [
      "what left and translate say goes together, before, while and after it plays",
      `.gate { left: 40px; animation: go 1s linear 100ms } ${fade}`,
      ...(["x", [50, 600, 1200], [40, 90, 40]] as [ChannelId, number[], number[]]),
    ],
    [
      "times may be sums",
      `.gate { left: 0; animation: go calc(1s + 500ms) linear } ${fade}`,
      ...(["x", [750], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "a shorthand says again what longhands before it said",
      `.gate { left: 0; animation-duration: 9s; animation: go 1s linear } ${fade}`,
      ...(["x", [500], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "a longhand after the shorthand counts",
      `.gate { left: 0; animation: go 9s linear; animation-duration: 1s } ${fade}`,
      ...(["x", [500], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "custom properties in a shorthand are read",
      `:root { --long: 1s } .gate { left: 0; animation: go var(--long) linear } ${fade}`,
      ...(["x", [500], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "from no transform to a turn is a way and no jump",
      ".gate { animation: flip 1s linear both } @keyframes flip { from { transform: none } to { transform: perspective(900px) rotateY(180deg) } }",
      ...(["turnY", [0, 500, 1000], [0, 90, 180]] as [ChannelId, number[], number[]]),
    ],
    [
      "what is for printing says nothing",
      `.gate { left: 0; animation: go 1s linear } @media print { .gate { animation: none; left: 9px } } ${fade}`,
      ...(["x", [500], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "what counts more is said by a more exact selector, wherever it stands",
      `div.gate.left { animation-duration: 1s } .gate { left: 0; animation: go 9s linear } ${fade}`,
      ...(["x", [500], [50]] as [ChannelId, number[], number[]]),
    ],
    [
      "what is important counts most",
      `.gate { left: 10px !important; left: 90px; animation: go 1s linear } ${fade}`,
      ...(["x", [500], [60]] as [ChannelId, number[], number[]]),
    ],
    [
      "a keyframe that nobody wrote goes on with the animation's easing",
      ".gate { rotate: 0deg; animation: tilt 1s steps(2) both } @keyframes tilt { to { rotate: 90deg } }",
      ...(["rotate", [400, 600, 1000], [0, 45, 90]] as [ChannelId, number[], number[]]),
    ],
    [
      "shares of its own width count its padding and its border",
      ".gate { left: 0; width: 80px; padding: 0 6px; border: 4px solid; animation: go 1s linear both } @keyframes go { to { translate: 100% } }",
      ...(["x", [500, 1000], [50, 100]] as [ChannelId, number[], number[]]),
    ],
  ])("%s", (_, css, channel, times, wanted) => {
    const read = brought(css);
    expect(read.figures).toHaveLength(1);
    expect(read.unread).toEqual([]);
    expect(values(css, channel, times)).toEqual(wanted);
  });

  it("nested rules and variants of a class are one figure", () => {
    const read = brought(
      `.chip { animation: go 1s; &:hover { opacity: 0.5 } & { left: 9px } } div.chip.late { animation-delay: 2s } ${fade}`,
    );
    expect(read.figures.map(({ name, tweens }) => [name, tweens[0]?.delay])).toEqual([
      ["Late", 2000],
    ]);
  });

  it("colors in new syntax are blended as browsers blend them", () => {
    const css = (from: string, to: string) =>
      `.lamp { animation: glow 1s } @keyframes glow { from { color: ${from} } to { color: ${to} } }`;
    const spaceOf = (text: string) => brought(text).figures[0]?.tweens[0]?.tracks[0]?.space;
    expect(spaceOf(css("#1B6B5A", "hsl(30 80% 50%)"))).toBe("srgb");
    expect(spaceOf(css("oklch(0.5 0.1 180)", "hsl(30 80% 50%)"))).toBe("oklab");
  });

  it.each([
    [
      "functions in another order",
      ".gate { animation: go 1s } @keyframes go { from { transform: rotate(0deg) translate(0, 0) } to { transform: rotate(90deg) translate(100px, 0) } } .b { animation: ok 1s } @keyframes ok { to { opacity: 0 } }",
      "translate() after rotate()",
    ],
    [
      "keyframes with different functions",
      ".gate { animation: go 1s } @keyframes go { from { transform: rotate(0deg) } to { transform: translate(9px, 0) } } .b { animation: ok 1s } @keyframes ok { to { opacity: 0 } }",
      "different functions",
    ],
    ["what is paused", `.gate { animation: go 1s paused } ${fade}`, "here it runs"],
    [
      "what goes with the scroll position",
      `.gate { animation: go 1s; animation-timeline: scroll() } ${fade}`,
      "here it plays in time",
    ],
    [
      "what holds on some screens only",
      `.gate { animation: go 1s } @media (min-width: 900px) { .gate { animation-duration: 3s } } ${fade}`,
      "some screens only",
    ],
    [
      "turning without perspective",
      ".gate { animation: go 1s } @keyframes go { from { transform: rotateY(0deg) } to { transform: rotateY(90deg) } }",
      "without perspective",
    ],
    [
      "keyframes before the beginning",
      ".gate { animation: go 1s } @keyframes go { -50% { opacity: 0 } from { opacity: 0 } to { opacity: 1 } }",
      "no place between",
    ],
  ])("%s is listed with its line", (_, css, why) => {
    const { unread } = brought(css);
    expect(unread.map((each) => each.why).join("\n")).toContain(why);
    for (const { place } of unread) expect(place).toMatch(/^line \d+$/);
  });
});

describe("Web Animations that are brought in", () => {
  const animate = (options: object, keyframes: unknown = { translate: ["0 0", "100px 0"] }) =>
    JSON.stringify({ keyframes, options });

  it("have the easing of the whole pass, where that is one way", () => {
    // An element of which nobody says where it stands is put at 40 px.
    expect(values(animate({ duration: 1000, easing: "steps(2)" }), "x", [400, 600])).toEqual([
      40, 90,
    ]);
  });

  it.each([
    ["an easing over several keyframes", { easing: "ease-in" }, { x: [] }],
    ["a start in the middle", { iterationStart: 0.5 }, undefined],
    ["passes that add up", { iterationComposite: "accumulate" }, undefined],
  ])("%s is listed", (_, options, several) => {
    const keyframes = several ? { translate: ["0 0", "50px 0", "60px 0"] } : undefined;
    const { unread } = brought(animate({ duration: 1000, iterations: 2, ...options }, keyframes));
    expect(unread).toHaveLength(1);
  });
});

describe("SVG that is brought in", () => {
  const svg = (inside: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg"><rect id="gate" x="40" y="10" width="50" height="20">${inside}</rect></svg>`;
  const animate = (more: string) => svg(`<animate attributeName="x" dur="1s" ${more}/>`);

  it.each<[string, string, number[], number[]]>([
    [
      "held values",
      animate('values="0;50;100;150" calcMode="discrete"'),
      [100, 300, 900],
      [0, 50, 150],
    ],
    ["by an amount from a place", animate('from="10" by="40"'), [500], [30]],
    ["an even pace", animate('values="0;90;100" calcMode="paced"'), [500], [50]],
    [
      "for a time, again and again",
      animate('from="0" to="100" repeatDur="1.5s"'),
      [1250, 1600],
      [25, 40],
    ],
    ["set at a time", svg('<set attributeName="x" to="77" begin="1s"/>'), [500, 1500], [40, 77]],
  ])("goes as its elements say: %s", (_, text, times, wanted) => {
    expect(values(text, "x", times)).toEqual(wanted);
  });

  it("turns about the corner of the drawing", () => {
    const text = svg(
      '<animateTransform attributeName="transform" type="rotate" from="0" to="90" dur="1s"/>',
    );
    const rest = brought(text).figures[0]?.rest;
    expect([rest?.pivotX, rest?.pivotY]).toEqual([-80, -50]);
  });

  it.each([
    animate('values="0;50" keyTimes="0;foo"'),
    animate('values="0;50;60" calcMode="spline" keySplines="0 0 1 1"'),
    animate('from="0" to="50" repeatCount="abc"'),
    animate('from="0" to="50" repeatCount="-2"'),
  ])("is refused with a reason where it makes no sense: %s", (text) => {
    const read = readBrought(text);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.faults[0]?.message.length).toBeGreaterThan(20);
  });
});

describe("whatever is brought in can be read back", () => {
  const css = (more: string, frames = "to { translate: 9px 0 }") =>
    `.gate { animation: go 1s; ${more} } @keyframes go { ${frames} } .ok { animation: fade 1s } @keyframes fade { to { opacity: 0 } }`;
  it.each([
    css("animation-duration: 1e400s"),
    css("animation-duration: 1e12s"),
    css("animation-duration: -1s"),
    css("animation-iteration-count: -1"),
    css("", "to { translate: 1e13px 0 }"),
    css("", "-50% { translate: 0 0 } to { translate: 9px 0 }"),
    JSON.stringify([
      { target: "", keyframes: { opacity: [0, 1] }, options: 500 },
      { target: "#", keyframes: { opacity: [0, 1] }, options: { duration: -100 } },
      { target: ".a", keyframes: { opacity: [0, 1] }, options: { duration: 100, iterations: -1 } },
    ]),
    "time,gate.x\n0,0\n100,10\n50,3\n60,4\n200,20\n",
  ])("%s", (text) => {
    let next = 0;
    const study = studyOf(brought(text), "Back", () => `i${next++}`);
    const back = readStudy(JSON.parse(JSON.stringify(study)));
    expect(back.ok ? [] : back.faults).toEqual([]);
  });

  it("rows of a table out of order are left out, all of them", () => {
    const keys = brought("time,gate.x\n0,0\n100,10\n50,3\n60,4\n200,20\n").figures[0]?.tweens[0]
      ?.tracks[0]?.keys;
    expect(keys?.map(({ time }) => time)).toEqual([0, 200]);
  });
});

describe("what is long is read in step with its length", () => {
  it("custom properties in each other end in a list and not in memory", () => {
    const declared = Array.from(
      { length: 30 },
      (_, i) => `--v${i}: var(--v${i + 1}) var(--v${i + 1}) var(--v${i + 1})`,
    );
    const text = `.gate { ${declared.join("; ")}; --v30: 1px; translate: var(--v0); animation: go 1s } @keyframes go { to { translate: var(--v0) } }`;
    const begin = performance.now();
    readBrought(text);
    expect(performance.now() - begin).toBeLessThan(4000);
  });

  it("a selector of 40,000 letters and a table of 140,000 rows are read", () => {
    expect(
      brought(
        `${":not(.a)".repeat(5000)}.gate { animation: go 1s } @keyframes go { to { opacity: 0 } }`,
      ).figures,
    ).toHaveLength(1);
    const rows = Array.from({ length: 140_000 }, (_, i) => `${i},${i}`).join("\n");
    expect(brought(`time,gate.x\n${rows}\n`).figures).toHaveLength(1);
  });
});
