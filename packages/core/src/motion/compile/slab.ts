import {
  BEZIER_NUMBERS,
  bezierInto,
  bezierWithNewton,
  type CompiledCurve,
  clearGuesses,
  DIAGONAL,
  GUESSES,
  type ProgressCell,
  writeBezierNumbers,
} from "../../curve/index.ts";
import { writeShownColor } from "../../value/index.ts";
import { baseLayer, stackValue } from "./layers.ts";
import type { DrivenChannel } from "./motion.ts";
import { spanAt, trackValue } from "./track.ts";

/** Numbers in the record of a span. */
const RECORD = 16;
/** When it starts and ends, ms from the tween's start, and its values there. */
const START = 0;
const END = 1;
const FROM = 2;
const TO = 3;
/** The numbers of a cubic-bezier, then its table of guesses. */
const NUMBERS = 4;
/** Sixteen-bit words in a record; the table of guesses among them, and after it the kind of the curve. */
const WORDS = RECORD * 4;
const TABLE = (NUMBERS + BEZIER_NUMBERS) * 4;
const KIND = TABLE + GUESSES;
/** How the curve of a span is evaluated, where not by asking the curve itself. */
const STRAIGHT = 1;
const BEZIER = 2;

/**
 * The progress that goes into a curve and comes out of it, and the time that is asked: a number that is handed to
 * another function, or back, may become an object.
 */
const io = new Float64Array(2) as ProgressCell;
const PROGRESS = 0;
const TIME = 1;

/**
 * Channels of a few tweens, laid out for evaluation. Those driven by one absolute layer that holds its last key (nearly
 * all of a study) lie in flat arrays, key after key, because for thousands of channels the way to a number costs more
 * than the number; the others are evaluated layer by layer.
 *
 * Which span of a channel was asked last is remembered, so that playing forwards is a comparison in place of a search.
 * That is only a guess where to look first: values depend on the time alone.
 */
export class Slab {
  readonly #count: number;
  readonly #slots: Int32Array;
  readonly #origins: Float64Array;
  /** When each channel's first and last keys are, ms of the study, and its value from the last one on. */
  readonly #begins: Float64Array;
  readonly #ends: Float64Array;
  readonly #lasts: Float64Array;
  /** Index of each channel's first key; one more for where the last channel ends. */
  readonly #firsts: Int32Array;
  /** The span of each channel that was asked last, and the one whose record was copied to the front; −1 for none. */
  readonly #spans: Int32Array;
  readonly #played: Int32Array;
  /** Times of all keys, ms from the tween's start: what is searched. */
  readonly #times: Float64Array;
  /**
   * Records, so that all there is to know of a span lies side by side; see `START` and what follows. First for each
   * channel a copy of the record of the span that is played, one after the other, because a walk through them is what
   * playing is; then for each key the record of the span that begins there.
   */
  readonly #numbers: Float64Array;
  /** The same memory: tables of guesses, and the kind of each curve. */
  readonly #words: Uint16Array;
  readonly #curves: (CompiledCurve | undefined)[];
  readonly #plain: readonly DrivenChannel[];
  readonly #layered: readonly DrivenChannel[];

