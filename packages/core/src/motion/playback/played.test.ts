import type { Cue, SequenceItem, Study, Tether, Tween } from "../../study/index.ts";
import { figure, key, kiosk, tween } from "../../testing/index.ts";
import {
  advancePlayhead,
  compileStudy,
  type Playhead,
  type PlayMode,
  playedCues,
  playedStretches,
} from "../index.ts";

const cue = (id: string, tether: Tether): Cue => ({
  type: "cue",
  id,
  name: id,
  tether,
  sound: "tick",
});
const at = (offset: number) => ({ to: "start", offset }) as const;
const study = (...sequence: SequenceItem[]) =>
  kiosk({
    figures: [figure("pass")],
    sequence: [
      tween("fall", 0, "pass", [{ channel: "y", keys: [key(0, 0), key(400, 90), key(1000, 0)] }]),
      ...sequence,
    ],
  });

/** The cues that are heard while a playhead goes on in uneven steps, as names. */
function heard(
  sequence: readonly SequenceItem[],
  mode: PlayMode,
  total: number,
  { rate = 1, steps = [16.7, 3, 41, 16.6, 120] }: { rate?: number; steps?: number[] } = {},
): string[] {
  const motion = compileStudy(study(...sequence));
  const settings = { mode, rate, duration: motion.duration };
  let head: Playhead = { time: 0, direction: 1, playing: true };
  const names: string[] = [];
  let gone = 0;
  for (let i = 0; gone < total; i++) {
    const step = Math.min(steps[i % steps.length] as number, total - gone);
    gone += step;
    names.push(
      ...playedCues(motion, playedStretches(head, step, settings)).map(({ cue: { id } }) => id),
    );
    head = advancePlayhead(head, step, settings);
  }
  return names;
}
const count = (names: readonly string[], id: string) => names.filter((name) => name === id).length;

describe("cues while playing", () => {
  const all = [cue("first", at(0)), cue("middle", at(400)), cue("last", at(1000))];

  it("happen once in every pass of a loop, those at the loop point too", () => {
    const names = heard(all, "loop", 10_300);
    // Ten passes are over, and the eleventh has begun.
    expect(["first", "middle", "last"].map((id) => count(names, id))).toEqual([11, 10, 10]);
    expect(names.slice(0, 4)).toEqual(["first", "middle", "last", "first"]);
  });

  it("happen once at the ends of a swing, and both ways between", () => {
    const names = heard(all, "swing", 3999);
    expect(names).toEqual([
      "first",
      "middle",
      "last",
      "middle",
      "first",
      "middle",
      "last",
      "middle",
    ]);
  });

  it("happen at the very end of playing once, and never after", () => {
    expect(heard(all, "once", 5000)).toEqual(["first", "middle", "last"]);
  });

  it("are all met when a frame takes long, and at any rate", () => {
    for (const rate of [0.1, 1, 3])
      for (const steps of [[1000 / rate], [7], [250 / rate, 990 / rate]])
        expect(count(heard(all, "loop", 3000 / rate, { rate, steps }), "middle")).toBe(3);
  });
});

