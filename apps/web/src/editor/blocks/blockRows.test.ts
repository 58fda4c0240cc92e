import type { Group, Key, SequenceItem, Study, Tether, Tween } from "@levitas/core/study";
import { placeItems } from "@levitas/core/timeline";
import { passWords } from "../words/iterationWords.ts";
import { blockRows, blockSpan, LINE, tetherLine, tetherWords } from "./blockRows.ts";

const key = (id: string, time: number): Key => ({ id, time, value: time });
const tween = (id: string, tether: Tether, more: Partial<Tween> = {}): Tween => ({
  type: "tween",
  id,
  name: id,
  tether,
  figures: ["chip1", "chip2", "chip3"],
  tracks: [{ channel: "x", keys: [key(`${id}-a`, 0), key(`${id}-b`, 200)] }],
  ...more,
});
const at = (offset: number): Tether => ({ to: "start", offset });
const group = (
  id: string,
  tether: Tether,
  items: SequenceItem[],
  more: Partial<Group> = {},
): Group => ({
  type: "group",
  id,
  name: id,
  tether,
  items,
  ...more,
});
const place = (sequence: SequenceItem[], markers: Study["markers"] = []) =>
  placeItems({
    sequence,
    markers,
    curves: [],
    figures: [],
    scene: { width: 640, height: 400, background: "#fff", frameRate: 60 },
  });

describe("the lines of a sequence", () => {
  const items = [
    tween("rope", at(0)),
    group("arrival", at(300), [
      tween("chips", at(0), { stagger: { order: "list", gap: 50 } }),
      tween("gate", at(100)),
    ]),
  ];

  it("stand under each other, members of groups deeper, fans higher", () => {
    const rows = blockRows(items, new Set());
    expect(rows.map(({ item, depth }) => `${item.id} ${depth}`)).toEqual([
      "rope 0",
      "arrival 0",
      "chips 1",
      "gate 1",
    ]);
    expect(rows[2]?.height).toBeGreaterThan(LINE);
    rows.slice(1).forEach((row, i) => {
      const before = rows[i];
      expect(row.top).toBe((before?.top ?? 0) + (before?.height ?? 0));
    });
  });

  it("are one for a folded group", () => {
    expect(blockRows(items, new Set(["arrival"])).map(({ item }) => item.id)).toEqual([
      "rope",
      "arrival",
    ]);
  });
});

describe("where a block lies", () => {
  const span = (sequence: SequenceItem[], id: string) => {
    const placed = place(sequence).byId.get(id);
    if (!placed) throw new Error(`there is no ${id}`);
    return blockSpan(placed);
  };

  it("is its first pass, and all of its passes", () => {
    expect(span([tween("bob", at(100), { iterations: 3, pause: 50 })], "bob")).toEqual({
      pass: { from: 100, to: 300 },
      all: { from: 100, to: 800 },
      endless: false,
    });
    expect(span([tween("sweep", at(0), { iterations: null })], "sweep").endless).toBe(true);
  });

  it("is mirrored in a group that begins backwards, and shorter in a fast one", () => {
    const inside = [tween("early", at(0)), tween("late", at(400))];
    const backward = [group("g", at(1000), inside, { direction: "reverse" })];
    expect(span(backward, "early").pass).toEqual({ from: 1400, to: 1600 });
    expect(span(backward, "late").pass).toEqual({ from: 1000, to: 1200 });
    const fast = [group("g", at(1000), inside, { rate: 2 })];
    expect(span(fast, "late").pass).toEqual({ from: 1200, to: 1300 });
    expect(span(fast, "g").all).toEqual({ from: 1000, to: 1300 });
  });
});

describe("tethers", () => {
  const markers = [{ id: "m", name: "Landed", time: 500 }];
  const sequence = [
    tween("fall", at(100)),
    tween("settle", { to: "item", id: "fall", edge: "end", offset: 40 }),
    tween("late", { to: "marker", id: "m", offset: -20 }),
    {
      type: "cue",
      id: "knock",
      name: "Knock",
      tether: { to: "key", id: "fall-b", offset: 0 },
    } as SequenceItem,
  ];
  const placements = place(sequence, markers);
  const line = (id: string) => {
    const placed = placements.byId.get(id);
    return placed && tetherLine(placed, placements);
  };

  it("lead from where an item starts to what it hangs on", () => {
    expect(line("settle")).toEqual({ id: "settle", at: 340, anchor: { id: "fall", time: 300 } });
    expect(line("late")).toEqual({ id: "late", at: 480, anchor: { id: null, time: 500 } });
    expect(line("knock")).toEqual({ id: "knock", at: 300, anchor: { id: "fall", time: 300 } });
    expect(line("fall")).toBeUndefined();
  });

  it("are said in words", () => {
    const words = (id: string, inGroup = false) => {
      const item = placements.byId.get(id)?.item;
      return item ? tetherWords(item.tether, placements, markers, inGroup) : "";
    };
    expect(["fall", "settle", "late", "knock"].map((id) => words(id))).toEqual([
      "start of the study",
      "end of fall",
      "marker Landed",
      "key 2 of fall",
    ]);
    expect(words("fall", true)).toBe("start of the group");
  });

  it("and passes, too", () => {
    expect(passWords({})).toBe("");
    expect(passWords({ iterations: 2.5, direction: "alternate" })).toBe("× 2.5, there and back");
    expect(passWords({ iterations: null, direction: "reverse" })).toBe("endless, backwards");
  });
});
