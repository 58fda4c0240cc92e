import { copyKeys } from "@levitas/core/edit";
import { type Figure, firstStudy, type Study, tracksOf } from "@levitas/core/study";
import { copyChosen } from "../commands/copyKeys.ts";
import { groupChosen } from "../commands/figureActions.ts";
import { giveMotion, pasteKeysOf, repeatChosen } from "../commands/pasteKeys.ts";
import { pasteText } from "../commands/pasteText.ts";
import { Bench } from "../session/bench.ts";
import { beginSceneChange } from "../session/changes.ts";
import { chosenFigures } from "../session/selection.ts";
import { angleAbout, BOX_HANDLES, beginMove, pivotBy, scaleBy, turnBy } from "./figureDrag.ts";

const point = { x: 0, y: 0, free: false, shift: false, alt: false };

/** A ball that rolls from x 80 to 496 in 1.2 s from 200 ms on, and a chip that nothing moves. */
function harbour(): Study {
  let n = 0;
  const study = firstStudy("Pier", () => `id-${n++}`);
  const chip: Figure = {
    id: "chip",
    name: "Chip",
    kind: "chip",
    parent: null,
    pivot: { x: 0.5, y: 0.5 },
    hue: "plum",
    rest: { x: 100, y: 40, width: 80, height: 30 },
    look: { text: "Lane 3" },
  };
  return { ...study, figures: [...study.figures, chip] };
}

