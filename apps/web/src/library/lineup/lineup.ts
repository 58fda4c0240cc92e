import { type Curve, printCurve } from "@levitas/core/curve";
import { createStore, type StoreApi } from "zustand/vanilla";
import { readStored, store } from "../../ui/storage.ts";

/** A curve in the lineup. */
export interface Racer {
  /** Of the gallery entry it came from, so that its card shows the letter. */
  readonly id: string;
  readonly name: string;
  readonly curve: Curve;
}

export interface LineupState {
  readonly racers: readonly Racer[];
  /** The one duration of all, ms. */
  readonly duration: number;
}

/** As many as can be told apart. */
export const MOST_RACERS = 6;
export const LETTERS = ["A", "B", "C", "D", "E", "F"] as const;
/** Classes of each letter's hue. */
export const RACER_HUES = [
  { text: "text-spruce", fill: "fill-spruce", stroke: "stroke-spruce", token: "--hue-spruce" },
  { text: "text-slate", fill: "fill-slate", stroke: "stroke-slate", token: "--hue-slate" },
  { text: "text-plum", fill: "fill-plum", stroke: "stroke-plum", token: "--hue-plum" },
  { text: "text-brick", fill: "fill-brick", stroke: "stroke-brick", token: "--hue-brick" },
  { text: "text-olive", fill: "fill-olive", stroke: "stroke-olive", token: "--hue-olive" },
  { text: "text-ink", fill: "fill-ink", stroke: "stroke-ink", token: "--ink" },
] as const;

const KEY = "levitas-lineup";

/** What races; it stays for as long as the tab does, so that a way to the room and back loses nothing. */
export const lineup: StoreApi<LineupState> = createStore<LineupState>(() => ({
  racers: [],
  duration: 900,
}));
void restore();

lineup.subscribe(({ racers, duration }) => {
  const kept = {
    duration,
    racers: racers.map(({ id, name, curve }) => ({ id, name, notation: printCurve(curve) })),
  };
  store("session", KEY, JSON.stringify(kept));
});

/** Puts back what raced before the page was loaded again. What reads curves comes only where there is one to read. */
async function restore(): Promise<void> {
  const { racers, duration } = remembered();
  if (typeof duration === "number" && duration > 0) lineup.setState({ duration });
  if (!Array.isArray(racers) || racers.length === 0) return;
  const { parseCurve } = await import("../../api/curveParser.ts");
  const kept = racers.flatMap((each: Record<string, unknown>): Racer[] => {
    const curve = parseCurve(String(each.notation));
    return curve.ok ? [{ id: String(each.id), name: String(each.name), curve: curve.value }] : [];
  });
  // One that was added meanwhile stays.
  const isKept = (racer: Racer) => kept.some(({ id }) => id === racer.id);
  lineup.setState((now) => ({
    racers: [...kept, ...now.racers.filter((racer) => !isKept(racer))].slice(0, MOST_RACERS),
  }));
}

function remembered(): { readonly racers?: unknown; readonly duration?: unknown } {
  try {
    const kept: unknown = JSON.parse(readStored("session", KEY) ?? "null");
    return typeof kept === "object" && kept !== null ? kept : {};
  } catch (error) {
    // What another version left there is worth no more than an empty lineup.
    if (error instanceof SyntaxError) return {};
    throw error;
  }
}

/** Adds a curve, or takes it out if it races already; false if the lineup is full. */
export function toggleRacer(racer: Racer): boolean {
  const { racers } = lineup.getState();
  const without = racers.filter((each) => each.id !== racer.id);
  if (without.length < racers.length) {
    lineup.setState({ racers: without });
    return true;
  }
  if (racers.length >= MOST_RACERS) return false;
  lineup.setState({ racers: [...racers, racer] });
  return true;
}

/** Puts another curve in the place of one. */
export function replaceRacer(index: number, racer: Racer): void {
  const { racers } = lineup.getState();
  lineup.setState({ racers: racers.map((each, i) => (i === index ? racer : each)) });
}

export function removeRacer(index: number): void {
  lineup.setState({ racers: lineup.getState().racers.filter((_, i) => i !== index) });
}

export function clearLineup(): void {
  lineup.setState({ racers: [] });
}
