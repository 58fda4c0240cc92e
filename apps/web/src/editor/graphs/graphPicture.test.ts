import { compileStudy, stretchSpeeds } from "@levitas/core/motion";
import { channelOf, emptyStudy, type Study } from "@levitas/core/study";
import { GRAPH, GraphView } from "../session/graphView.ts";
import { timelineRows } from "../session/rows.ts";
import { hitAt } from "../tracks/marks.ts";
import {
  type GraphLine,
  type GraphSight,
  type GraphTarget,
  graphPicture,
  placeOfKey,
  placeOfTangent,
} from "./graphPicture.ts";
import { lineOf } from "./layerLine.ts";

const tide = (path = false): Study => ({
  ...emptyStudy("Tide"),
  figures: [
    {
      ...{ id: "boat", name: "Boat", kind: "block", parent: null, hue: "slate" },
      ...{ pivot: { x: 0, y: 0 }, rest: {}, look: {} },
    },
  ],
  sequence: [
    {
      ...{ type: "tween", id: "rise", name: "rise", tether: { to: "start", offset: 100 } },
      figures: ["boat"],
      ...(path ? { path } : {}),
      tracks: [
        {
          channel: "y",
          keys: [
            { id: "a", time: 0, value: 0, curve: { kind: "keyword", name: "ease-in" } },
            { id: "b", time: 400, value: 100 },
            { id: "c", time: 600, value: 50 },
          ],
        },
      ],
    },
  ],
});

function sight(about: Partial<GraphSight> = {}, study = tide()): GraphSight {
  const motion = compileStudy(study);
  const lane = timelineRows(study).find((row) => row.kind === "lane");
  const bar = lane?.bars[0];
  const layer = motion.drivenAt(0, "y")?.layers[0];
  if (!bar || !layer) throw new Error("nothing moves");
  const values = new GraphView();
  values.fit(0, 100);
  const line: GraphLine = {
    ...{ bar, channel: channelOf("y"), layer, points: lineOf(layer), isOwn: true },
  };
  return {
    ...{ lines: [line], faint: [], hue: "slate", values, study, span: null },
    speeds: { points: stretchSpeeds([layer], 12), most: 800 },
    view: { toX: (time) => time / 2, width: 500 },
    keys: new Set<string>(),
    ...about,
  };
}
const targets = (about: GraphSight): GraphTarget[] =>
  graphPicture(about).hits.map(({ target }) => target);

describe("a graph as it is painted", () => {
  it("lets keys be grabbed where their values are, and the line only near it", () => {
    const about = sight();
    const shown = graphPicture(about);
    const [line] = about.lines as [GraphLine];
    const key = placeOfKey(line, 1, about);
    expect(key).toEqual({ x: 250, y: about.values.toY(100) });
    expect(hitAt(shown, key.x, key.y)?.target).toMatchObject({ on: "key", id: "b" });
    // Halfway down from 100 to 50.
    expect(hitAt(shown, 300, about.values.toY(75) + 4)?.target).toMatchObject({ on: "line" });
    expect(hitAt(shown, 300, about.values.toY(75) + 20)).toBeUndefined();
  });

  it("shows tangents of the selected span and at chosen keys, but none along a path through space", () => {
    const tangents = (about: Partial<GraphSight>, study?: Study) =>
      targets(sight(about, study)).flatMap((target) =>
        target.on === "tangent" ? [`${target.index} ${target.side}`] : [],
      );
    expect(tangents({})).toEqual([]);
    expect(tangents({ span: "a" })).toEqual(["0 out", "0 in"]);
    expect(tangents({ keys: new Set(["b"]) })).toEqual(["0 out", "0 in", "1 out", "1 in"]);
    expect(tangents({ span: "a" }, tide(true))).toEqual([]);
  });

  it("puts a tangent where the curve leaves its key", () => {
    const about = sight({ span: "a" });
    const [line] = about.lines as [GraphLine];
    // ease-in is cubic-bezier(0.42, 0, 1, 1): it leaves flat, after 42 % of the span.
    const out = placeOfTangent(line, 0, "out", about);
    expect(out?.x).toBeCloseTo((100 + 0.42 * 400) / 2, 6);
    expect(out?.y).toBeCloseTo(about.values.toY(0), 6);
    const { x = 0, y = 0 } = out ?? {};
    expect(hitAt(graphPicture(about), x, y)?.target).toMatchObject({ on: "tangent", side: "out" });
  });

  it("keeps values above and speeds below, each within its own band", () => {
    const lines = graphPicture(sight()).marks.flatMap((mark) =>
      mark.type === "line" && mark.points.length > 4 ? [mark] : [],
    );
    const band = (stroke: string) =>
      lines
        .filter((mark) => mark.stroke === stroke)
        .flatMap(({ points }) => Array.from(points).filter((_, i) => i % 2 === 1));
    for (const y of band("hue-slate")) {
      expect(y).toBeGreaterThanOrEqual(GRAPH.top);
      expect(y).toBeLessThanOrEqual(GRAPH.bottom);
    }
    expect(band("marigold").length).toBeGreaterThan(0);
    for (const y of band("marigold")) expect(y).toBeGreaterThanOrEqual(GRAPH.speedTop - 1e-9);
  });
});
