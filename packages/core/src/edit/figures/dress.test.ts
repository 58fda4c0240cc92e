import { compileStudy } from "../../motion/index.ts";
import type { Study, Tween } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  addFigures,
  dissolveGroup,
  duplicateFigure,
  groupFigures,
  isWithin,
  orderFigure,
  record,
  setGuides,
  setKeyValues,
  setLook,
  setPivot,
  setRest,
  setSpanCurves,
  setValuesAt,
  startHistory,
  undo,
} from "../index.ts";

let fresh = 0;
const newId = () => `new-${fresh++}`;
const names = (study: Study) => study.figures.map(({ id }) => id);
const harbour = () =>
  kiosk({
    figures: [
      figure("quay"),
      figure("ship", { kind: "group", rest: { x: 100, y: 50, width: 200, height: 100 } }),
      figure("hull", { parent: "ship", rest: { x: 10, y: 20 } }),
      figure("lamp", { parent: "hull", rest: { x: 1, y: 2 } }),
    ],
    sequence: [
      tween("sway", 0, "ship", [{ channel: "rotate", keys: [key(0, -2), key(500, 2)] }]),
      tween("shine", 0, ["lamp", "quay"], [{ channel: "opacity", keys: [key(0, 0), key(100, 1)] }]),
    ],
  });

describe("the list of figures", () => {
  it("is reordered by what a figure comes before", () => {
    expect(names(orderFigure(harbour(), { figureId: "lamp", before: "quay" }).after)).toEqual([
      "lamp",
      "quay",
      "ship",
      "hull",
    ]);
    expect(names(orderFigure(harbour(), { figureId: "quay", before: null }).after)).toEqual([
      "ship",
      "hull",
      "lamp",
      "quay",
    ]);
    expect(orderFigure(harbour(), { figureId: "quay", before: "quay" }).patches).toEqual([]);
  });

  it("gets figures that belong together at once", () => {
    const { after } = addFigures(harbour(), {
      figures: [figure("dial"), figure("needle", { parent: "dial" })],
    });
    expect(names(after).slice(-2)).toEqual(["dial", "needle"]);
  });

  it("knows who stands in whom, however deep", () => {
    expect(isWithin(harbour(), "lamp", "ship")).toBe(true);
    expect(isWithin(harbour(), "ship", "lamp")).toBe(false);
    expect(isWithin(harbour(), "quay", "quay")).toBe(true);
  });
});

describe("a copy of a figure", () => {
  const copied = () =>
    duplicateFigure(harbour(), { figureId: "ship", name: "Second ship", newId }).after;

  it("comes with all that stands in it, in front of it", () => {
    const study = copied();
    expect(study.figures).toHaveLength(7);
    const [ship, hull, lamp] = study.figures.slice(4);
    expect([ship?.name, hull?.name, lamp?.name]).toEqual(["Second ship", "hull", "lamp"]);
    expect([hull?.parent, lamp?.parent]).toEqual([ship?.id, hull?.id]);
  });

  it("has its own copy of what moved the original alone, and shares what moves others too", () => {
    const study = copied();
    const tweens = study.sequence as Tween[];
    const ship = study.figures[4]?.id ?? "";
    const lamp = study.figures[6]?.id ?? "";
    const sways = tweens.filter(({ name }) => name === "sway");
    expect(sways.map(({ figures }) => figures)).toEqual([["ship"], [ship]]);
    const ids = sways.flatMap(({ tracks }) =>
      tracks.flatMap(({ keys }) => keys.map(({ id }) => id)),
    );
    expect(new Set(ids).size).toBe(ids.length);
    expect(tweens.find(({ name }) => name === "shine")?.figures).toEqual(["lamp", "quay", lamp]);
  });
});

