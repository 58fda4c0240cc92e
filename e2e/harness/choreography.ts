import type { Curve } from "@levitas/core/curve";
import type { Figure, Key, SequenceItem, Study, Tether, Track, Tween } from "@levitas/core/study";

let count = 0;
const key = (time: number, value: Key["value"], curve?: Curve): Key => ({
  id: `k${count++}`,
  time,
  value,
  ...(curve ? { curve } : {}),
});
const figure = (id: string, parent: string | null, rest: Figure["rest"]): Figure => ({
  id,
  name: id,
  kind: "block",
  parent,
  pivot: { x: 0.5, y: 0.5 },
  hue: "olive",
  rest: { width: 40, height: 30, ...rest },
  look: {},
});
const at = (offset: number): Tether => ({ to: "start", offset });
const after = (id: string, offset = 0): Tether => ({ to: "item", id, edge: "end", offset });
const tween = (
  id: string,
  tether: Tether,
  figures: string[],
  tracks: Track[],
  more: Partial<Tween> = {},
): Tween => ({ type: "tween", id, name: id, tether, figures, tracks, ...more });
const sine: Curve = { kind: "sine", direction: "in-out" };
const back: Curve = { kind: "back", direction: "out", overshoot: 0.1 };

function study(
  name: string,
  figures: Figure[],
  sequence: SequenceItem[],
  more: Partial<Study>,
): Study {
  return {
    format: "levitas-study",
    version: 2,
    name,
    scene: { width: 640, height: 400, background: "#fff", frameRate: 60 },
    figures,
    curves: [],
    sequence,
    followers: [],
    markers: [],
    ...more,
  };
}

/** Repeats of every kind, staggers, groups in groups and what is split: all that ends. */
export function choreography(): Study {
  count = 0;
  const lanes = ["lane1", "lane2", "lane3", "lane4"];
  return study(
    "Choreography",
    [
      ...lanes.map((id, i) => figure(id, null, { x: 30 + i * 90, y: 300 })),
      figure("rope", null, { x: 60, y: 60, width: 300 }),
      figure("float", "rope", { x: 10, y: 4 }),
      figure("buoy", null, { x: 400, y: 120 }),
      figure("lamp", null, { x: 500, y: 40, color: "#3F5E8C" }),
    ],
    [
      tween(
        "arrive",
        at(100),
        lanes,
        [
          { channel: "y", keys: [key(0, 380, back), key(300, 250, sine), key(480, 270)] },
          { channel: "opacity", keys: [key(60, 0), key(200, 1)] },
        ],
        { stagger: { order: "shuffle", gap: 70, seed: 3 }, fill: "both" },
      ),
      tween(
        "sway",
        after("arrive"),
        ["rope"],
        [{ channel: "rotate", keys: [key(0, -4, sine), key(200, 6)] }],
        { iterations: 3, direction: "alternate-reverse" },
      ),
      tween(
        "nudge",
        after("arrive", 80),
        ["float"],
        [{ channel: "x", keys: [key(40, 10, sine), key(160, 90, back), key(260, 60)] }],
        { iterations: 2.4, direction: "reverse", pause: 60, fill: "none" },
      ),
      {
        type: "group",
        id: "waves",
        name: "Waves",
        tether: at(200),
        iterations: 2.5,
        direction: "alternate",
        pause: 90,
        rate: 1.25,
        items: [
          tween(
            "rise",
            at(0),
            ["buoy"],
            [{ channel: "y", keys: [key(0, 120, sine), key(240, 60)] }],
          ),
          {
            type: "group",
            id: "inner",
            name: "Inner",
            tether: after("rise", -60),
            iterations: 2,
            items: [
              tween(
                "lean",
                at(20),
                ["buoy"],
                [{ channel: "rotate", keys: [key(0, 0, back), key(150, 25), key(220, 0)] }],
              ),
              tween(
                "lit",
                at(0),
                ["lamp"],
                [{ channel: "color", keys: [key(0, "#3F5E8C"), key(180, "#D98A12")] }],
              ),
            ],
          },
        ],
      },
      tween(
        "late",
        at(1400),
        ["buoy"],
        [
          {
            channel: "x",
            keys: [
              key(0, 400, { kind: "elastic", direction: "out", swings: 3, decay: 10 } as Curve),
              key(500, 520),
            ],
          },
        ],
        { clip: { from: 120, to: 430 } },
      ),
      tween(
        "blink",
        at(900),
        ["lamp"],
        [{ channel: "visible", keys: [key(0, 0), key(70, 1), key(140, 0), key(210, 1)] }],
        { iterations: 3, pause: 40 },
      ),
    ],
    {},
  );
}