describe("figures dragged on the scene", () => {
  let bench: Bench;
  let frames: FrameRequestCallback[];
  const flush = () => {
    const due = frames;
    frames = [];
    for (const frame of due) frame(0);
  };
  beforeEach(() => {
    frames = [];
    globalThis.requestAnimationFrame = (callback) => frames.push(callback);
    globalThis.cancelAnimationFrame = () => {
      frames = [];
    };
    // A browser that refuses the clipboard: what was copied in this tab is at hand all the same.
    Object.defineProperty(globalThis, "navigator", { value: {}, configurable: true });
    bench = new Bench(harbour());
    flush();
  });
  afterEach(() => bench.dispose());
  const rest = (id: string) => bench.study.figures.find((figure) => figure.id === id)?.rest;
  const keysOf = (id: string, channel: Parameters<typeof tracksOf>[2]) =>
    tracksOf(bench.study, id, channel).flatMap(({ tween, track }) =>
      track.keys.map(({ time, value }) => [Math.round(time + tween.tether.offset), value]),
    );

  it("change their rest where nothing drives them, by px of the scene, whatever the zoom", () => {
    bench.select({ figure: "chip", channel: null, span: null, keys: [] });
    bench.camera.resize(320, 200, { width: 640, height: 400 });
    const drag = beginMove(bench);
    const moved = drag?.move({ x: 120, y: 50 }, { ...point, dx: 30, dy: 10 });
    // Half the size on the screen: 30 px there are 60 px of the scene.
    expect(moved?.text).toMatch(/^x 160\.0 {2}y 60\.0/);
    drag?.change.end(false);
    expect(rest("chip")).toMatchObject({ x: 160, y: 60 });
    expect(bench.study.sequence).toHaveLength(1);
    bench.undo();
    expect(rest("chip")).toMatchObject({ x: 100, y: 40 });
  });

  it("get a key at the playhead where something drives them", () => {
    bench.select({ figure: "id-0", channel: null, span: null, keys: [] });
    bench.clock.seek(800);
    const drag = beginMove(bench);
    drag?.move({ x: 300, y: 200 }, { ...point, dx: 7, dy: 0, free: true });
    drag?.change.end(false);
    const keys = keysOf("id-0", "x");
    expect(keys.map(([time]) => time)).toEqual([200, 800, 1400]);
    expect(keys[1]?.[1]).toBeCloseTo(80 + 416 / 2 + 7, 6);
  });

  it("snap to the middle of the scene, and keep to one axis with Shift", () => {
    bench.select({ figure: "chip", channel: null, span: null, keys: [] });
    bench.camera.resize(640, 400, { width: 640, height: 400 });
    const drag = beginMove(bench);
    // The chip's middle, at 140, comes to 317: near enough to 320.
    const near = drag?.move({ x: 0, y: 0 }, { ...point, dx: 177, dy: 3, shift: true });
    expect(near?.snapped.x).toEqual({ at: 320, to: "middle" });
    expect(near?.text).toContain("x 280.0  y 40.0");
    drag?.change.end(true);
    expect(rest("chip")?.x).toBe(100);
  });

  it("are scaled about their pivot, with Shift in proportion", () => {
    const corner = BOX_HANDLES.find(({ id }) => id === "se");
    if (!corner) throw new Error("there is a corner");
    const change = beginSceneChange(bench);
    // Its pivot is at 140, 55: twice as far to the right, as far down as it is.
    expect(scaleBy(change, "chip", corner, { x: 220, y: 70 }, point)).toBe(
      "scale x 2.00  scale y 1.00",
    );
    scaleBy(change, "chip", corner, { x: 220, y: 70 }, { ...point, shift: true });
    change.end(false);
    expect(rest("chip")).toMatchObject({ scaleX: 2, scaleY: 2 });
  });

  it("turn after the pointer over whole turns", () => {
    const change = beginSceneChange(bench);
    const at = (degrees: number) => ({
      x: 140 + 50 * Math.cos((degrees * Math.PI) / 180),
      y: 55 + 50 * Math.sin((degrees * Math.PI) / 180),
    });
    const turn = { start: 0, last: angleAbout(change, "chip", at(0)), turned: 0 };
    let said = "";
    for (let degrees = 0; degrees <= 450; degrees += 15)
      said = turnBy(change, "chip", turn, at(degrees), point);
    expect(said).toBe("rotate 450.0°");
    change.end(false);
    expect(rest("chip")?.rotate).toBe(450);
  });

  it("keep their place when their pivot moves, also turned ones", () => {
    bench.perform(
      (study) => ({
        label: "turn",
        before: study,
        after: {
          ...study,
          figures: study.figures.map((figure) =>
            figure.id === "chip" ? { ...figure, rest: { ...figure.rest, rotate: 90 } } : figure,
          ),
        },
        patches: [{ op: "replace", path: ["figures", 1, "rest", "rotate"], value: 90 }],
        inverse: [{ op: "remove", path: ["figures", 1, "rest", "rotate"] }],
      }),
      null,
    );
    const change = beginSceneChange(bench);
    // Turned by a quarter about (140, 55), its left side is on top: there goes the pivot.
    const found = pivotBy(change, "chip", { x: 140, y: 15 }, false);
    expect(found?.pivot).toEqual({ x: 0, y: 0.5 });
    // The box stays: its corner is where it was, less the way the pivot took with it.
    expect(found?.by.x).toBeCloseTo(40, 9);
    expect(found?.by.y).toBeCloseTo(-40, 9);
    change.end(true);
  });

  it("are grouped, and several are chosen at once", () => {
    bench.select({ figure: "chip", channel: null, span: null, keys: [], more: ["id-0"] });
    expect(chosenFigures(bench.selection)).toEqual(["chip", "id-0"]);
    groupChosen(bench, chosenFigures(bench.selection));
    const group = bench.study.figures.find(({ kind }) => kind === "group");
    expect(bench.study.figures.filter(({ parent }) => parent === group?.id)).toHaveLength(2);
    expect(bench.selection.figure).toBe(group?.id);
    // Choosing one lets go of the others.
    bench.select({ figure: "chip" });
    expect(chosenFigures(bench.selection)).toEqual(["chip"]);
  });

  describe("and their keys, copied", () => {
    const all = () =>
      tracksOf(bench.study, "id-0", "x").flatMap(({ track }) => track.keys.map(({ id }) => id));
    const text = () => JSON.stringify(copyKeys(bench.study, all()));

    it("come as text and go on another figure, where that one stands", () => {
      bench.select({ figure: "chip", channel: null, span: null, keys: [] });
      bench.clock.seek(600);
      pasteText(bench, text());
      expect(keysOf("chip", "x")).toEqual([
        [600, 100],
        [1800, 516],
      ]);
      expect(bench.selection.keys).toHaveLength(2);
    });

    it("stay as they are on the figure they came from", () => {
      bench.select({ figure: "id-0", keys: all() });
      bench.clock.seek(2000);
      expect(copyChosen(bench)).toBe(true);
      pasteText(bench, text());
      expect(keysOf("id-0", "x").map(([time]) => time)).toEqual([200, 1400, 2000, 3200]);
    });

    it("are not taken from text that is broken or holds none", () => {
      const before = bench.study;
      const { copied } = bench.store.getState();
      pasteText(bench, "just words");
      pasteText(bench, text().replace('"time":0', '"time":"soon"'));
      expect(bench.study).toBe(before);
      expect(bench.store.getState().copied).toBe(copied);
    });

    it("are repeated at the playhead, or given whole at the time they had", () => {
      const [first] = all();
      bench.select({ figure: "id-0", keys: first ? [first] : [] });
      bench.clock.seek(1800);
      expect(repeatChosen(bench)).toBe(true);
      expect(keysOf("id-0", "x").at(-1)).toEqual([1800, 80]);
      const copied = copyKeys(bench.study, all());
      if (!copied) throw new Error("nothing was copied");
      giveMotion(bench, copied, "chip");
      expect(keysOf("chip", "x")[0]).toEqual([200, 100]);
      bench.select({ keys: [] });
      expect(repeatChosen(bench)).toBe(false);
    });

    it("leave out channels that were not chosen", () => {
      const copied = copyKeys(bench.study, all());
      if (!copied) throw new Error("nothing was copied");
      bench.select({ figure: "chip" });
      pasteKeysOf(bench, copied, { values: "absolute", channels: ["y"] }, 0);
      expect(keysOf("chip", "x")).toEqual([]);
    });
  });
});
