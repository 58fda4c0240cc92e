import type { Figure, Follower, SequenceItem, Study } from "@levitas/core/study";
import { figure, key, kiosk, tween } from "../../packages/core/src/testing/index.ts";

const shake = (at: number, duration = 300): SequenceItem => ({
  ...{ type: "shake", id: `shake-${at}`, name: "Shake", tether: { to: "start", offset: at } },
  ...{ duration, frequency: 14, amplitude: 8, seed: 3, turn: 2 },
});
const pass = (more: Partial<Figure> = {}) =>
  figure("pass", { name: "Pass", rest: { x: 100, y: 80, width: 120, height: 60 }, ...more });

/** The smallest studies in which what left once moved otherwise than it was seen. */
export const SMALLEST: readonly (readonly [string, Study])[] = [
  [
    "a shake, and x and y that go each its own way",
    kiosk({
      figures: [pass()],
      sequence: [
        tween("across", 0, "pass", [{ channel: "x", keys: [key(0, 100), key(1000, 300)] }]),
        tween("down", 0, "pass", [{ channel: "y", keys: [key(0, 80), key(500, 200)] }]),
        shake(200),
      ],
    }),
  ],
  [
    "a shake in the middle of which its group ends, and stays",
    kiosk({
      figures: [pass()],
      sequence: [
        {
          ...{ type: "group", id: "half", name: "Half", iterations: 0.5 },
          ...{ tether: { to: "start", offset: 100 }, items: [shake(50, 400)] },
        } as SequenceItem,
      ],
    }),
  ],
  [
    "y by a tween, and x that follows how another figure turns",
    kiosk({
      figures: [figure("dial", { rest: { x: 400, y: 80 } }), pass()],
      sequence: [
        tween("turn", 0, "dial", [{ channel: "rotate", keys: [key(0, 0), key(600, 180)] }]),
        tween("down", 0, "pass", [{ channel: "y", keys: [key(0, 80), key(400, 200)] }]),
      ],
      followers: [
        {
          ...{ id: "f", figure: "pass", channel: "x", of: "value", from: [0, 180], to: [100, 320] },
          source: { figure: "dial", channel: "rotate" },
        } as Follower,
      ],
    }),
  ],
  [
    "a figure that shows by itself in one that hides",
    kiosk({
      figures: [pass(), figure("stamp", { parent: "pass", rest: { x: 10, y: 10 } })],
      sequence: [
        tween("outer", 0, "pass", [
          { channel: "visible", keys: [key(0, 1), key(500, 0), key(1200, 1)] },
        ]),
        tween("inner", 0, "stamp", [{ channel: "visible", keys: [key(0, 0), key(250, 1)] }]),
      ],
    }),
  ],
  [
    "a path that repeats one and a half times, and a shake after it",
    kiosk({
      figures: [pass()],
      sequence: [
        tween(
          "sail",
          0,
          "pass",
          [
            { channel: "x", keys: [key(0, 315), key(149, 94)] },
            { channel: "y", keys: [key(0, 75), key(149, 253)] },
          ],
          { path: true, iterations: 1.5 },
        ),
        shake(550),
      ],
    }),
  ],
  [
    "names that clash: a curve Pass x, figures Front, Scene, Middle and Pass translate",
    kiosk({
      curves: [{ id: "c", name: "Pass x", curve: { kind: "keyword", name: "ease-in-out" } }],
      figures: [
        pass({ look: { back: {} }, kind: "card" }),
        ...["Front", "Scene", "Middle", "Pass translate"].map((name, i) =>
          figure(`f${i}`, { name, rest: { x: 40 + 60 * i, y: 300 } }),
        ),
      ],
      sequence: [
        ...["pass", "f0", "f1", "f2", "f3"].flatMap((id, i) => [
          tween(`x-${id}`, 0, id, [
            { channel: "x", keys: [key(0, 40, { shared: "c" }), key(700 + 30 * i, 200)] },
          ]),
          tween(`y-${id}`, 0, id, [{ channel: "y", keys: [key(100, 80), key(500, 200 + i)] }]),
        ]),
        shake(900),
      ],
    }),
  ],
  [
    "steps that go back and forth and end backwards",
    kiosk({
      figures: [pass()],
      sequence: [
        tween(
          "tick",
          0,
          "pass",
          [
            {
              channel: "x",
              keys: [
                key(0, 100, { kind: "steps", count: 2, position: "jump-both" }),
                key(400, 200),
              ],
            },
          ],
          { iterations: 2, direction: "alternate" },
        ),
      ],
    }),
  ],
];
