import { compileStudy } from "@levitas/core/motion";
import { emptyStudy, type SequenceItem, type Study, type Tween } from "@levitas/core/study";
import { hitAt, type Mark } from "../tracks/marks.ts";
import { type BlockSight, blockPicture } from "./blockPicture.ts";
import { blockRows } from "./blockRows.ts";

const tween = (id: string, offset: number, more: Partial<Tween> = {}): Tween => ({
  type: "tween",
  id,
  name: id,
  tether: { to: "start", offset },
  figures: ["buoy"],
  tracks: [
    {
      channel: "y",
      keys: [
        { id: `${id} 0`, time: 0, value: 0 },
        { id: `${id} 1`, time: 400, value: 60 },
      ],
    },
  ],
  ...more,
});
const study = (...sequence: SequenceItem[]): Study => ({
  ...emptyStudy("Buoys"),
  figures: ["buoy", "bell", "lamp"].map((id) => ({
    ...{ id, name: id, kind: "ball", parent: null, hue: "olive", look: {}, rest: {} },
    pivot: { x: 0.5, y: 0.5 },
  })),
  sequence,
});

/** Half a px for a millisecond, letters of 6 px. */
function picture(
  of: Study,
  id: string,
  { folded = new Set<string>(), ...about }: Partial<BlockSight> & { folded?: Set<string> } = {},
) {
  const motion = compileStudy(of);
  const row = blockRows(of.sequence, folded).find(({ item }) => item.id === id);
  const placed = motion.placements.byId.get(id);
  if (!row || !placed) throw new Error(`there is no ${id}`);
  return blockPicture({
    ...{ row, placed, motion, hue: "olive", contended: [] },
    view: { toX: (time) => time / 2, width: 800, scale: 0.5 },
    ...{ isChosen: false, isHovered: false, isLit: false },
    widthOf: (text) => text.length * 6,
    ...about,
  });
}
const boxes = (marks: readonly Mark[]) => marks.filter((mark) => mark.type === "box");
const texts = (marks: readonly Mark[]) =>
  marks.flatMap((mark) => (mark.type === "text" ? [mark.text] : []));

describe("a block as it is painted", () => {
  it("is moved by its body, trimmed by its edges, hung by the dot at its start", () => {
    const shown = picture(study(tween("Bob", 200)), "Bob");
    const at = (x: number, y = 15) => hitAt(shown, x, y)?.target;
    expect(at(200)).toEqual({ on: "block" });
    expect(at(100)).toEqual({ on: "tether" });
    expect(at(100, 6)).toEqual({ on: "edge", edge: "start" });
    expect(at(299, 6)).toEqual({ on: "edge", edge: "end" });
    expect(at(340)).toBeUndefined();
    expect(boxes(shown.marks)[0]).toMatchObject({ x: 100, width: 200, fill: "hue-olive" });
  });

  it("shows its grips and its dot under the pointer alone, and a frame when it is chosen", () => {
    const plain = picture(study(tween("Bob", 200)), "Bob").marks.length;
    expect(picture(study(tween("Bob", 200)), "Bob", { isHovered: true }).marks.length).toBe(
      plain + 3,
    );
    const chosen = picture(study(tween("Bob", 200)), "Bob", { isChosen: true });
    expect(
      boxes(chosen.marks).some((mark) => mark.type === "box" && mark.stroke === "spruce"),
    ).toBe(true);
  });

  it("spreads a stagger as a fan, with a grip at its far end", () => {
    const fan = tween("Ring", 0, {
      figures: ["buoy", "bell", "lamp"],
      stagger: { order: "list", gap: 100 },
    });
    const { marks, hits } = picture(study(fan), "Ring");
    const bars = boxes(marks).filter((mark) => mark.type === "box" && mark.alpha === 0.8);
    expect(bars.map((mark) => (mark.type === "box" ? mark.x : 0))).toEqual([0, 50, 100]);
    for (const bar of bars) expect(bar).toMatchObject({ width: 200 });
    expect(hits.some(({ target }) => target.on === "fan")).toBe(true);
    // The far end is the fan's: it is not trimmed there.
    expect(hits.filter(({ target }) => target.on === "edge")).toHaveLength(1);
  });

  it("goes on dashed for as long as it repeats, and says so", () => {
    const endless = picture(study(tween("Bob", 0, { iterations: null })), "Bob");
    const dashed = endless.marks.find((mark) => mark.type === "line" && mark.dash);
    expect(dashed && dashed.type === "line" ? dashed.points[2] : 0).toBe(810);
    expect(texts(endless.marks).join("")).toContain("endless");
  });

  it("draws the curve within its bar, and backwards in a group that plays backwards", () => {
    const group = (more: object): SequenceItem => ({
      ...{ type: "group", id: "All", name: "All", tether: { to: "start", offset: 0 } },
      ...{ items: [tween("Bob", 0)] },
      ...more,
    });
    const curve = (of: Study) => {
      const line = picture(of, "Bob").marks.find(
        (mark) => mark.type === "line" && mark.stroke === "hue-olive" && !mark.dash,
      );
      return line?.type === "line" ? Array.from(line.points) : [];
    };
    const forth = curve(study(group({})));
    const back = curve(study(group({ direction: "reverse" })));
    expect([forth[0], forth.at(-2)]).toEqual([0, 200]);
    expect([back[0], back.at(-2)]).toEqual([200, 0]);
    for (let i = 1; i < forth.length; i += 2) {
      expect(forth[i]).toBeGreaterThanOrEqual(7);
      expect(forth[i]).toBeLessThanOrEqual(23);
    }
  });

  it("shows what a folded group holds, and all faint where it is disabled", () => {
    const group: SequenceItem = {
      ...{ type: "group", id: "All", name: "All", tether: { to: "start", offset: 0 } },
      ...{ items: [tween("Bob", 0), tween("Ring", 300)], disabled: true },
    };
    const { marks } = picture(study(group), "All", { folded: new Set(["All"]) });
    const lines = marks.find((mark) => mark.type === "line" && !mark.dash);
    const points = lines?.type === "line" ? Array.from(lines.points) : [];
    expect(points.filter(Number.isNaN)).toHaveLength(4);
    for (const mark of marks) expect(mark.alpha).toBeLessThanOrEqual(0.45);
  });

  it("marks where another tween drives the same channel", () => {
    const shown = picture(study(tween("Bob", 0)), "Bob", { contended: [{ from: 100, to: 300 }] });
    expect(shown.marks).toContainEqual(
      expect.objectContaining({ stroke: "fault", points: [50, 27, 150, 27] }),
    );
  });
});
