/** The sounds a cue can make. They are synthesised where they are heard; here only what they are called. */
export const SOUNDS = [
  { id: "knock", label: "Knock" },
  { id: "tick", label: "Tick" },
  { id: "bell", label: "Bell" },
  { id: "splash", label: "Splash" },
  { id: "horn", label: "Horn" },
] as const;

export type SoundId = (typeof SOUNDS)[number]["id"];
