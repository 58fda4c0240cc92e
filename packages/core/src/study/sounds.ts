/** One voice of a sound: a tone that glides, or noise through a filter that does. */
export interface Voice {
  readonly wave: "sine" | "triangle" | "square" | "noise";
  /** Hz at its beginning and its end; of noise the middle of its band. */
  readonly from: number;
  readonly to: number;
  /** Time until it is loudest, and from there until it is silent, ms. */
  readonly attack: number;
  readonly decay: number;
  /** Gain, 0 to 1. */
  readonly gain: number;
  /** ms after the cue. */
  readonly delay?: number;
}

/** The sounds a cue can make: a few voices each, synthesised where they are heard. */
export const SOUNDS = [
  {
    id: "knock",
    label: "Knock",
    voices: [
      { wave: "sine", from: 190, to: 70, attack: 1, decay: 120, gain: 0.9 },
      { wave: "noise", from: 900, to: 400, attack: 1, decay: 35, gain: 0.5 },
    ],
  },
  {
    id: "tick",
    label: "Tick",
    voices: [{ wave: "square", from: 2100, to: 1700, attack: 1, decay: 28, gain: 0.25 }],
  },
  {
    id: "bell",
    label: "Bell",
    voices: [
      { wave: "sine", from: 880, to: 880, attack: 2, decay: 900, gain: 0.45 },
      { wave: "sine", from: 2429, to: 2429, attack: 2, decay: 500, gain: 0.18 },
    ],
  },
  {
    id: "splash",
    label: "Splash",
    voices: [
      { wave: "noise", from: 2600, to: 500, attack: 12, decay: 420, gain: 0.6 },
      { wave: "sine", from: 420, to: 160, attack: 4, decay: 160, gain: 0.2, delay: 30 },
    ],
  },
  {
    id: "horn",
    label: "Horn",
    voices: [
      { wave: "triangle", from: 138, to: 132, attack: 60, decay: 700, gain: 0.5 },
      { wave: "triangle", from: 208, to: 198, attack: 60, decay: 700, gain: 0.35 },
    ],
  },
] as const satisfies readonly {
  readonly id: string;
  readonly label: string;
  readonly voices: readonly Voice[];
}[];

export type SoundId = (typeof SOUNDS)[number]["id"];

/** The voices of a sound; an empty list for an unknown one. */
export function voicesOf(sound: string | undefined): readonly Voice[] {
  return SOUNDS.find(({ id }) => id === sound)?.voices ?? [];
}
