import type { Group, SequenceItem, Study } from "../study/index.ts";
import { key, tween } from "../testing/index.ts";
import { needle, press, read, response, speed } from "../testing/needle.ts";
import { createLive } from "./index.ts";

describe("the sequence, played", () => {
  const study = needle(
    [
      response({ then: [{ do: "play", direction: "turns" }] }),
      response({
        id: "c",
        when: { on: "cue", cue: "Slack" },
        then: [{ do: "by", figure: "needle", channel: "opacity", amount: -0.5 }],
        how: { curve: { kind: "linear" }, duration: 0 },
      }),
    ],
    {
      sequence: [
        tween("turn", 0, "needle", [{ channel: "x", keys: [key(0, 100), key(1000, 500)] }]),
        { type: "cue", id: "cue", name: "Slack", tether: { to: "start", offset: 600 } },
      ],
    },
  );

  it("turns round where it is", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 500)).toBe(300);
    press(live, 500);
    expect(read(live, 750)).toBe(200);
    expect(read(live, 1100)).toBe(100);
  });

  it("says its cues to what waits for them, once", () => {
    const live = createLive(study);
    press(live, 0);
    expect(read(live, 599, "opacity")).toBe(1);
    expect(read(live, 601, "opacity")).toBe(0.5);
    expect(read(live, 3000, "opacity")).toBe(0.5);
  });

  it("comes from wherever it was without a jump", () => {
    const away = {
      ...study,
      live: {
        ...study.live,
        responses: [
          ...(study.live?.responses ?? []),
          response({
            id: "k",
            when: { on: "key", key: "h" },
            then: [{ do: "pose", pose: "high" }],
          }),
        ],
      },
    } as Study;
    const live = createLive(away);
    live.send(0, { type: "key-down", key: "h" });
    press(live, 1000);
    expect(read(live, 1000)).toBe(300);
    expect(read(live, 1200)).toBeCloseTo(100 + 80 + 200 * 0.5, 9);
    expect(read(live, 1400)).toBeCloseTo(260, 9);
  });
});

describe("one part of the sequence, played", () => {
  const play = response({
    then: [{ do: "play", item: "move", direction: "forwards" }],
    how: { curve: { kind: "linear" }, duration: 0 },
  });
  const move = tween("move", 0, "needle", [{ channel: "x", keys: [key(0, 0), key(1000, 100)] }]);
  const group = (rate: number, items: Group["items"]): Group => ({
    ...{ type: "group", id: "part", name: "Part", tether: { to: "start", offset: 0 } },
    ...{ rate, items },
  });

  it.each([0.5, 1, 2])("plays to its end in a group that runs at %s times the rate", (rate) => {
    const live = createLive(needle([play], { sequence: [group(rate, [move])] }));
    press(live, 0);
    expect(read(live, 500 / rate)).toBeCloseTo(50, 9);
    expect(read(live, 5000)).toBe(100);
    const arrived = live.log().flatMap((each) => (each.kind === "arrived" ? [each.time] : []));
    expect(arrived).toEqual([1000 / rate]);
  });

  it("is joined in the time of the response, and is left alone after that", () => {
    const joined = { ...play, how: { curve: { kind: "linear" as const }, duration: 400 } };
    const live = createLive(needle([joined], { sequence: [move] }));
    press(live, 0);
    // From 100, where it rests, to what is played.
    expect(read(live, 200)).toBeCloseTo(20 + 50, 9);
    for (const time of [400, 600, 900]) expect(read(live, time)).toBeCloseTo(time / 10, 9);
  });

  it("plays to its end across a freeze", () => {
    const freeze: SequenceItem = {
      ...{ type: "freeze", id: "stop", name: "Stop", tether: { to: "start", offset: 400 } },
      frames: 30,
    };
    const live = createLive(needle([play], { sequence: [move, freeze] }));
    press(live, 0);
    expect(read(live, 700)).toBe(40);
    expect(read(live, 5000)).toBe(100);
  });

  it("lets its own cues be heard and no others", () => {
    const cue = (id: string, tether: SequenceItem["tether"]): SequenceItem => ({
      ...{ type: "cue", id, name: id, tether },
    });
    const other = tween("other", 0, "needle", [{ channel: "y", keys: [key(0, 0), key(900, 9)] }]);
    const sequence = [
      ...[move, other, cue("of other", { to: "item", id: "other", edge: "end", offset: 0 })],
      ...[cue("own", { to: "item", id: "move", edge: "end", offset: -100 })],
    ];
    const live = createLive(needle([play], { sequence }));
    press(live, 0);
    read(live, 3000);
    const heard = live
      .log()
      .flatMap((each) => (each.kind === "cue" ? [[each.time, each.cue]] : []));
    expect(heard).toEqual([[900, "own"]]);
  });

  it("turns round by itself: what else the response sends keeps its own speed", () => {
    const linear = { curve: { kind: "linear" as const }, duration: 400 };
    const turns = { do: "play", item: "move", direction: "turns" } as const;
    const study = needle(
      [
        response({ then: [turns, { do: "pose", pose: "far" }], how: linear }),
        response({
          ...{ id: "k", when: { on: "key", key: "a" }, how: linear },
          then: [{ do: "by", figure: "needle", channel: "rotate", amount: 200 }],
        }),
      ],
      { sequence: [move] },
    );
    const live = createLive(study);
    press(live, 0);
    live.send(500, { type: "key-down", key: "a" });
    press(live, 600);
    // A press in mid-flight of the needle's turn by the key: it goes on at that speed, 500 degrees a second.
    expect(speed(live, 600, "rotate")).toBeCloseTo(500, 6);
    expect(read(live, 650)).toBeCloseTo(55, 9);
  });

  it("has the cues of both parts that one response plays be heard", () => {
    const cue = (id: string, item: string): SequenceItem => ({
      ...{ type: "cue", id, name: id, tether: { to: "item", id: item, edge: "end", offset: 0 } },
    });
    const other = tween("other", 0, "needle", [{ channel: "y", keys: [key(0, 0), key(900, 9)] }]);
    const both = ["move", "other"].map((item) => ({
      ...({ do: "play", item, direction: "forwards" } as const),
    }));
    const sequence = [move, other, cue("moved", "move"), cue("risen", "other")];
    const live = createLive(needle([response({ then: both })], { sequence }));
    press(live, 0);
    read(live, 3000);
    const heard = live.log().flatMap((each) => (each.kind === "cue" ? [each.cue] : []));
    expect(heard).toEqual(["risen", "moved"]);
  });
});
