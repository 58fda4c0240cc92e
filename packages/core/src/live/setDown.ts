import { type FitPoint, fitKeys } from "../fit/index.ts";
import type { ChannelId, Key, Track, Tween } from "../study/index.ts";
import { printShownColor } from "../value/index.ts";
import type { Live } from "./createLive.ts";
import { slotOwner } from "./readings.ts";

/** How far apart values are looked at, ms. */
const STEP = 4;
/** How far before a jump its left side is looked at, ms. */
const MS_GAP = 1e-4;
/** The most times the stretch between two looks is halved. */
const MOST_HALVINGS = 9;
/** Colors are looked at this often, ms. */
const COLOR_STEP = 20;

/** How far off keys may be: in px, degrees, and as a share for what has no unit. */
export interface SetDownTolerance {
  readonly px: number;
  readonly degrees: number;
  readonly share: number;
}

/** What is seen by nobody. */
export const SET_DOWN_TOLERANCE: SetDownTolerance = { px: 0.25, degrees: 0.1, share: 0.004 };

/**
 * What Live did from its beginning to a time as tweens, one for each figure that moved: keys where values turn, rest or
 * jump, and between them the curve that is nearest.
 *
 * @param newId makes ids
 * @param begin where the tweens start in the sequence, ms
 */
export function setDownAsTweens(
  live: Live,
  duration: number,
  begin: number,
  newId: () => string,
  tolerance: SetDownTolerance = SET_DOWN_TOLERANCE,
): Tween[] {
  const tracks = new Map<string, Track[]>();
  for (const slot of [...live.slots].sort((a, b) => a - b)) {
    const owner = slotOwner(live, slot);
    if (!owner) continue;
    const { id, kind, unit } = owner.channel;
    const room =
      unit === "px" || unit === "%"
        ? tolerance.px
        : unit === "°"
          ? tolerance.degrees
          : tolerance.share;
    const keys =
      kind === "color"
        ? colorKeys(live, slot, duration)
        : kind === "switch"
          ? switchKeys(live, slot, duration)
          : numberKeys(live, slot, duration, room);
    if (keys.length < 2) continue;
    const track: Track = {
      channel: id as ChannelId,
      ...(kind === "color" ? { space: "srgb" as const } : {}),
      keys: keys.map((key): Key => ({ id: newId(), ...key })),
    };
    tracks.set(owner.figure, [...(tracks.get(owner.figure) ?? []), track]);
  }
  return [...tracks].map(([figure, own]) => ({
    ...{ type: "tween", id: newId(), name: nameOf(live, figure), figures: [figure], tracks: own },
    tether: { to: "start", offset: begin },
  }));
}

function nameOf({ study }: Live, figure: string): string {
  return `${study.figures.find(({ id }) => id === figure)?.name ?? figure}, from a take`;
}

type Plain = Omit<Key, "id">;

/** The times at which a channel may jump or bend, and the two ends. */
function edgesOf(live: Live, slot: number, duration: number): number[] {
  const edges = new Set([0, duration]);
  for (const { begin, end } of live.pieces(slot, 0, duration))
    for (const time of [begin, end]) if (time > 0 && time < duration) edges.add(time);
  return [...edges].sort((a, b) => a - b);
}

function numberKeys(live: Live, slot: number, duration: number, room: number): Plain[] {
  const valueAt = (time: number) => live.valueAt(slot, time);
  const edges = edgesOf(live, slot, duration);
  const keys: Plain[] = [];
  edges.slice(0, -1).forEach((from, i) => {
    const to = edges[i + 1] as number;
    const count = Math.max(Math.ceil((to - from) / STEP), 2);
    // Just before the edge: from it on the next piece holds.
    const pointAt = (time: number): FitPoint => ({
      time,
      value: valueAt(time === to ? Math.max(to - MS_GAP, from) : time),
    });
    const points: FitPoint[] = [pointAt(from)];
    for (let k = 1; k <= count; k++)
      refined(points.at(-1) as FitPoint, pointAt(from + ((to - from) * k) / count), 0);
    function refined(a: FitPoint, b: FitPoint, depth: number): void {
      const middle = pointAt((a.time + b.time) / 2);
      // What is played may jump and bend anywhere.
      if (depth < MOST_HALVINGS && Math.abs(middle.value - (a.value + b.value) / 2) > room * 0.1) {
        refined(a, middle, depth + 1);
        refined(middle, b, depth + 1);
      } else points.push(b);
    }
    const fitted = fitKeys(points, room * 0.8);
    const [first] = fitted;
    const last = points.at(-1) as FitPoint;
    const before = keys.at(-1);
    // Where nothing jumps one key serves both sides.
    if (before && first && Math.abs(Number(before.value) - first.value) <= room * 0.2) keys.pop();
    keys.push(...fitted);
    if (fitted.at(-1)?.time !== last.time) keys.push({ time: to, value: last.value });
  });
  return withoutRepeats(keys);
}

/** Keys without those in a row that say the same and between which nothing happens. */
function withoutRepeats(keys: readonly Plain[]): Plain[] {
  return keys.filter(({ value, time }, i) => {
    const [before, after] = [keys[i - 1], keys[i + 1]];
    const isSame = before?.value === value && after?.value === value;
    return !(
      isSame &&
      before?.curve === undefined &&
      time !== after?.time &&
      time !== before?.time
    );
  });
}

function switchKeys(live: Live, slot: number, duration: number): Plain[] {
  const keys: Plain[] = [];
  for (const time of edgesOf(live, slot, duration)) {
    const value = live.valueAt(slot, time) >= 0.5 ? 1 : 0;
    if (keys.at(-1)?.value !== value) keys.push({ time, value });
  }
  return keys.length === 1 ? [] : keys;
}

function colorKeys(live: Live, slot: number, duration: number): Plain[] {
  const out = new Float64Array(live.motion.slotCount);
  const keys: Plain[] = [];
  const edges = edgesOf(live, slot, duration);
  edges.slice(0, -1).forEach((from, i) => {
    const to = edges[i + 1] as number;
    const count = Math.max(Math.ceil((to - from) / COLOR_STEP), 1);
    for (let k = 0; k <= count; k++) {
      const time = from + ((to - from) * k) / count;
      const value = printShownColor(live.at(k === count ? to - MS_GAP : time, out), slot);
      keys.push({ time, value });
    }
  });
  const kept = keys.filter(
    ({ value }, i) => value !== keys[i - 1]?.value || value !== keys[i + 1]?.value,
  );
  return kept.some(({ value }) => value !== kept[0]?.value) ? kept : [];
}