describe("a group", () => {
  it("stands where its members stand, and is dissolved without moving them", () => {
    const before = harbour();
    const group = figure("pair", { kind: "group", rest: { x: 40, y: 30, width: 50, height: 50 } });
    const { after } = groupFigures(before, { figureIds: ["quay", "ship"], group });
    expect(after.figures.find(({ id }) => id === "ship")).toMatchObject({
      parent: "pair",
      rest: { x: 60, y: 20 },
    });
    const { after: again } = dissolveGroup(after, { figureId: "pair" });
    expect(again.figures.find(({ id }) => id === "ship")).toMatchObject({
      parent: null,
      rest: { x: 100, y: 50 },
    });
    expect(names(again)).not.toContain("pair");
  });

  it("takes in only figures of one parent", () => {
    const group = figure("pair", { kind: "group" });
    const { after } = groupFigures(harbour(), { figureIds: ["quay", "hull"], group });
    expect(after.figures.find(({ id }) => id === "hull")?.parent).toBe("ship");
  });
});

describe("dress, pivot and guides", () => {
  it("change only what is said, and take away what is said to be nothing", () => {
    const study = kiosk({
      figures: [
        figure("pass", { look: { title: "Heron Quay", code: true, back: { title: "x" } } }),
      ],
    });
    const { after } = setLook(study, {
      figureId: "pass",
      look: { title: "Mallow Sound", back: undefined } as never,
    });
    expect(after.figures[0]?.look).toEqual({ title: "Mallow Sound", code: true });
  });

  it("let a turned figure stay where it is when its pivot moves", () => {
    const study = kiosk({
      figures: [figure("pass", { rest: { x: 10, y: 20, width: 100, height: 60 } })],
      sequence: [tween("t", 0, "pass", [{ channel: "x", keys: [key(0, 10), key(100, 40)] }])],
    });
    const { after } = setPivot(study, {
      figureId: "pass",
      pivot: { x: 0, y: 1 },
      by: { x: 7, y: -3 },
    });
    expect(after.figures[0]).toMatchObject({ pivot: { x: 0, y: 1 }, rest: { x: 17, y: 17 } });
    expect((after.sequence[0] as Tween).tracks[0]?.keys.map(({ value }) => value)).toEqual([
      17, 47,
    ]);
    const rest = setRest(study, { figureId: "pass", channel: "pivotY", value: 100 }).after;
    expect(rest.figures[0]?.pivot).toEqual({ x: 0.5, y: 1 });
  });

  it("keep guides in the study, and leave nothing behind without them", () => {
    const { after } = setGuides(kiosk({}), { guides: [{ axis: "x", at: 40 }] });
    expect(after.scene.guides).toEqual([{ axis: "x", at: 40 }]);
    expect("guides" in setGuides(after, { guides: [] }).after.scene).toBe(false);
  });
});

describe("values of several channels at once", () => {
  const study = kiosk({
    figures: [figure("pass", { rest: { x: 5, y: 6 } })],
    sequence: [tween("t", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(400, 100)] }])],
  });
  const set = (time: number) =>
    setValuesAt(study, compileStudy(study), {
      time,
      tolerance: 8,
      values: (["x", "y"] as const).map((channel) => ({
        figureId: "pass",
        channel,
        value: 33,
        keyId: newId(),
        tweenId: newId(),
      })),
    });

  it("set a key where something drives the channel, and the rest value where nothing does", () => {
    const { after } = set(200);
    expect(after.figures[0]?.rest.x).toBe(33);
    const keys = (after.sequence[0] as Tween).tracks[0]?.keys;
    expect(keys?.map(({ time, value }) => [time, value])).toEqual([
      [0, 0],
      [200, 33],
      [400, 100],
    ]);
  });

  it("are one change: taken back at once", () => {
    const history = record(startHistory<null>(study), set(200), null, null);
    expect(undo(history)?.history.study).toEqual(study);
  });

  it("and curves of several spans, passing over keys that begin none", () => {
    const ids = (study.sequence[0] as Tween).tracks[0]?.keys.map(({ id }) => id) ?? [];
    const curve = { kind: "keyword", name: "ease" } as const;
    const { after } = setSpanCurves(study, { keyIds: ids, curve });
    const keys = (after.sequence[0] as Tween).tracks[0]?.keys;
    expect(keys?.map((each) => each.curve)).toEqual([curve, undefined]);
    const same = setKeyValues(study, { keyIds: ids, value: 7 }).after;
    expect((same.sequence[0] as Tween).tracks[0]?.keys.map(({ value }) => value)).toEqual([7, 7]);
  });
});
