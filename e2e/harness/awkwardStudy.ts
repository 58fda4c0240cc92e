import type { Curve } from "@levitas/core/curve";
import type { Figure, Key, Study, Tether, Track, Tween } from "@levitas/core/study";

let count = 0;
const key = (time: number, value: Key["value"], curve?: Curve): Key => ({
  id: `k${count++}`,
  time,
  value,
  ...(curve ? { curve } : {}),
});
const bezier = (x1: number, y1: number, x2: number, y2: number): Curve => ({
  kind: "cubic-bezier",
  x1,
  y1,
  x2,
  y2,
});
const tween = (
  id: string,
  tether: Tether,
  figures: string[],
  tracks: Track[],
  more: Partial<Tween> = {},
): Tween => ({ type: "tween", id, name: id, tether, figures, tracks, ...more });
const at = (offset: number): Tether => ({ to: "start", offset });
const figure = (
  id: string,
  parent: string | null,
  rest: Figure["rest"],
  pivot = { x: 0.5, y: 0.5 },
): Figure => ({
  id,
  // Two of one name must not share a class.
  name: "Gangway",
  kind: "block",
  parent,
  pivot,
  hue: "olive",
  rest,
  look: {},
});

/** Everything that is hard to say in CSS, at once: the loading gangway with all its quirks. */
export function awkwardStudy(): Study {
  count = 0;
  return {
    format: "levitas-study",
    version: 2,
    name: "Gangway */ lowered",
    scene: { width: 640, height: 400, background: "#fff", frameRate: 60 },
    markers: [{ id: "m", name: "lowered", time: 900 }],
    curves: [{ id: "s", name: "bump", curve: bezier(0.2, 0.8, 0.3, 1.4) }],
    followers: [],
    figures: [
      figure("deck", null, { x: 40, y: 50, width: 300, height: 90, rotate: 10 }, { x: 0, y: 1 }),
      figure(
        "rail",
        "deck",
        { x: 20, y: -30, width: 60, height: 20, scaleX: 1.5 },
        { x: 1, y: 0.2 },
      ),
      figure("lamp", "rail", { x: 5, y: 5, width: 20, height: 20, color: "#1B6B5A80" }),
    ],
    sequence: [
      // x and y by different keys and curves, y relative while another y still moves.
      tween(
        "x",
        at(100),
        ["deck"],
        [{ channel: "x", keys: [key(0, 40, bezier(0.1, 1.6, 0.6, -0.4)), key(700, 200)] }],
      ),
      tween(
        "y",
        at(0),
        ["deck"],
        [{ channel: "y", keys: [key(0, 50, bezier(0.4, 0, 0.6, 1)), key(1000, 150)] }],
      ),
      tween(
        "sway",
        at(200),
        ["deck"],
        [
          {
            channel: "y",
            mode: "relative",
            keys: [key(0, 0, bezier(0.4, 0, 0.2, 1)), key(300, 25), key(650, -10)],
          },
        ],
      ),
      // The long way round, tethered to the end of another and overlapped by a later one.
      tween(
        "turn",
        { to: "item", id: "x", edge: "end", offset: -400 },
        ["rail"],
        [
          {
            channel: "rotate",
            route: "longer",
            keys: [key(0, 350, bezier(0.3, 0, 0.2, 1.2)), key(500, 20), key(900, 340)],
          },
        ],
      ),
      tween(
        "turn-again",
        { to: "marker", id: "m", offset: 0 },
        ["rail"],
        [
          {
            channel: "rotate",
            keys: [key(0, { found: true }, bezier(0.5, 0, 0.5, 1)), key(300, 90)],
          },
        ],
      ),
      // A fade from beyond what opacity can show, and one that is gone after its end.
      tween(
        "fade",
        at(150),
        ["lamp"],
        [{ channel: "opacity", keys: [key(0, 1.8), key(800, -0.3)] }],
      ),
      tween(
        "flash",
        at(300),
        ["rail"],
        [{ channel: "opacity", keys: [key(0, 0.2), key(300, 0.9)] }],
        { fill: "none" },
      ),
      // Two keys at one time, a curve that ends short, steps of every kind.
      tween(
        "jump",
        at(0),
        ["lamp"],
        [
          {
            channel: "x",
            keys: [
              key(0, 5),
              key(300, 40),
              key(300, -40, { kind: "steps", count: 3, position: "jump-both" }),
              key(900, 10),
            ],
          },
          {
            channel: "width",
            keys: [
              key(0, 20, {
                kind: "linear-stops",
                stops: [
                  { value: 0, at: 0 },
                  { value: 1.3, at: 0.4 },
                  { value: 0.5, at: 1 },
                ],
              }),
              key(800, 60),
            ],
          },
        ],
      ),
      tween("set", at(640), ["lamp"], [{ channel: "y", keys: [key(0, 30)] }]),
      // Colors through OKLab with alpha, then in sRGB.
      tween(
        "tint",
        at(100),
        ["lamp"],
        [{ channel: "color", keys: [key(0, "#1B6B5A80"), key(400, "#D98A12")] }],
      ),
      tween(
        "tint-again",
        at(600),
        ["lamp"],
        [
          {
            channel: "color",
            space: "srgb",
            keys: [key(0, { found: true }), key(500, "#A8452F", { kind: "keyword", name: "ease" })],
          },
        ],
      ),
      // Curves that CSS does not know.
      tween(
        "spring",
        at(50),
        ["rail"],
        [
          {
            channel: "x",
            keys: [key(0, 20, { kind: "spring-feel", overshoot: 0.3, settle: 500 }), key(800, 120)],
          },
          {
            channel: "y",
            keys: [
              key(0, -30, { kind: "bounce", direction: "out", bounces: 3, restitution: 0.5 }),
              key(700, 40),
            ],
          },
        ],
      ),
      tween(
        "elastic",
        at(300),
        ["lamp"],
        [
          {
            channel: "rotate",
            keys: [
              key(0, 0, { kind: "elastic", direction: "out", swings: 3, decay: 10 }),
              key(600, 45),
            ],
          },
        ],
      ),
      tween(
        "early",
        at(700),
        ["deck"],
        [
          {
            channel: "scaleX",
            keys: [key(0, 0.5, { kind: "keyword", name: "ease-out" }), key(200, 1)],
          },
        ],
        {
          fill: "both",
        },
      ),
      tween(
        "tall",
        at(400),
        ["deck"],
        [
          {
            channel: "height",
            keys: [key(0, 90, { kind: "keyword", name: "ease-in" }), key(400, 40)],
          },
          { channel: "corner", keys: [key(0, 0), key(400, 20)] },
        ],
      ),
    ],
  };
}

