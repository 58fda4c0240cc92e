import { readFileSync } from "node:fs";
import { join } from "node:path";
import fc from "fast-check";
import { CURVE_KINDS } from "../curve/index.ts";
import { compileStudy } from "../motion/index.ts";
import {
  CHANNELS,
  type ChannelDefinition,
  type ChannelId,
  type KeyValue,
  type Study,
} from "../study/index.ts";
import { anyCurve, bezier, figure, key, kiosk, tween } from "../testing/index.ts";
import { readBrought, studyOf } from "./bring/bring.ts";
import { handoffCss } from "./css/css.ts";
import { CSS_PROPERTIES } from "./css/cssProperties.ts";
import { drawnOf } from "./drawn.ts";
import { HANDOFF_FORMATS } from "./handoff/formats.ts";
import { compareShown, noDifference, PROVEN } from "./proof/compareShown.ts";
import type { Shown } from "./proof/shown.ts";
import { smilSvg } from "./shapes/smilSvg.ts";

// Whoever adds a channel, a curve kind or a format is told here what is missing, by name.

const ROOT = join(import.meta.dirname, "../../../..");
const page = (name: string) => readFileSync(join(ROOT, name), "utf8");

/** Two values of a channel that differ. */
function values({ kind, id }: ChannelDefinition): [KeyValue, KeyValue] {
  if (kind === "color") return ["#102030", "#C0A080"];
  if (kind === "switch") return [1, 0];
  if (id === "opacity") return [1, 0.3];
  if (id === "scaleX" || id === "scaleY") return [1, 0.5];
  return [20, 45];
}

/** A float that one channel moves, from one value to another, in 400 ms. */
function moving(channel: ChannelDefinition): Study {
  const [from, to] = values(channel);
  return kiosk({
    figures: [figure("float", { rest: { x: 40, y: 30, width: 80, height: 60 } })],
    sequence: [
      tween("goes", 0, "float", [
        {
          channel: channel.id,
          keys: [{ ...key(0, from), curve: bezier(0.3, 0, 0.2, 1) }, key(400, to)],
        },
      ]),
    ],
  });
}

/** What a browser would show of a study at a time, were it right but for one channel, which stands at its first value. */
function shownWithout(study: Study, id: ChannelId): Record<string, Shown> {
  const still = compileStudy({ ...study, sequence: [] });
  const pose = still.at(0, new Float64Array(still.slotCount));
  const read = (channel: ChannelId) => pose[still.slot(0, channel)] as number;
  const [x, y, width, height] = [read("x"), read("y"), read("width"), read("height")];
  return {
    float: {
      corners: [x, y, x + width, y + height],
      values: Object.fromEntries(
        CHANNELS.flatMap(({ id, proven }) => (proven === undefined ? [] : [[id, read(id)]])),
      ),
      visible: id === "visible" || read("visible") > 0.5,
      back: null,
      color: [0, 1, 2].map((part) =>
        Math.round(255 * (pose[still.slot(0, "color") + part] as number)),
      ) as unknown as Shown["color"],
    },
  };
}

describe.each(CHANNELS.map((channel) => [channel.id, channel] as const))(
  "the channel %s",
  (id, channel) => {
    it("is said by one property of CSS", () => {
      const properties = CSS_PROPERTIES.filter(({ channels }) => channels.includes(id));
      expect(properties.map(({ property }) => property)).toHaveLength(1);
    });

    it("moves something in CSS, and comes back from it", () => {
      const { text } = handoffCss(moving(channel), {});
      expect(text).toContain("@keyframes");
      const read = readBrought(text);
      if (!read.ok) throw new Error(read.faults[0]?.message);
      let next = 0;
      const back = studyOf(read.value, "Back", () => `b${next++}`);
      const [figureThere] = back.figures;
      const before = compileStudy(moving(channel));
      const after = compileStudy(back);
      expect(figureThere?.name).toBe("Float");
      const off = [0, 130, 399, 500].map((time) =>
        Math.abs(before.valueAt(0, id, time) - after.valueAt(0, id, time)),
      );
      expect(Math.max(...off)).toBeLessThan(0.001);
    });

    it("moves something in SMIL, or is said not to", () => {
      const study = moving(channel);
      const { text } = smilSvg(study, drawnOf(study, undefined));
      expect(text).toMatch(/<(animate|set)/);
    });

    it("is proven: where it stands still though it should move, that is found", () => {
      const study = moving(channel);
      const found = noDifference();
      compareShown(compileStudy(study), 400, shownWithout(study, id), found);
      const over = PROVEN.some((what) => found.worst[what].size > 0.1);
      // About a pivot that moves something has to be turned to be seen.
      const isPivot = id === "pivotX" || id === "pivotY";
      expect(over || found.switches.length > 0 || isPivot).toBe(true);
    });

    it("is in the description of the document", () => {
      expect(page("docs/study-format.md")).toContain(`\`${id}\``);
    });
  },
);

it("the laws draw every kind of curve", () => {
  const drawn = new Set(fc.sample(anyCurve, 2000).map(({ kind }) => kind));
  expect(CURVE_KINDS.map(({ kind }) => kind).filter((kind) => !drawn.has(kind))).toEqual([]);
});

describe("what is in a table is in its documents", () => {
  it.each(CURVE_KINDS.map(({ kind }) => kind))("the curve kind %s", (kind) => {
    const notation = page("docs/curve-notation.md");
    // Two kinds are two ways of saying one thing.
    const word = kind === "spring-feel" ? "spring" : kind === "keyword" ? "ease" : kind;
    expect(notation).toContain(word);
  });

  it.each(HANDOFF_FORMATS.map(({ id, label }) => [id, label]))("the format %s", (id, label) => {
    expect(page("README.md")).toMatch(new RegExp(`\\b(${id}|${label})\\b`, "i"));
  });
});
