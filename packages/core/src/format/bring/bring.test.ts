import { gzipSync } from "node:zlib";
import fc from "fast-check";
import { compileStudy, type Motion } from "../../motion/index.ts";
import { checkStudy, readStudy } from "../../shape/index.ts";
import {
  type ChannelId,
  channelOf,
  clampShown,
  type Figure,
  type Study,
} from "../../study/index.ts";
import { cases, demoStudies } from "../../testing/index.ts";
import { writerOf } from "../../testing/writers.ts";
import { handoffCss } from "../css/css.ts";
import { columnsOf } from "../function/channelPieces.ts";
import { HANDOFF_FORMATS } from "../handoff/formats.ts";
import { initialSettings } from "../handoff/settings.ts";
import { isShown } from "../proof/compareShown.ts";
import { bringInto, readBrought, studyOf } from "./bring.ts";
import type { Brought } from "./brought.ts";

const demos = demoStudies();

const ids = () => {
  let next = 0;
  return () => `id${++next}`;
};
const brought = (text: string): Brought => {
  const read = readBrought(text);
  if (!read.ok) throw new Error(read.faults[0]?.message);
  return read.value;
};
const write = (id: string, study: Study, settings = {}) => {
  const format = HANDOFF_FORMATS.find((each) => each.id === id);
  if (!format) throw new Error(id);
  return writerOf(id).write(study, { ...initialSettings(format, study), ...settings }, {}).text;
};

/** How far two motions are apart in a channel, where both have it, at the worst of many moments between jumps. */
function apart(a: Motion, b: Motion, onto: ReadonlyMap<number, number>): Map<ChannelId, number> {
  const worst = new Map<ChannelId, number>();
  const [one, other] = [new Float64Array(a.slotCount), new Float64Array(b.slotCount)];
  const until = a.duration * (a.endless ? 1.6 : 1);
  for (let i = 0; i <= 240; i++) {
    const t = (until * (i + 0.371)) / 240;
    b.at(t, other);
    for (const { figure, channel, slot } of columnsOf(a, () => true, false)) {
      const there = onto.get(figure);
      if (there === undefined) continue;
      const part = slot - a.slot(figure, channel);
      // What a figure stands in counts too: what leaves says of each figure whether it is seen.
      if (channel === "visible") {
        const [mine, theirs] = [a.study.figures[figure], b.study.figures[there]] as [
          Figure,
          Figure,
        ];
        const seen = [t, t - 0.1, t + 0.1].map((side) => isShown(a, a.at(side, one), mine));
        const off = seen.includes(isShown(b, other, theirs)) ? 0 : 1;
        worst.set(channel, Math.max(worst.get(channel) ?? 0, off));
        continue;
      }
      const shown = (value: number) => clampShown(channelOf(channel), value);
      // At a jump a rounding decides which side is seen.
      const away = Math.min(
        ...[t, t - 0.1, t + 0.1].map((side) =>
          Math.abs(
            shown(a.at(side, one)[slot] as number) -
              shown(other[b.slot(there, channel) + part] as number),
          ),
        ),
      );
      worst.set(channel, Math.max(worst.get(channel) ?? 0, away));
    }
  }
  return worst;
}

const ROOM: Readonly<Partial<Record<ChannelId, number>>> = {
  ...{ x: 0.1, y: 0.1, rotate: 0.02, opacity: 0.002, scaleX: 0.002, scaleY: 0.002, color: 0.008 },
};

describe("CSS that left", () => {
  it.each(demos)("comes back and plays the same: %s", (_, study) => {
    const css = handoffCss(study);
    const read = brought(css.text);
    const back = studyOf(read, "Back", ids());
    expect(checkStudy(back)).toEqual([]);
    // By the words of its class each figure is found again.
    const words = (text: string) => text.replace(/[-_]+/g, " ").toLowerCase();
    const onto = new Map(
      study.figures.flatMap((figure, i): [number, number][] => {
        const there = back.figures.findIndex(
          ({ name }) => name.toLowerCase() === words(css.classOf[figure.id] ?? ""),
        );
        return there < 0 ? [] : [[i, there]];
      }),
    );
    const motion = compileStudy(study);
    const moving = new Set(columnsOf(motion, () => true, false).map(({ figure }) => figure));
    expect([...moving].filter((i) => !onto.has(i)).map((i) => study.figures[i]?.name)).toEqual([]);
    expect(read.unread.filter(({ why }) => !why.startsWith("faces of a card"))).toEqual([]);
    const over = [...apart(motion, compileStudy(back), onto)].filter(
      ([channel, off]) => off > (ROOM[channel] ?? 0.1),
    );
    expect(over).toEqual([]);
  });
});

