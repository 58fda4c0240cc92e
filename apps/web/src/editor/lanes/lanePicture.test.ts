import { seamsOf } from "@levitas/core/edit";
import { compileStudy, layerPolyline } from "@levitas/core/motion";
import { emptyStudy, type Study, type Tween } from "@levitas/core/study";
import { columnPicture, figureColumns } from "../figures/columnPicture.ts";
import { timelineRows } from "../session/rows.ts";
import { hitAt } from "../tracks/marks.ts";
import { isJoined, type LaneOf, lanePicture } from "./lanePicture.ts";

const lift = (id: string, start: number, keys: readonly (readonly [number, number])[]): Tween => ({
  type: "tween",
  id,
  name: `Ramp ${id}`,
  tether: { to: "start", offset: start },
  figures: ["ramp"],
  tracks: [
    {
      channel: "y",
      keys: keys.map(([time, value], i) => ({ id: `${id}${i}`, time, value })),
    },
  ],
});
const study = (...sequence: Tween[]): Study => ({
  ...emptyStudy("Gangway"),
  figures: [
    {
      ...{ id: "ramp", name: "Ramp", kind: "block", parent: null, hue: "brick" },
      ...{ pivot: { x: 0, y: 0 }, rest: {}, look: {} },
    },
  ],
  sequence,
});
/** Half a px for a millisecond. */
const view = { toX: (time: number) => time / 2, width: 600 };

function picture(of: Study, about: Partial<Parameters<typeof lanePicture>[0]> = {}) {
  const motion = compileStudy(of);
  const row = timelineRows(of).find((each): each is LaneOf => each.kind === "lane");
  if (!row) throw new Error("no lane");
  return lanePicture({
    ...{ row, motion, view, span: null, keys: new Set<string>(), isHovered: false },
    lineOf: (layer) => layerPolyline(layer, 8),
    seamsOf: (tween, channel) => {
      const track = tween.tracks.find((each) => each.channel === channel);
      return track && !isJoined(tween, channel) ? seamsOf(of, track) : new Map();
    },
    ...about,
  });
}

describe("a lane as it is painted", () => {
  const two = study(
    lift("a", 100, [
      [0, 0],
      [400, 80],
    ]),
  );

  it("lets each key be grabbed where it stands, and its bar between them", () => {
    const shown = picture(two);
    expect(hitAt(shown, 50, 16)?.target).toMatchObject({ on: "key", id: "a0", index: 0 });
    expect(hitAt(shown, 250, 16)?.target).toMatchObject({ on: "key", id: "a1", index: 1 });
    expect(hitAt(shown, 150, 16)?.target).toMatchObject({ on: "bar" });
    // A key is found over the whole height of the lane, its bar only where it is painted.
    expect(hitAt(shown, 50, 1)?.target).toMatchObject({ on: "key" });
    expect(hitAt(shown, 150, 1)).toBeUndefined();
    expect(hitAt(shown, 400, 16)).toBeUndefined();
  });

  it("has grips beside both ends, seen under the pointer alone", () => {
    const [calm, hovered] = [picture(two), picture(two, { isHovered: true })];
    expect(hovered.marks.length).toBe(calm.marks.length + 2);
    expect(hitAt(calm, 41, 16)?.target).toMatchObject({ on: "grip", edge: "start" });
    expect(hitAt(calm, 260, 16)?.target).toMatchObject({ on: "grip", edge: "end" });
  });

  it("draws greater values higher, inside the bar", () => {
    const line = picture(two).marks.find((mark) => mark.type === "line" && mark.stroke);
    const points = line?.type === "line" ? [...(line.points as Float64Array)] : [];
    expect([points[0], points.at(-2)]).toEqual([50, 250]);
    expect(points[1]).toBeGreaterThan(points.at(-1) as number);
    for (let i = 1; i < points.length; i += 2) {
      expect(points[i]).toBeGreaterThanOrEqual(8);
      expect(points[i]).toBeLessThanOrEqual(24);
    }
  });

  it("fills chosen keys and underlines the selected span", () => {
    const fills = (keys: string[], span: string | null) =>
      picture(two, { keys: new Set(keys), span }).marks.flatMap((mark) =>
        mark.type === "box" && (mark.radius === 3.5 || mark.radius === 1.5) ? [mark.fill] : [],
      );
    expect(fills([], null)).toEqual(["raised", "raised"]);
    expect(fills(["a1"], "a0")).toEqual(["spruce", "raised", "hue-brick"]);
  });

  it("names a tween only where its name has room before the next one", () => {
    const names = (gap: number) =>
      picture(
        study(
          lift("a", 0, [
            [0, 0],
            [100, 1],
          ]),
          lift("b", 100 + gap, [
            [0, 1],
            [100, 0],
          ]),
        ),
      ).marks.flatMap((mark) => (mark.type === "text" ? [mark.text] : []));
    expect(names(400)).toEqual(["Ramp a", "Ramp b"]);
    expect(names(100)).toEqual(["Ramp b"]);
  });

  it("marks where the speed jumps, in front of the key", () => {
    const shown = picture(
      study(
        lift("a", 0, [
          [0, 0],
          [200, 100],
          [400, 0],
        ]),
      ),
    );
    const seam = hitAt(shown, 100, 29);
    expect(seam?.target).toEqual({ on: "seam", id: "a1" });
    expect(seam?.title).toMatch(/^The speed jumps here, [−\d.]+ to [−\d.]+ px\/s\./);
  });

  it("keeps what lies outside of the played part, and faint", () => {
    const cut: Tween = {
      ...lift("a", 0, [
        [0, 0],
        [200, 50],
        [400, 100],
      ]),
      clip: { from: 150, to: 400 },
    };
    const alphas = picture(study(cut)).marks.flatMap((mark) =>
      mark.type === "box" && mark.radius === 3.5 ? [mark.alpha] : [],
    );
    expect(alphas).toEqual([0.35, 1, 1]);
  });
});

describe("a figure's own row", () => {
  it("shows keys of one time as one column, and grips for all of its motion", () => {
    const of = study(
      lift("a", 0, [
        [0, 0],
        [200, 50],
      ]),
      lift("b", 200, [
        [0, 0],
        [300, 50],
      ]),
    );
    const columns = figureColumns(compileStudy(of), "ramp", timelineRows(of)[0]?.bars ?? []);
    expect(columns.map(({ keyIds, time }) => [time, keyIds.length])).toEqual([
      [0, 1],
      [200, 2],
      [500, 1],
    ]);
    const shown = columnPicture(columns, {
      ...{ hue: "brick" as const, name: "Ramp", view, isHovered: false },
      chosen: new Set(["a1", "b0"]),
    });
    expect(hitAt(shown, 100, 15)?.target).toMatchObject({ on: "column", count: 2 });
    expect(hitAt(shown, 259, 15)?.target).toEqual({ on: "end", part: "to" });
    expect(
      shown.marks.flatMap((mark) => (mark.type === "box" && mark.radius ? [mark.fill] : [])),
    ).toEqual(["hue-brick", "ink", "hue-brick"]);
  });
});
