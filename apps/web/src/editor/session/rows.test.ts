import { emptyStudy, type Figure, type Study } from "@levitas/core/study";
import { columnsOf } from "../figures/columnPicture.ts";
import { snapTargets } from "../geometry/snapTime.ts";
import { laneName, sameRow, timelineRows } from "./rows.ts";
import { firstSelection, NOTHING, prune } from "./selection.ts";

const figure = (id: string, parent: string | null = null): Figure => ({
  id,
  name: id,
  kind: "block",
  parent,
  pivot: { x: 0, y: 0 },
  hue: "plum",
  rest: {},
  look: {},
});
const study: Study = {
  ...emptyStudy("Rope"),
  figures: [figure("rope"), figure("float", "rope"), figure("knot", "float")],
  markers: [{ id: "m", name: "taut", time: 70 }],
  sequence: [
    {
      type: "tween",
      id: "pull",
      name: "pull",
      tether: { to: "start", offset: 100 },
      figures: ["rope", "knot"],
      tracks: [
        { channel: "opacity", keys: [{ id: "o", time: 0, value: 0 }] },
        {
          channel: "x",
          keys: [
            { id: "a", time: 0, value: 0 },
            { id: "b", time: 50, value: 9 },
          ],
        },
      ],
    },
    {
      type: "tween",
      id: "slack",
      name: "slack",
      tether: { to: "item", id: "pull", edge: "end", offset: 5 },
      figures: ["rope"],
      tracks: [{ channel: "x", keys: [{ id: "c", time: 0, value: 1 }] }],
    },
  ],
};

describe("the lines of the timeline", () => {
  it("are every figure with a lane for each channel that moves, in the order of channels", () => {
    expect(
      timelineRows(study).map((row) =>
        row.kind === "figure"
          ? `${row.depth} ${row.figure.name}`
          : `${row.channel.id}: ${row.bars.map((bar) => bar.tween.id)}`,
      ),
    ).toEqual([
      "0 rope",
      "x: pull,slack",
      "opacity: pull",
      "1 float",
      "2 knot",
      "x: pull",
      "opacity: pull",
    ]);
  });

  it("are known to be the same after an edit elsewhere", () => {
    const edited: Study = {
      ...study,
      sequence: [...study.sequence.slice(0, 1), { ...study.sequence[1], name: "slacken" } as never],
    };
    const same = timelineRows(edited).map((row, i) => {
      const before = timelineRows(study)[i];
      return before !== undefined && sameRow({ row: before }, { row });
    });
    // Only the lane that holds the edited tween shows something else, and its figure's key columns.
    expect(same).toEqual([false, false, true, true, true, true, true]);
  });

  it("have a graph under a lane that is unfolded", () => {
    const rows = timelineRows(study, new Set([laneName("knot", "x")]));
    expect(rows.map((row) => row.kind).slice(-3)).toEqual(["lane", "graph", "lane"]);
    // Folding it again is another line, though nothing else changed.
    const folded = timelineRows(study).find(
      (row) => row.kind === "lane" && row.figure.id === "knot" && row.channel.id === "x",
    );
    const open = rows.find((row) => row.kind === "lane" && row.unfolded);
    expect(folded && open && sameRow({ row: folded }, { row: open })).toBe(false);
  });

  it("gather a figure's keys to columns by their frame", () => {
    const [rope] = timelineRows(study);
    const starts = new Map<string, number>([
      ["pull", 100],
      ["slack", 151],
    ]);
    const columns = columnsOf(rope?.bars ?? [], (id, within) => (starts.get(id) ?? 0) + within, 60);
    // The key of the slack is within half a frame of the last one of the pull.
    expect(columns.map(({ keyIds }) => keyIds)).toEqual([
      ["o", "a"],
      ["b", "c"],
    ]);
  });

  it("do not hang on a circle of parents", () => {
    const circle = { ...study, figures: [figure("a", "b"), figure("b", "a")] };
    expect(timelineRows(circle)).toHaveLength(2);
  });

  it("snap to every key but their own, and to markers", () => {
    expect(snapTargets(study, { tween: "pull" })).toEqual([70, 155]);
    expect(snapTargets(study, { key: "b" })).toEqual([70, 100, 100, 155]);
  });
});

describe("selections", () => {
  it("begin at the first span, or at nothing", () => {
    expect(firstSelection(study)).toMatchObject({ figure: "rope", channel: "opacity", span: null });
    expect(firstSelection(emptyStudy("Empty"))).toEqual(NOTHING);
  });

  it("stay the very same while what they name is there, and lose only what is gone", () => {
    const all = { figure: "rope", channel: "x" as const, span: "a", keys: ["a", "c"] };
    expect(prune(all, study)).toBe(all);
    const less: Study = { ...study, sequence: study.sequence.slice(1) };
    expect(prune(all, less)).toEqual({ figure: "rope", channel: "x", span: null, keys: ["c"] });
    expect(prune(all, emptyStudy("Empty"))).toEqual(NOTHING);
  });
});
