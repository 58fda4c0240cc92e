/** How playing goes on at the ends: stop, begin again, or turn around. */
export type PlayMode = "once" | "loop" | "swing";

/** Where the playhead is and which way it goes. */
export interface Playhead {
  /** ms, within [0, duration]. */
  readonly time: number;
  readonly direction: 1 | -1;
  /** False once it has stopped at the end. */
  readonly playing: boolean;
}

/**
 * Moves a playing playhead on by `elapsed` ms of real time at `rate`. Depends on time alone, so any
 * frame rate gives the same motion. `duration` is where playing ends, `from` (ms, absent for 0) where it
 * begins. `once` lands exactly on the end and stops; a jump over several
 * loops is taken at once. A duration of 0 stays at 0.
 */
export function advancePlayhead(
  head: Playhead,
  elapsed: number,
  {
    mode,
    rate,
    duration,
    from = 0,
  }: { mode: PlayMode; rate: number; duration: number; from?: number },
): Playhead {
  if (!head.playing) return head;
  if (from !== 0) {
    // A range is played as if it were the whole, and moved to its place.
    const inside = Math.min(Math.max(head.time - from, 0), Math.max(duration - from, 0));
    const next = advancePlayhead({ ...head, time: inside }, elapsed, {
      mode,
      rate,
      duration: duration - from,
    });
    return { ...next, time: next.time + from };
  }
  if (duration <= 0) return { ...head, time: 0 };
  const moved = elapsed * rate;
  if (mode === "once") {
    const time = head.time + moved;
    return time >= duration
      ? { time: duration, direction: 1, playing: false }
      : { time, direction: 1, playing: true };
  }
  if (mode === "loop") return { time: (head.time + moved) % duration, direction: 1, playing: true };
  // Swinging unrolled: a way there and back is one stretch of twice the duration.
  const unrolled = head.direction === 1 ? head.time : 2 * duration - head.time;
  const place = (unrolled + moved) % (2 * duration);
  return place <= duration
    ? { time: place, direction: 1, playing: true }
    : { time: 2 * duration - place, direction: -1, playing: true };
}

/**
 * What is shown when fewer frames a second are emulated: the time of the frame last begun. The very
 * end is shown as it is, or the motion would seem to miss its target.
 */
export function quantizeTime(time: number, frameRate: number, duration: number): number {
  if (time >= duration) return duration;
  return timeOfFrame(frameAt(time, frameRate), frameRate);
}

/** The frame last begun at a time. A hair of rounding below a frame counts as the frame. */
export function frameAt(time: number, frameRate: number): number {
  return Math.floor((time * frameRate) / 1000 + 1e-6);
}

/** When a frame begins, ms. */
export function timeOfFrame(frame: number, frameRate: number): number {
  return (frame * 1000) / frameRate;
}

/** The frame boundary nearest to a time, ms. */
export function nearestFrame(time: number, frameRate: number): number {
  return timeOfFrame(Math.round((time * frameRate) / 1000), frameRate);
}

/** A stretch over which a playhead went, ms; backwards where `to` is before `from`. */
export interface PlayedStretch {
  readonly from: number;
  readonly to: number;
  /** The playhead reached the end of the stretch that plays, and what is at that very time counts. */
  readonly closed: boolean;
  /** It begins where the one before it ended and turned around: what is at that very time was met there. */
  readonly turned: boolean;
}

/** The most stretches one step is divided into; a step over more rounds of the loop counts as a jump. */
const MOST_STRETCHES = 64;

/**
 * The stretches over which `advancePlayhead` moves a playhead, in order: several where it goes through a loop point
 * or turns around. Cues are looked for in these, so that each happens once in every pass.
 */
export function playedStretches(
  head: Playhead,
  elapsed: number,
  {
    mode,
    rate,
    duration,
    from = 0,
  }: { mode: PlayMode; rate: number; duration: number; from?: number },
): PlayedStretch[] {
  const stretches: PlayedStretch[] = [];
  if (!head.playing || duration <= from) return stretches;
  let left = elapsed * rate;
  let time = Math.min(Math.max(head.time, from), duration);
  let { direction } = head;
  let turned = false;
  // A swing that ended the last step exactly on an end has told of it, and turns around now.
  if (mode === "swing" && time === (direction === 1 ? duration : from)) {
    direction = direction === 1 ? -1 : 1;
    turned = true;
  }
  for (let i = 0; i < MOST_STRETCHES && left > 0; i++) {
    const edge = direction === 1 ? duration : from;
    const way = Math.abs(edge - time);
    if (left < way) {
      stretches.push({ from: time, to: time + direction * left, closed: false, turned });
      return stretches;
    }
    stretches.push({ from: time, to: edge, closed: true, turned });
    turned = mode === "swing";
    left -= way;
    if (mode === "once") return stretches;
    if (mode === "loop") time = from;
    else {
      time = edge;
      direction = direction === 1 ? -1 : 1;
    }
  }
  return stretches;
}
