import { checkStudy } from "../../shape/index.ts";
import type { LiveResponse, Study } from "../../study/index.ts";
import { figure, kiosk, tween } from "../../testing/index.ts";
import { applyTo } from "../history/change.ts";
import {
  deleteFigure,
  deleteLever,
  deleteMarker,
  deletePose,
  deleteResponse,
  keepPose,
  keepResponse,
} from "../index.ts";

const response = (id: string, more: Partial<LiveResponse> = {}): LiveResponse => ({
  ...{ id, when: { on: "press", figure: null }, then: [{ do: "pose", pose: "high" }] },
  ...{ how: { curve: { kind: "linear" }, duration: 100 }, midFlight: "keeps-speed" },
  ...more,
});
const study: Study = kiosk({
  figures: [figure("dial"), figure("hand", { parent: "dial" }), figure("gate")],
  markers: [{ id: "turn", name: "Turn", time: 300 }],
  sequence: [tween("t", 0, "gate", [{ channel: "x", keys: [{ id: "k", time: 0, value: 0 }] }])],
  followers: [
    {
      ...{ id: "f", figure: "gate", channel: "y", source: { lever: "slider" }, of: "value" },
      ...{ from: [0, 1], to: [0, 9] },
    },
  ],
  live: {
    poses: [
      { id: "high", name: "High", values: { dial: { x: 1 }, gate: { x: 2 } } },
      { id: "low", name: "Low", values: { hand: { x: 1 } } },
    ],
    levers: [
      { id: "slider", name: "Slider", of: { kind: "slider" }, range: [0, 1] },
      { id: "near", name: "Near", of: { kind: "distance", figure: "hand" }, range: [0, 1] },
    ],
    responses: [
      response("a", { when: { on: "press", figure: "dial" } }),
      response("b", { when: { on: "arrived", response: "a" } }),
      response("c", { then: [{ do: "next", poses: ["high", "low"] }], inPose: "low" }),
      response("d", { then: [{ do: "play", item: "t", from: "turn", direction: "forwards" }] }),
      response("e", { when: { on: "rises", lever: "slider", past: 0.5 } }),
    ],
    takes: [],
  },
});
const ids = ({ live }: Study) => live?.responses.map(({ id }) => id).join("");

describe("edits of the live part", () => {
  it.each<[string, (of: Study) => { after: Study }, string]>([
    ["a figure", (of) => deleteFigure(of, { figureId: "dial" }), "cde"],
    ["a pose", (of) => deletePose(of, { id: "high" }), "cd"],
    ["a lever", (of) => deleteLever(of, { id: "slider" }), "abcd"],
    ["a marker", (of) => deleteMarker(of, { id: "turn" }), "abcde"],
    ["what others wait for", (of) => deleteResponse(of, { id: "a" }), "cde"],
    ["a tween's only figure", (of) => deleteFigure(of, { figureId: "gate" }), "abce"],
  ])(
    "without %s nothing refers to it any more, and one step back brings it back",
    (_, edit, left) => {
      expect(checkStudy(study)).toEqual([]);
      const { after, inverse } = edit(study) as ReturnType<typeof deletePose>;
      expect(checkStudy(after)).toEqual([]);
      expect(ids(after)).toBe(left);
      expect(applyTo(after, inverse)).toEqual(study);
    },
  );

  it("what follows a deleted lever stops following", () => {
    expect(deleteLever(study, { id: "slider" }).after.followers).toEqual([]);
  });

  it("what is kept again replaces what had its id, in its place", () => {
    const changed = keepResponse(study, response("b", { midFlight: "waits" })).after;
    expect(ids(changed)).toBe("abcde");
    expect(changed.live?.responses[1]?.midFlight).toBe("waits");
    const first = keepPose(kiosk({ figures: [figure("dial")] }), {
      id: "p",
      name: "P",
      values: { dial: { x: 4 } },
    });
    expect(first.after.live?.poses).toHaveLength(1);
  });
});