describe("CSS of others", () => {
  it("is keyframes with their own easings, on figures with what is declared of them", () => {
    const read = brought(`
.gate-notice { width: 240px; height: 48px; opacity: 0.4; animation: slide-in 0.6s cubic-bezier(0.2, 0, 0, 1) 100ms 2 alternate both; }
@keyframes slide-in {
  from { transform: translateX(-40px) rotate(0.25turn); opacity: 0; animation-timing-function: ease-in }
  50% { opacity: 50% }
  to { transform: translateX(20px) rotate(10deg) }
}`);
    expect(read.kind).toBe("CSS");
    const [figure] = read.figures;
    expect(figure).toMatchObject({
      name: "Gate notice",
      rest: { width: 240, height: 48, opacity: 0.4 },
    });
    const [tween] = figure?.tweens ?? [];
    expect(tween).toMatchObject({
      delay: 100,
      duration: 600,
      iterations: 2,
      direction: "alternate",
      fill: "both",
    });
    const track = (id: string) => tween?.tracks.find(({ channel }) => channel === id)?.keys;
    expect(track("x")).toMatchObject([
      { time: 0, value: -40, curve: { name: "ease-in" } },
      { time: 600, value: 20 },
    ]);
    expect(track("rotate")).toMatchObject([{ value: 90 }, { value: 10 }]);
    // Where no last keyframe says it, it goes to what is declared.
    expect(track("opacity")).toMatchObject([
      { time: 0, value: 0 },
      { time: 300, value: 0.5, curve: { kind: "cubic-bezier", x1: 0.2 } },
      { time: 600, value: 0.4 },
    ]);
  });

  it("is in any length, and in shares of a box whose size is said", () => {
    const read = brought(`
.drawer { width: 320px; height: 2in; transform-origin: 80px bottom; animation: open 1s both }
.ribbon { animation: open 1s both }
@keyframes open { from { translate: -100% 25% } to { translate: 1rem calc(2cm + 3pt) } }`);
    expect(read.figures).toHaveLength(1);
    expect(read.figures[0]?.rest).toMatchObject({
      ...{ width: 320, height: 192, pivotX: 25, pivotY: 100 },
    });
    const values = (id: string) =>
      read.figures[0]?.tweens[0]?.tracks
        .find(({ channel }) => channel === id)
        ?.keys.map(({ value }) => value as number);
    expect(values("x")).toEqual([-320, 16]);
    expect(values("y")?.[0]).toBe(48);
    expect(values("y")?.[1]).toBeCloseTo((2 * 96) / 2.54 + 4, 3);
    // Of the other nobody says how wide it is.
    expect(read.unread).toMatchObject([
      { what: "translate of open", why: "-100% is a share of a width that is not said" },
    ]);
  });

  it("is transitions between a rule and its state", () => {
    const read = brought(`
.lamp { opacity: 0.2; translate: 0 10px; transition: opacity 300ms ease-out 50ms, translate 0.5s linear(0, 0.4 20%, 1); }
.lamp:hover { opacity: 1; translate: 0 0; }`);
    expect(
      read.figures[0]?.tweens.map(({ delay, duration, tracks }) => [
        delay,
        duration,
        tracks.map(({ channel }) => channel),
      ]),
    ).toEqual([
      [50, 300, ["opacity"]],
      [0, 500, ["x", "y"]],
    ]);
  });

  it("lists what it cannot read, with its line and why", () => {
    const read = brought(`.buoy {
  animation: bob 1s, tilt 1s, gone 2s;
}
@keyframes bob { to { translate: 0 20px; } }
@keyframes tilt { to { rotate: x 20deg; letter-spacing: 2px; } }
@keyframes unused { to { opacity: 0 } }
`);
    expect(read.unread.map(({ place, what }) => `${place}: ${what}`)).toEqual([
      "line 1: animation gone",
      "line 5: rotate of tilt",
      "line 5: letter-spacing of tilt",
      "line 6: @keyframes unused",
    ]);
    expect(read.unread.every(({ why }) => why.length > 5)).toBe(true);
  });
});