/** Loops that never end, freezes, shakes and followers: all that has to be sampled. */
export function restlessStudy(): Study {
  count = 0;
  return study(
    "Restless",
    [
      figure("buoy", null, { x: 120, y: 200 }),
      figure("shadow", null, { x: 120, y: 300, height: 12 }),
      figure("beam", null, { x: 420, y: 60, width: 160, height: 20 }),
      figure("lamp", "beam", { x: 140, y: 0, width: 20, height: 20 }),
      figure("pass", null, { x: 300, y: 20, width: 80, height: 50 }),
    ],
    [
      tween("bob", at(0), ["buoy"], [{ channel: "y", keys: [key(0, 200, sine), key(400, 150)] }], {
        iterations: null,
        direction: "alternate",
      }),
      {
        type: "group",
        id: "light",
        name: "Light",
        tether: at(150),
        iterations: null,
        pause: 100,
        items: [
          tween(
            "turn",
            at(0),
            ["beam"],
            [{ channel: "rotate", keys: [key(0, -20, sine), key(300, 25), key(500, -20)] }],
          ),
          tween(
            "glow",
            at(100),
            ["lamp"],
            [{ channel: "opacity", keys: [key(0, 0.3), key(120, 1), key(240, 0.3)] }],
            { iterations: 1.5 },
          ),
        ],
      },
      tween(
        "fall",
        at(300),
        ["pass"],
        [
          {
            channel: "y",
            keys: [key(0, 20, { kind: "ramp", direction: "in", degree: 2 }), key(350, 260)],
          },
        ],
      ),
      { type: "freeze", id: "hit", name: "Hit stop", tether: after("fall"), frames: 4 },
      tween(
        "hop",
        after("fall"),
        ["pass"],
        [
          {
            channel: "y",
            keys: [
              key(0, 260, { kind: "bounce", direction: "out", bounces: 3, restitution: 0.5 }),
              key(400, 210),
            ],
          },
        ],
      ),
      {
        type: "freeze",
        id: "wait",
        name: "Buoy waits",
        tether: at(1000),
        frames: 9,
        figures: ["buoy"],
        push: false,
      },
      {
        type: "shake",
        id: "jolt",
        name: "Jolt",
        tether: after("fall"),
        duration: 380,
        frequency: 15,
        amplitude: 9,
        turn: 2,
        seed: 11,
        calm: 0.25,
      },
      {
        type: "shake",
        id: "shiver",
        name: "Shiver",
        tether: at(200),
        duration: 300,
        frequency: 25,
        amplitude: 3,
        seed: 2,
        figures: ["lamp"],
      },
      { type: "cue", id: "thud", name: "Thud", tether: after("fall"), sound: "knock" },
    ],
    {
      followers: [
        {
          id: "f1",
          figure: "shadow",
          channel: "opacity",
          source: { figure: "buoy", channel: "y" },
          of: "value",
          from: [150, 200],
          to: [0.2, 0.9],
          curve: sine,
          clamp: true,
        },
        {
          id: "f2",
          figure: "shadow",
          channel: "scaleX",
          source: { figure: "buoy", channel: "y" },
          of: "speed",
          from: [0, 250],
          to: [1, 0.6],
          lag: 60,
        },
        {
          id: "f3",
          figure: "pass",
          channel: "scaleY",
          source: { figure: "pass", channel: "y" },
          of: "speed",
          from: [0, 1500],
          to: [1, 1.4],
          clamp: true,
        },
      ],
    },
  );
}