  /** @param before the slab of an earlier state: of it is taken over what did not change */
  constructor(channels: readonly DrivenChannel[], before?: Slab) {
    const plain = channels.filter(isPlain);
    this.#plain = plain;
    this.#layered =
      plain.length === channels.length ? [] : channels.filter((each) => !isPlain(each));
    this.#count = plain.length;
    if (before && isLaidOutAlike(plain, before.#plain)) {
      // Copies: the earlier state has to go on as it was.
      this.#slots = before.#slots.slice();
      this.#origins = before.#origins.slice();
      this.#begins = before.#begins.slice();
      this.#ends = before.#ends.slice();
      this.#lasts = before.#lasts.slice();
      this.#firsts = before.#firsts;
      this.#spans = before.#spans.slice();
      this.#played = before.#played.slice();
      this.#times = before.#times.slice();
      this.#numbers = before.#numbers.slice();
      this.#words = new Uint16Array(this.#numbers.buffer);
      this.#curves = before.#curves.slice();
      plain.forEach((channel, i) => {
        if (channel !== before.#plain[i]) this.#layOut(channel, i);
      });
      return;
    }
    const count = this.#count;
    let keys = 0;
    for (const channel of plain) keys += keysOf(channel);
    this.#slots = new Int32Array(count);
    this.#origins = new Float64Array(count);
    this.#begins = new Float64Array(count);
    this.#ends = new Float64Array(count);
    this.#lasts = new Float64Array(count);
    this.#firsts = new Int32Array(count + 1);
    this.#spans = new Int32Array(count);
    this.#played = new Int32Array(count);
    this.#times = new Float64Array(keys);
    this.#numbers = new Float64Array((count + keys) * RECORD);
    this.#words = new Uint16Array(this.#numbers.buffer);
    this.#curves = new Array(keys);
    let next = 0;
    plain.forEach((channel, i) => {
      this.#firsts[i] = next;
      this.#layOut(channel, i);
      next += keysOf(channel);
    });
    this.#firsts[count] = next;
  }

  #layOut({ slot, layers }: DrivenChannel, i: number): void {
    const { track, origin } = layers[0] as DrivenChannel["layers"][number];
    const { times, values } = track;
    const first = this.#firsts[i] as number;
    this.#slots[i] = slot;
    this.#origins[i] = origin;
    this.#begins[i] = origin + (times[0] as number);
    this.#ends[i] = origin + (times[times.length - 1] as number);
    this.#lasts[i] = trackValue(track, origin, Number.POSITIVE_INFINITY, 0);
    this.#spans[i] = -1;
    this.#played[i] = -1;
    this.#numbers[i * RECORD + START] = Number.NaN;
    this.#times.set(times, first);
    for (let k = 0; k < track.curves.length; k++) {
      const curve = track.curves[k] as CompiledCurve;
      const place = this.#count + first + k;
      const record = place * RECORD;
      this.#curves[first + k] = curve;
      this.#numbers[record + START] = times[k] as number;
      this.#numbers[record + END] = times[k + 1] as number;
      this.#numbers[record + FROM] = values[k] as number;
      this.#numbers[record + TO] = values[k + 1] as number;
      if (curve.bezier) {
        const { x1, y1, x2, y2 } = curve.bezier;
        writeBezierNumbers(this.#numbers, record + NUMBERS, x1, y1, x2, y2);
      }
      clearGuesses(this.#words, place * WORDS + TABLE);
      this.#words[place * WORDS + KIND] = curve === DIAGONAL ? STRAIGHT : curve.bezier ? BEZIER : 0;
    }
  }

  /** Writes the value of each channel at `t` ms of the study into a pose buffer that holds the values at rest. */
  write(t: number, rest: Float64Array, out: Float64Array): void {
    const count = this.#count;
    const slots = this.#slots;
    const origins = this.#origins;
    const begins = this.#begins;
    const ends = this.#ends;
    const numbers = this.#numbers;
    const words = this.#words;
    io[TIME] = t;
    for (let i = 0; i < count; i++) {
      if ((begins[i] as number) > t) continue;
      if ((ends[i] as number) <= t) {
        out[slots[i] as number] = this.#lasts[i] as number;
        continue;
      }
      const origin = origins[i] as number;
      let place = i;
      const isThere =
        origin + (numbers[i * RECORD + START] as number) <= t &&
        t < origin + (numbers[i * RECORD + END] as number);
      if (!isThere) place = this.#find(i);
      const record = place * RECORD;
      const start = numbers[record + START] as number;
      const share = (t - origin - start) / ((numbers[record + END] as number) - start);
      // Kept in [0, 1] against the rounding of the difference.
      const p = share > 0 ? (share < 1 ? share : 1) : 0;
      io[PROGRESS] = p;
      if (words[place * WORDS + KIND] !== STRAIGHT) this.#ease(i, place);
      const from = numbers[record + FROM] as number;
      out[slots[i] as number] =
        from + ((numbers[record + TO] as number) - from) * (io[PROGRESS] as number);
    }
    for (const channel of this.#layered) writeChannel(channel, t, rest, out, channel.slot);
  }

  /**
   * The place of the record of the span of a channel in which the time lies. A span that is asked a second time is
   * copied to the front: there one is who plays, not who jumps about.
   */
  #find(i: number): number {
    const numbers = this.#numbers;
    const count = this.#count;
    const t = io[TIME] as number;
    const first = this.#firsts[i] as number;
    const last = (this.#firsts[i + 1] as number) - 2;
    const begin = this.#begins[i] as number;
    // Where it lies if all spans are equally long, else the next one, where one is who plays forwards.
    const share = (t - begin) / ((this.#ends[i] as number) - begin);
    let span = Math.min(first + ((share * (last - first + 1)) | 0), last);
    if (!this.#isIn(i, span)) span = (this.#spans[i] as number) + 1;
    if (span < first || span > last || !this.#isIn(i, span))
      span = spanAt(this.#times, this.#origins[i] as number, t, first, last + 2);
    if (span !== this.#spans[i]) {
      this.#spans[i] = span;
      return count + span;
    }
    this.#played[i] = span;
    const from = (count + span) * RECORD;
    for (let k = 0; k < RECORD; k++) numbers[i * RECORD + k] = numbers[from + k] as number;
    return i;
  }

  /** The span that the record at a place is of. */
  #spanOf(i: number, place: number): number {
    return place === i ? (this.#played[i] as number) : place - this.#count;
  }

  /** Whether the time lies in a span of a channel; of keys at one time the last holds. */
  #isIn(i: number, span: number): boolean {
    const numbers = this.#numbers;
    const origin = this.#origins[i] as number;
    const t = io[TIME] as number;
    const record = (this.#count + span) * RECORD;
    return (
      origin + (numbers[record + START] as number) <= t &&
      t < origin + (numbers[record + END] as number)
    );
  }

  /** Replaces the progress in time in `io` by the progress in value, as the curve of a span says. */
  #ease(i: number, place: number): void {
    const numbers = this.#numbers;
    const words = this.#words;
    const p = io[PROGRESS] as number;
    const at = place * RECORD + NUMBERS;
    if (words[place * WORDS + KIND] === BEZIER && p > 0 && p < 1) {
      bezierInto(io, numbers, at, words, place * WORDS + TABLE);
      if ((io[PROGRESS] as number) < Number.POSITIVE_INFINITY) return;
      io[PROGRESS] = p;
      // Guesses that are found are kept with the span.
      const table = (this.#count + this.#spanOf(i, place)) * WORDS + TABLE;
      bezierWithNewton(io, numbers, at, words, table);
      if (place === i) words.copyWithin(i * WORDS + TABLE, table, table + GUESSES);
      if ((io[PROGRESS] as number) < Number.POSITIVE_INFINITY) return;
    }
    io[PROGRESS] = p;
    (this.#curves[this.#spanOf(i, place)] as CompiledCurve).into(io);
  }
}

function keysOf({ layers }: DrivenChannel): number {
  return layers[0]?.track.times.length ?? 0;
}

/** Whether the keys of channels take the same places as those of others. */
function isLaidOutAlike(
  channels: readonly DrivenChannel[],
  others: readonly DrivenChannel[],
): boolean {
  return (
    channels.length === others.length &&
    channels.every((channel, i) => keysOf(channel) === keysOf(others[i] as DrivenChannel))
  );
}

/** Whether one absolute layer that holds its last key is all that drives a channel of numbers. */
function isPlain({ channel, layers }: DrivenChannel): boolean {
  const [layer] = layers;
  return (
    channel.kind !== "color" &&
    layers.length === 1 &&
    layer !== undefined &&
    !layer.relative &&
    !layer.time &&
    layer.fill === "forwards"
  );
}

/**
 * Writes the shown value of one driven channel at an index of `out`; a color where no layer shows is left as it stands
 * there.
 */
export function writeChannel(
  { layers, slot, channel }: DrivenChannel,
  t: number,
  rest: Float64Array,
  out: Float64Array,
  index: number,
): void {
  if (channel.kind !== "color") {
    out[index] = stackValue(layers, t, 0, rest[slot] as number);
    return;
  }
  const base = baseLayer(layers, t);
  if (!base) return;
  writeShownColor(
    stackValue(layers, t, 0, 0),
    stackValue(layers, t, 1, 0),
    stackValue(layers, t, 2, 0),
    stackValue(layers, t, 3, 0),
    base.track.space,
    out,
    index,
  );
}
