import type { Curve } from "../../curve/index.ts";
import type { ChannelId } from "../../study/index.ts";
import type { ClipboardKey } from "./clipboard.ts";
import type { Recipe, RecipeTrack } from "./recipe.ts";

const out = (degree: number): Curve => ({ kind: "ramp", direction: "out", degree });
const into = (degree: number): Curve => ({ kind: "ramp", direction: "in", degree });
const both: Curve = { kind: "sine", direction: "in-out" };
const ring = (overshoot: number, settle: number): Curve => ({
  kind: "spring-feel",
  overshoot,
  settle,
});
const past = (overshoot: number): Curve => ({ kind: "back", direction: "out", overshoot });

type Stop = readonly [time: number, value: ClipboardKey["value"], curve?: Curve];

/** Keys of a channel: time in ms, the value to add, and the curve of the span that begins there. */
const track = (channel: ChannelId, ...stops: readonly Stop[]): RecipeTrack => ({
  channel,
  keys: stops.map(([time, value, curve]) => ({ time, value, ...(curve ? { curve } : {}) })),
});

const FOUND = { found: true } as const;
const FOOT = { x: 0.5, y: 1 };
const MIDDLE = { x: 0.5, y: 0.5 };

/** The recipes that come with Levitas. They suit a figure of about a hundred px; size and duration can be scaled. */
export const RECIPES: readonly Recipe[] = [
  {
    name: "Rise in",
    detail: "comes up from below and appears",
    role: "enter",
    pivot: null,
    tracks: [
      track("y", [0, 48, out(3)], [520, 0]),
      track("opacity", [0, -1, { kind: "sine", direction: "out" }], [320, 0]),
    ],
  },
  {
    name: "Slide in",
    detail: "arrives from the side, a little too far",
    role: "enter",
    pivot: null,
    tracks: [
      track("x", [0, -160, past(0.08)], [620, 0]),
      track("opacity", [0, -1, { kind: "linear" }], [160, 0]),
    ],
  },
  {
    name: "Pop in",
    detail: "grows from nothing and rings out",
    role: "enter",
    pivot: MIDDLE,
    tracks: [
      track("scaleX", [0, -1, ring(0.18, 520)], [760, 0]),
      track("scaleY", [0, -1, ring(0.18, 520)], [760, 0]),
    ],
  },
  {
    name: "Surface",
    detail: "comes out of the blur, as through water",
    role: "enter",
    pivot: null,
    tracks: [
      track("blur", [0, 14, out(2)], [600, 0]),
      track("opacity", [0, -1, both], [480, 0]),
      track("y", [0, 14, out(3)], [700, 0]),
    ],
  },
  {
    name: "Drop and land",
    detail: "falls, squashes on its foot, stretches once, settles",
    role: "enter",
    pivot: FOOT,
    tracks: [
      track("y", [0, -220, into(2)], [380, 0]),
      track(
        "scaleX",
        [380, 0, out(2)],
        [450, 0.22, both],
        [580, -0.07, both],
        [720, 0.03, both],
        [860, 0],
      ),
      track(
        "scaleY",
        [380, 0, out(2)],
        [450, -0.26, both],
        [580, 0.09, both],
        [720, -0.03, both],
        [860, 0],
      ),
    ],
  },
  {
    name: "Cast off",
    detail: "draws back, then leaves to the side",
    role: "leave",
    pivot: null,
    tracks: [
      track("x", [0, 0, { kind: "back", direction: "in", overshoot: 0.12 }], [620, 320]),
      track("opacity", [380, 0, { kind: "linear" }], [620, -1]),
    ],
  },
  {
    name: "Sink away",
    detail: "goes down and fades",
    role: "leave",
    pivot: null,
    tracks: [
      track("y", [0, 0, into(2)], [460, 56]),
      track("opacity", [80, 0, { kind: "sine", direction: "in" }], [460, -1]),
    ],
  },
  {
    name: "Shrink away",
    detail: "gathers itself, then is gone",
    role: "leave",
    pivot: MIDDLE,
    tracks: [
      track("scaleX", [0, 0, { kind: "back", direction: "in", overshoot: 0.12 }], [420, -1]),
      track("scaleY", [0, 0, { kind: "back", direction: "in", overshoot: 0.12 }], [420, -1]),
    ],
  },
  {
    name: "Nudge",
    detail: "swings from side to side, less and less",
    role: "attention",
    pivot: null,
    tracks: [
      track(
        "x",
        [0, 0, both],
        [80, -12, both],
        [200, 10, both],
        [310, -7, both],
        [410, 4, both],
        [500, 0],
      ),
    ],
  },
  {
    name: "Breathe",
    detail: "swells gently and comes back",
    role: "attention",
    pivot: MIDDLE,
    tracks: [
      track("scaleX", [0, 0, both], [450, 0.06, both], [900, 0]),
      track("scaleY", [0, 0, both], [450, 0.06, both], [900, 0]),
    ],
  },
  {
    name: "Lamp flash",
    detail: "lights up in marigold and returns to its color",
    role: "attention",
    pivot: null,
    tracks: [
      track(
        "color",
        [0, FOUND, out(2)],
        [110, "#F0B23E", { kind: "sine", direction: "in-out" }],
        [640, FOUND],
      ),
    ],
  },
  {
    name: "Bell sway",
    detail: "rocks about its top and settles",
    role: "attention",
    pivot: { x: 0.5, y: 0 },
    tracks: [
      track(
        "rotate",
        [0, 0, out(2)],
        [120, 12, both],
        [340, -9, both],
        [560, 6, both],
        [760, -3, both],
        [940, 0],
      ),
    ],
  },
  {
    name: "Settle",
    detail: "a last small squash, as after a landing",
    role: "move",
    pivot: FOOT,
    tracks: [
      track("scaleX", [0, 0, out(2)], [70, 0.1, ring(0.25, 420)], [620, 0]),
      track("scaleY", [0, 0, out(2)], [70, -0.12, ring(0.25, 420)], [620, 0]),
    ],
  },
  {
    name: "Turn over",
    detail: "turns in depth to its other face",
    role: "move",
    pivot: MIDDLE,
    tracks: [
      track("turnY", [0, 0, past(0.06)], [760, 180]),
      track("scaleX", [0, 0, both], [300, -0.06, both], [760, 0]),
      track("scaleY", [0, 0, both], [300, -0.06, both], [760, 0]),
    ],
  },
  {
    name: "Hop",
    detail: "crouches, jumps, lands where it was",
    role: "move",
    pivot: FOOT,
    tracks: [
      track("y", [120, 0, out(2)], [340, -70, into(2)], [560, 0]),
      track(
        "scaleX",
        [0, 0, out(2)],
        [120, 0.12, both],
        [240, -0.08, both],
        [560, 0, out(2)],
        [620, 0.12, both],
        [780, 0],
      ),
      track(
        "scaleY",
        [0, 0, out(2)],
        [120, -0.14, both],
        [240, 0.1, both],
        [560, 0, out(2)],
        [620, -0.14, both],
        [780, 0],
      ),
    ],
  },
  {
    name: "Bob twice",
    detail: "rides two waves and tilts with them",
    role: "move",
    pivot: FOOT,
    tracks: [
      track("y", [0, 0, both], [450, -16, both], [900, 0, both], [1350, -16, both], [1800, 0]),
      track("rotate", [0, 0, both], [300, 5, both], [900, -4, both], [1500, 4, both], [1800, 0]),
    ],
  },
];