describe("other texts", () => {
  it("are Web Animations, as a list of keyframes or by property", () => {
    const list = brought(
      JSON.stringify([
        {
          target: ".pass",
          keyframes: [
            { transform: "translateY(-80px)", easing: "ease-in" },
            { offset: 0.4, transform: "translateY(0)" },
            { transform: "none" },
          ],
          options: { duration: 900, delay: 20, fill: "forwards", iterations: 3 },
        },
        { target: ".pass", keyframes: { opacity: [0, 0.9, 1], easing: "linear" }, options: 400 },
      ]),
    );
    expect(list.kind).toBe("set of Web Animations");
    const [first, second] = list.figures[0]?.tweens ?? [];
    expect(first).toMatchObject({ duration: 900, delay: 20, iterations: 3, fill: "forwards" });
    expect(first?.tracks.find(({ channel }) => channel === "y")?.keys).toMatchObject([
      { time: 0, value: -80, curve: { name: "ease-in" } },
      { time: 360, value: 0 },
      { time: 900, value: 0 },
    ]);
    expect(second?.tracks[0]?.keys.map(({ time }) => time)).toEqual([0, 200, 400]);
  });

  it("are an SVG with elements that animate and with styles", () => {
    const read = brought(`<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">
  <style>.buoy { animation: bob 2s infinite alternate } @keyframes bob { to { translate: 0 12px } }</style>
  <g class="buoy"><circle r="5"/></g>
  <rect id="gangway" x="10" y="20" width="30" height="8" opacity="0.5">
    <animate attributeName="opacity" values="0.5;1;0.5" keyTimes="0;0.25;1" dur="1.2s" repeatCount="indefinite"/>
    <animateTransform attributeName="transform" type="rotate" from="0" to="-30" dur="800ms" begin="0.1s" fill="freeze" calcMode="spline" keySplines="0.4 0 0.2 1"/>
    <animateMotion path="M0 0 L10 10" dur="1s"/>
  </rect>
</svg>`);
    expect(read.figures.map(({ name }) => name)).toEqual(["Buoy", "Gangway"]);
    const gangway = read.figures[1];
    expect(gangway?.rest).toMatchObject({ x: 10, y: 20, width: 30, opacity: 0.5 });
    expect(
      gangway?.tweens.map(({ duration, iterations, fill }) => [duration, iterations, fill]),
    ).toEqual([
      [1200, null, "none"],
      [800, 1, "forwards"],
    ]);
    expect(gangway?.tweens[1]?.tracks[0]?.keys[0]).toMatchObject({
      curve: { kind: "cubic-bezier", x1: 0.4, y2: 1 },
    });
    expect(read.unread).toMatchObject([{ place: "line 7", what: "<animateMotion>" }]);
  });

  it.each(["csv", "json"])("are a table of frames, fitted within a tolerance: %s", (as) => {
    const names = ["Boarding pass drops", "Buoy bobs", "Ferry crosses the bay"];
    for (const name of names.slice(0, cases(1, 3))) {
      const study = demos.find(([each]) => each === name)?.[1] as Study;
      const read = brought(write("frames", study, { as, rate: 120 }));
      const back = studyOf(read, "Back", ids());
      const motion = compileStudy(study);
      const words = (text: string) =>
        text
          .replace(/[^a-z0-9]+/gi, " ")
          .trim()
          .toLowerCase();
      const onto = new Map(
        study.figures.flatMap((figure, i): [number, number][] => {
          const there = back.figures.findIndex((each) => words(each.name) === words(figure.name));
          return there < 0 ? [] : [[i, there]];
        }),
      );
      expect(onto.size).toBeGreaterThan(0);
      const again = compileStudy(back);
      const poses = [
        new Float64Array(motion.slotCount),
        new Float64Array(again.slotCount),
      ] as const;
      for (let i = 0; i < motion.duration * 0.12; i++) {
        const t = (i * 1000) / 120;
        motion.at(t, poses[0]);
        again.at(t, poses[1]);
        for (const { figure, channel, slot } of columnsOf(motion, () => true, false)) {
          if (!onto.has(figure) || channel === "color") continue;
          const off = Math.abs(
            (poses[0][slot] as number) -
              (poses[1][again.slot(onto.get(figure) as number, channel)] as number),
          );
          expect([name, channel, off < 0.3]).toEqual([name, channel, true]);
        }
      }
      // Keys, not frames: it is far fewer of them than there were rows.
      const keys = read.figures.flatMap(({ tweens }) =>
        tweens.flatMap(({ tracks }) => tracks.flatMap((track) => track.keys)),
      );
      expect(keys.length).toBeLessThan(motion.duration * 0.12);
    }
  });

  it("are design tokens, which become the study's named curves", () => {
    const study = demos.find(([name]) => name === "Gangway lowers with a bump")?.[1] as Study;
    const read = brought(write("tokens", study));
    expect(read.curves.length).toBeGreaterThan(0);
    const twice = bringInto(bringInto(study, read, [], ids()), read, [], () =>
      Math.random().toString(36),
    );
    const names = twice.curves.map(({ name }) => name);
    expect(new Set(names).size).toBe(names.length);
  });

  it("go onto figures that are there, or become figures of their own", () => {
    const study = demos.find(([name]) => name === "Boarding pass drops")?.[1] as Study;
    const read = brought(
      ".a { animation: a 1s } .b { animation: a 1s } @keyframes a { to { opacity: 0 } }",
    );
    const pass = study.figures.find(({ name }) => name === "Pass") ?? study.figures[0];
    const next = bringInto(study, read, [pass?.id ?? "", null], ids());
    expect(next.figures).toHaveLength(study.figures.length + 1);
    expect(
      next.sequence.slice(-2).map((item) => (item.type === "tween" ? item.figures : [])),
    ).toEqual([[pass?.id], ["id3"]].map((each, i) => (i === 0 ? each : [next.figures.at(-1)?.id])));
    expect(readStudy(JSON.parse(JSON.stringify(next))).ok).toBe(true);
  });

  it.each([
    ["", "empty"],
    ["   ", "empty"],
    ["{", ""],
    [".a { color: red }", "Nothing that moves"],
    ["<svg></svg>", "Nothing that moves"],
    ["time,gate.x\n0,a\n", "Nothing that moves"],
    ['{"a": 1}', ""],
  ])("with nothing in them are a fault with a cure: %j", (text, said) => {
    const read = readBrought(text);
    expect(read.ok).toBe(false);
    if (!read.ok) {
      expect(read.faults[0]?.message).toContain(said);
      expect(read.faults[0]?.cure.length).toBeGreaterThan(10);
    }
  });

  it("are no pictures and nothing compressed: that is said, without a byte of it", () => {
    for (const bytes of [
      gzipSync('<svg xmlns="http://www.w3.org/2000/svg"/>'),
      Buffer.from([
        0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52, 0, 0,
      ]),
    ]) {
      const read = readBrought(bytes.toString("utf8"));
      expect(read).toMatchObject({ ok: false, faults: [{ code: "no-text" }] });
      if (!read.ok) expect(read.faults[0]?.message).toMatch(/^[\x20-\x7e]*$/);
    }
    // One stray letter in a text of CSS is no reason to refuse it.
    expect(
      readBrought("/* \u0000 */ @keyframes a { to { opacity: 0 } } .a { animation: a 1s }").ok,
    ).toBe(true);
  });

  it("never break, whatever is in them, and what they give is a sound study", () => {
    const seeds = [
      ...demos.slice(0, 3).map(([, study]) => handoffCss(study).text),
      write("frames", demos[0]?.[1] as Study, { rate: 10 }),
      write("svg", demos[3]?.[1] as Study),
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...seeds),
        fc.array(fc.tuple(fc.nat(), fc.nat(40), fc.string({ maxLength: 6 })), { maxLength: 6 }),
        (seed, cuts) => {
          let text = seed;
          for (const [at, length, put] of cuts) {
            const from = at % (text.length + 1);
            text = text.slice(0, from) + put + text.slice(from + length);
          }
          const read = readBrought(text);
          if (!read.ok) return;
          const study = studyOf(read.value, "Back", ids());
          expect(readStudy(JSON.parse(JSON.stringify(study)))).toMatchObject({ ok: true });
        },
      ),
      { numRuns: cases(25, 150) },
    );
  });
});

it("a rule with a picture in it, too long for a study, is brought in without its rule, and the list says so", () => {
  const rule = (size: number) =>
    `.gate { background-image: url(data:image/png;base64,${"A".repeat(size)}); animation: go 1s both } @keyframes go { to { translate: 90px } }`;
  const unreadOf: string[] = [];
  const figureOf = (size: number) => {
    const read = readBrought(rule(size));
    if (!read.ok) throw new Error(read.faults[0]?.message);
    unreadOf.splice(
      0,
      Infinity,
      ...read.value.unread.map(({ place, what }) => `${place}: ${what}`),
    );
    let next = 0;
    const study = studyOf(read.value, "Quay", () => `b${next++}`);
    expect(readStudy(study).ok).toBe(true);
    return study.figures[0];
  };
  expect(figureOf(900)?.css?.selector).toBe(".gate");
  expect(unreadOf).toEqual([]);
  expect(figureOf(20_000)?.css).toBeUndefined();
  expect(unreadOf).toEqual(["line 1: the rule of Gate"]);
});
