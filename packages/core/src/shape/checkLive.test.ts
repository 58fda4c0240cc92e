import type { Live, LiveResponse, Study } from "../study/index.ts";
import { figure, kiosk } from "../testing/index.ts";
import { checkStudy, mendStudy, readStudy } from "./index.ts";

const response: LiveResponse = {
  ...{ id: "r", when: { on: "press", figure: "dial" } },
  ...{ then: [{ do: "pose", pose: "high" }], how: { curve: { kind: "linear" }, duration: 0 } },
  midFlight: "keeps-speed",
};
const sound: Live = {
  poses: [{ id: "high", name: "High water", values: { dial: { rotate: 90 } } }],
  levers: [{ id: "slider", name: "Slider", of: { kind: "slider" }, range: [0, 1] }],
  responses: [response],
  takes: [
    {
      ...{ id: "t", name: "Two presses", duration: 900 },
      events: [{ time: 10, type: "press", x: 1, y: 2, figure: "dial" }],
    },
  ],
};
const study = (more: Partial<Live>): Study =>
  kiosk({ figures: [figure("dial")], live: { ...sound, ...more } });
const answers = (more: Partial<LiveResponse>): Partial<Live> => ({
  responses: [{ ...response, ...more }],
});

describe("the live part of a study", () => {
  it("is sound, and is read as it was written", () => {
    expect(checkStudy(study({}))).toEqual([]);
    const written = JSON.parse(JSON.stringify(study({})));
    expect(readStudy(written)).toEqual({ ok: true, value: study({}) });
  });

  it.each<[string, Partial<Live>, string, string]>([
    [
      "a pose of no figure",
      { poses: [{ id: "high", name: "x", values: { gull: { x: 1 } } }] },
      "live.poses[0].values.gull",
      "dangling-id",
    ],
    [
      "a pose without channels",
      { poses: [...sound.poses, { id: "none", name: "x", values: { dial: {} } }] },
      "live.poses[1]",
      "pose-without-channels",
    ],
    [
      "a pose that is called rest",
      { poses: [...sound.poses, { id: "rest", name: "x", values: { dial: { x: 1 } } }] },
      "live.poses[1].id",
      "duplicate-id",
    ],
    [
      "a color that is none",
      { poses: [...sound.poses, { id: "p", name: "x", values: { dial: { color: "wet" } } }] },
      "live.poses[1].values.dial.color",
      "not-a-color",
    ],
    [
      "a lever without a range",
      { levers: [{ id: "slider", name: "x", of: { kind: "slider" }, range: [1, 1] }] },
      "live.levers[0].range",
      "lever-without-range",
    ],
    [
      "a lever at no figure",
      {
        levers: [{ id: "slider", name: "x", of: { kind: "angle", figure: "gull" }, range: [0, 1] }],
      },
      "live.levers[0].of.figure",
      "dangling-id",
    ],
    [
      "a lever on a curve",
      {
        levers: [
          {
            id: "slider",
            name: "x",
            of: { kind: "slider" },
            range: [0, 1],
            spring: { kind: "linear" },
          },
        ],
      },
      "live.levers[0].spring",
      "not-a-spring",
    ],
    [
      "a press on nothing",
      answers({ when: { on: "press", figure: "gull" } }),
      "live.responses[0].when.figure",
      "dangling-id",
    ],
    [
      "a way to no pose",
      answers({ then: [{ do: "pose", pose: "low" }] }),
      "live.responses[0].then[0].pose",
      "dangling-id",
    ],
    [
      "a marker that is not there",
      answers({ then: [{ do: "seek", marker: "turn" }] }),
      "live.responses[0].then[0].marker",
      "dangling-id",
    ],
    [
      "an amount of color",
      answers({ then: [{ do: "by", figure: "dial", channel: "color", amount: 1 }] }),
      "live.responses[0].then[0].channel",
      "not-added",
    ],
    ["a pose it must be in", answers({ inPose: "low" }), "live.responses[0].inPose", "dangling-id"],
    [
      "a curve that is not there",
      answers({ how: { curve: { shared: "settle" }, duration: 9 } }),
      "live.responses[0].how.curve.shared",
      "dangling-id",
    ],
    [
      "a response that waits for itself",
      answers({ when: { on: "arrived", response: "r" } }),
      "live.responses[0].when",
      "response-loop",
    ],
    [
      "events out of order",
      {
        takes: [
          {
            id: "t",
            name: "x",
            duration: 9,
            events: [
              { time: 5, type: "key-down", key: "a" },
              { time: 2, type: "key-up", key: "a" },
            ],
          },
        ],
      },
      "live.takes[0].events[1].time",
      "events-out-of-order",
    ],
  ])(
    "%s is a fault with its place and a cure, and the study opens without it",
    (_, more, path, code) => {
      const broken = study(more);
      const found = checkStudy(broken).find((fault) => fault.path === path);
      expect(found?.code).toBe(code);
      expect(found?.cure).toBeTruthy();
      const mended = mendStudy(JSON.parse(JSON.stringify(broken)));
      expect(mended.ok && checkStudy(mended.value.study)).toEqual([]);
      expect(mended.ok && mended.value.study.figures).toHaveLength(1);
    },
  );

  it.each<[string, object, string]>([
    [
      "a when that is none",
      { responses: [{ ...response, when: { on: "smile" } }] },
      "live.responses[0].when.on",
    ],
    [
      "a lever that is none",
      { levers: [{ id: "l", name: "x", of: { kind: "wind" }, range: [0, 1] }] },
      "live.levers[0].of.kind",
    ],
    [
      "a press without a figure",
      { responses: [{ ...response, when: { on: "press" } }] },
      "live.responses[0].when.figure",
    ],
    [
      "a timer without a time",
      { responses: [{ ...response, when: { on: "every", time: 0 } }] },
      "live.responses[0].when.time",
    ],
  ])("%s is refused with its place", (_, more, path) => {
    const read = readStudy(JSON.parse(JSON.stringify(study(more as Partial<Live>))));
    expect(read.ok ? [] : read.faults.map((fault) => fault.path)).toContain(path);
  });

  it("a circle of responses that take time is sound", () => {
    const how = { curve: { kind: "linear" as const }, duration: 100 };
    expect(checkStudy(study(answers({ when: { on: "arrived", response: "r" }, how })))).toEqual([]);
  });
});
