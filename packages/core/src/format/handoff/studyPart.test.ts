import { compileStudy } from "../../motion/index.ts";
import type { SequenceItem, Study } from "../../study/index.ts";
import { demoStudies } from "../../testing/index.ts";
import { columnsOf } from "../function/channelPieces.ts";
import { partOf, writePart } from "./studyPart.ts";

const demos = demoStudies();
const arrival = demos.find(([name]) => name === "Kiosk arrival")?.[1] as Study;

describe("a part of a study", () => {
  it.each(demos)("is one lane after another as it was, begun at its start: %s", (_, study) => {
    const motion = compileStudy(study);
    const steady = columnsOf(motion, () => true, false).filter(
      ({ figure, channel }) =>
        channel !== "color" &&
        motion.drivenAt(figure, channel) !== undefined &&
        !motion.followers.some(({ slot }) => slot === motion.slot(figure, channel)),
    );
    for (const { figure, channel } of steady.slice(0, 10)) {
      const id = study.figures[figure]?.id ?? "";
      const part = partOf(study, { figure: id, channel });
      const own = compileStudy(part.study);
      expect([...part.figures]).toEqual([id]);
      const layers = motion.drivenAt(figure, channel)?.layers ?? [];
      const from = Math.max(Math.min(...layers.map(({ start }) => start)), 0);
      for (const t of [1, 40, 170, 333, 900, 2000])
        expect(own.steadyAt(figure, channel, t)).toBeCloseTo(
          motion.steadyAt(figure, channel, t + from),
          6,
        );
      // And nothing else moves.
      const moving = own.driven.filter((each) =>
        each.layers.some(({ track }) => track.times.length > 1),
      );
      const alone = (id: string) => id === channel || "xy".includes(id);
      expect(moving.every((each) => each.figureIndex === figure && alone(each.channel.id))).toBe(
        true,
      );
    }
  });

  it("is a block with all that is in it, and leaves in each form", () => {
    const [first] = arrival.sequence.filter((item) => item.type === "tween");
    const of = { items: [first?.id ?? ""] };
    expect(writePart(arrival, of, "css")).toMatch(/@keyframes/);
    expect(writePart(arrival, of, "frames")).toMatch(/^time,/);
    expect(
      () => new Function((writePart(arrival, of, "function") ?? "").replace(/^export /gm, "")),
    ).not.toThrow();
    const groups = arrival.sequence.filter(
      (item): item is SequenceItem & { type: "group" } => item.type === "group",
    );
    for (const { id } of groups)
      expect(partOf(arrival, { items: [id] }).figures.size).toBeGreaterThan(0);
  });

  it("is nothing where nothing moves", () => {
    expect(writePart(arrival, { items: [] }, "css")).toBeUndefined();
    expect(writePart(arrival, { figure: "nobody" }, "frames")).toBeUndefined();
  });
});