describe("cues that hang on something", () => {
  const twice = (more: object): SequenceItem =>
    tween(
      "bob",
      at(100) as never as number,
      "pass",
      [{ channel: "x", keys: [key(0, 0), { ...key(60, 1), id: "peak" }, key(100, 0)] }],
      more,
    );
  const bob = (more: object): SequenceItem => ({ ...twice(more), tether: at(100) }) as SequenceItem;
  const times = (items: readonly SequenceItem[], from = -1, to = 5000) =>
    compileStudy(study(...items))
      .events(from, to)
      .map(({ time, cue: { id } }) => `${id} ${Math.round(time * 1000) / 1000}`);

  it("happen in each iteration of a tween: at its start, at a key, at its end", () => {
    const items = [
      bob({ iterations: 3, pause: 50 }),
      cue("start", { to: "item", id: "bob", edge: "start", offset: 0 }),
      cue("key", { to: "key", id: "peak", offset: 5 }),
      cue("end", { to: "item", id: "bob", edge: "end", offset: 0 }),
    ];
    expect(times(items)).toEqual([
      "start 100",
      "key 165",
      "end 200",
      "start 250",
      "key 315",
      "end 350",
      "start 400",
      "key 465",
      "end 500",
    ]);
  });

  it("are met once where a pass there turns into a pass back", () => {
    const items = [
      bob({ iterations: 4, direction: "alternate" }),
      cue("end", { to: "item", id: "bob", edge: "end", offset: 0 }),
      cue("key", { to: "key", id: "peak", offset: 0 }),
    ];
    expect(times(items)).toEqual([
      "key 160",
      "end 200",
      "key 240",
      "end 300",
      "key 360",
      "end 400",
      "key 440",
      "end 500",
    ]);
  });

  it("happen in every round of an endless group, as far as one looks", () => {
    const group: SequenceItem = {
      type: "group",
      id: "g",
      name: "g",
      tether: at(50),
      iterations: null,
      rate: 2,
      items: [bob({}), cue("in", { to: "item", id: "bob", edge: "end", offset: 0 })],
    };
    // A round of 200 ms at twice the speed.
    expect(times([group], 0, 500)).toEqual(["in 150", "in 250", "in 350", "in 450"]);
    expect(times([group], 1_000_000, 1_000_200)).toEqual(["in 1000050", "in 1000150"]);
  });

  it("sound as a freeze begins that stops what they hang on, later ones after it", () => {
    const items = [
      cue("land", { to: "item", id: "fall", edge: "start", offset: 400 }),
      cue("later", at(401)),
      { type: "freeze", id: "f", name: "f", tether: at(400), frames: 6 } as SequenceItem,
    ];
    expect(times(items)).toEqual(["land 400", "later 501"]);
  });

  it("are silent when disabled", () => {
    expect(times([{ ...cue("off", at(5)), disabled: true }])).toEqual([]);
  });

  describe("are heard when that is seen to happen, and their mark stands there", () => {
    const roll = (more: Partial<Tween> = {}, start = 0): Tween =>
      tween("roll", start, "pass", [{ channel: "x", keys: [key(0, 0), key(1000, 90)] }], more);
    const group = (items: Study["sequence"], more: object): Study["sequence"][number] => ({
      ...{ type: "group", id: "deck", name: "deck", tether: at(0), items, ...more },
    });
    const onEnd = (id: string, offset = 0) => cue("bell", { to: "item", id, edge: "end", offset });
    const freeze = { type: "freeze", id: "stop", name: "stop", frames: 12 } as const;

    it.each<[string, Study["sequence"], number[]]>([
      [
        "the end of a group at twice the rate",
        [group([roll()], { rate: 2 }), onEnd("deck")],
        [500],
      ],
      [
        "100 ms after the end of a tween in a group at twice the rate",
        [group([roll()], { rate: 2 }), onEnd("roll", 100)],
        [600],
      ],
      [
        "100 ms of a group at twice the rate after a tween outside of it",
        [
          { ...roll(), tracks: [{ channel: "x", keys: [key(0, 0), key(400, 9)] }] },
          group([onEnd("roll", 100)], { rate: 2 }),
        ],
        [450],
      ],
      [
        "the end of a tween whose figure is frozen on the way",
        [roll(), { ...freeze, tether: at(500), figures: ["pass"] }, onEnd("roll")],
        [1200],
      ],
      [
        "after the end of a tween in a group that repeats, and lasts until its last cue",
        [group([roll(), onEnd("roll", 50)], { iterations: 2 })],
        [1050, 2100],
      ],
      [
        "the end of a tween that runs backwards",
        [roll({ direction: "reverse" }), onEnd("roll")],
        [1000],
      ],
      [
        "the end of each pass of a tween there and back",
        [roll({ direction: "alternate", iterations: 2 }), onEnd("roll")],
        [1000, 2000],
      ],
      ["the end of a pass that is cut", [roll({ iterations: 1.5 }), onEnd("roll")], [1000, 1500]],
      [
        "after a freeze of all between the end and the cue",
        [roll(), { ...freeze, tether: at(1050) }, onEnd("roll", 100)],
        [1300],
      ],
    ])("%s", (_, sequence, expected) => {
      const motion = compileStudy(kiosk({ sequence }));
      const heard = motion.events(-100, 5000).map(({ time }) => Math.round(time * 1e6) / 1e6);
      expect(heard).toEqual(expected);
      expect(motion.cueTime("bell")).toBeCloseTo(expected[0] as number, 6);
    });
  });

  it("one at the end of a swing that lands exactly there is heard once", () => {
    const motion = compileStudy(kiosk({ sequence: [cue("end", at(1000))] }));
    const settings = { mode: "swing", rate: 1, duration: 1000 } as const;
    let head: Playhead = { time: 0, direction: 1, playing: true };
    const heard: string[] = [];
    for (let i = 0; i < 7; i++) {
      const stretches = playedStretches(head, 250, settings);
      heard.push(...playedCues(motion, stretches).map(({ cue: { id } }) => id));
      head = advancePlayhead(head, 250, settings);
    }
    expect(heard).toEqual(["end"]);
  });
});