/** What turns in depth, at once: a card in a turned raft, a path through space, blur, switches, pivots. */
export function deepStudy(): Study {
  count = 0;
  return {
    ...awkwardStudy(),
    name: "Raft in depth",
    scene: { width: 640, height: 400, background: "#fff", frameRate: 60, perspective: 500 },
    figures: [
      {
        ...figure(
          "raft",
          null,
          { x: 120, y: 60, width: 320, height: 200, turnX: 25, rotate: -8, scaleX: 0.9 },
          { x: 0.2, y: 0.9 },
        ),
        kind: "group",
      },
      {
        ...figure("card", "raft", { x: 60, y: 40, width: 160, height: 100, skew: 6 }),
        kind: "card",
        look: { title: "Heron Quay", back: { title: "Fair winds" } },
      },
      figure("stamp", "card", { x: 100, y: 60, width: 30, height: 30 }, { x: 0, y: 0 }),
      figure("float", "raft", { x: 10, y: 10, width: 24, height: 24 }),
    ],
    sequence: [
      tween(
        "over",
        at(100),
        ["card"],
        [
          {
            channel: "turnY",
            keys: [
              key(0, 0, { kind: "back", direction: "out", overshoot: 0.1 }),
              key(600, 180, bezier(0.4, 0, 0.6, 1)),
              key(1100, 410),
            ],
          },
          { channel: "turnX", keys: [key(200, 0, bezier(0.3, 0, 0.2, 1.3)), key(900, 30)] },
          { channel: "blur", keys: [key(0, 6, bezier(0.2, -0.6, 0.8, 1)), key(500, 0)] },
          { channel: "skew", keys: [key(0, 6), key(700, -12)] },
          { channel: "opacity", keys: [key(0, 0.3), key(700, 1)] },
        ],
      ),
      tween(
        "tip",
        at(0),
        ["raft"],
        [
          { channel: "pivotX", keys: [key(0, 20), key(900, 80)] },
          { channel: "turnX", keys: [key(0, 25, bezier(0.3, 0, 0.3, 1)), key(1200, -35)] },
        ],
      ),
      tween(
        "blink",
        at(50),
        ["stamp"],
        [{ channel: "visible", keys: [key(0, 1), key(300, 0), key(620, 1), key(900, 0)] }],
      ),
      tween("gone", at(950), ["raft"], [{ channel: "visible", keys: [key(0, 0), key(150, 1)] }]),
      tween(
        "wander",
        at(100),
        ["float"],
        [
          {
            channel: "x",
            keys: [
              { ...key(0, 10, bezier(0.4, 0, 0.3, 1)), out: { x: 120, y: -40 } },
              {
                ...key(500, 200, { kind: "spring-feel", overshoot: 0.2, settle: 400 }),
                in: { x: -20, y: -80 },
                out: { x: 30, y: 90 },
              },
              // It comes back to the x it had, so that x has no way of its own to go.
              { ...key(1100, 200), in: { x: 150, y: 20 } },
            ],
          },
          { channel: "y", keys: [key(0, 10), key(500, 60), key(1100, 160)] },
        ],
        { path: true },
      ),
    ],
    curves: [],
    markers: [],
  };
}
