import { type LiveSlot, type LogEntry, slotOwner } from "@levitas/core/live";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { Mark } from "../tracks/marks.ts";
import { valueLabel } from "../words/labels.ts";
import type { LiveFrame } from "./liveSession.ts";
import type { LiveWords } from "./words.ts";

/** What is left free beside the lines for words, px. */
const LEFT = 58;
const TOP = 20;
/** Px between the places at which values are asked for. */
const STEP = 2;
const SMALL = "500 10.5px";

/** What a trace shows. */
export interface TraceView {
  readonly width: number;
  readonly height: number;
  /** ms of Live. */
  readonly from: number;
  readonly to: number;
  readonly slots: readonly number[];
  readonly entries: readonly LogEntry[];
}

/** Inks of the first traces. */
export const TRACE_INKS = ["hue-brick", "hue-slate", "hue-olive", "hue-plum"] as const;

/** The traced channels over time: values with where they were sent, and their speed below. */
export function traceMarks(frame: LiveFrame, view: TraceView, words: LiveWords): Mark[] {
  const { width, height, from, to, slots, entries } = view;
  const { live, time, other } = frame;
  const right = width - 8;
  const valueBottom = TOP + (height - TOP) * 0.6;
  const speedTop = valueBottom + 14;
  const speedBottom = height - 6;
  const x = (t: number) => LEFT + ((t - from) / (to - from)) * (right - LEFT);
  const marks: Mark[] = [];
  const owners = slots.flatMap((slot) => {
    const owner = slotOwner(live, slot);
    return owner ? [{ slot, owner }] : [];
  });
  const end = Math.min(time, to);
  const count = Math.max(Math.floor((x(end) - LEFT) / STEP), 0);
  const times = Array.from({ length: count + 1 }, (_, i) =>
    Math.min(from + (i * STEP * (to - from)) / (right - LEFT), end),
  );
  const [firstSlot] = owners;
  if (firstSlot) {
    const columns = owners.map(({ slot }) => times.map((t) => live.valueAt(slot, t)));
    const compared = other
      ? owners.map(({ slot }) => times.map((t) => other.live.valueAt(slot, t)))
      : [];
    const targets = times.map((t) => live.targetAt(firstSlot.slot, t) ?? Number.NaN);
    const all = [...columns, ...compared, targets].flat().filter(Number.isFinite);
    let [low, high] = [Math.min(...all), Math.max(...all)];
    if (!(high - low > 1e-6)) [low, high] = [low - 1, high + 1];
    const y = (value: number) =>
      valueBottom - 6 - ((value - low) / (high - low)) * (valueBottom - TOP - 12);
    for (const value of [low, (low + high) / 2, high]) {
      marks.push({ type: "line", points: [LEFT, y(value), right, y(value)], stroke: "rule" });
      marks.push({
        ...{
          type: "text",
          x: LEFT - 6,
          y: y(value) + 3.5,
          ink: "muted",
          font: SMALL,
          anchor: "end",
        },
        text: valueLabel(firstSlot.owner.channel, value),
      });
    }
    const lineOf = (values: readonly number[], map: (value: number) => number) =>
      values.flatMap((value, i) => [x(times[i] as number), map(value)]);
    marks.push({
      ...{ type: "line", points: lineOf(targets, y), stroke: "muted", dash: [3, 3], lineWidth: 1 },
    });
    compared.forEach((values) => {
      marks.push({
        type: "line",
        points: lineOf(values, y),
        stroke: "hue-plum",
        lineWidth: 1.6,
        dash: [5, 4],
      });
    });
    columns.forEach((values, i) => {
      const stroke = TRACE_INKS[i % TRACE_INKS.length] as string;
      marks.push({ type: "line", points: lineOf(values, y), stroke, lineWidth: 2.2 });
    });
    // Of the first channel its speed as well; where a curve stands upright there is none to draw.
    const speeds = times.map((t) => {
      const speed = live.rateAt(firstSlot.slot, t);
      return Number.isFinite(speed) ? speed : 0;
    });
    const most = Math.max(...speeds.map(Math.abs), 1e-6);
    const zero = (speedTop + speedBottom) / 2;
    const ys = (speed: number) => zero - (speed / most) * ((speedBottom - speedTop) / 2 - 2);
    const area = [x(times[0] ?? from), zero, ...lineOf(speeds, ys), x(times.at(-1) ?? from), zero];
    marks.push({ type: "line", points: area, fill: "marigold", alpha: 0.18 });
    marks.push({ type: "line", points: [LEFT, zero, right, zero], stroke: "rule" });
    marks.push({ type: "line", points: lineOf(speeds, ys), stroke: "marigold", lineWidth: 1.6 });
    marks.push({
      type: "text",
      x: LEFT - 6,
      y: zero + 3.5,
      ink: "muted",
      font: SMALL,
      anchor: "end",
      text: "speed",
    });
    marks.push(...jumpMarks(firstSlot, { from, to: end, entries, words, x, ys, most }));
  }
  marks.push(...eventMarks(view, end, words, x));
  return marks;
}

/** Where the speed of a channel went on at an interruption, or how far it jumped. */
function jumpMarks(
  { slot, owner }: { readonly slot: number; readonly owner: LiveSlot },
  {
    from,
    to,
    entries,
    x,
    ys,
    most,
  }: {
    from: number;
    to: number;
    entries: readonly LogEntry[];
    words: LiveWords;
    x: (t: number) => number;
    ys: (speed: number) => number;
    most: number;
  },
): Mark[] {
  const unit = owner.channel.unit === "°" ? "°/s" : owner.channel.unit === "px" ? " px/s" : "/s";
  let free = Number.NEGATIVE_INFINITY;
  return entries.flatMap((entry): Mark[] => {
    if (entry.kind !== "begun" || entry.time < from || entry.time > to) return [];
    const found = entry.channels.find((each) => each.slot === slot && each.interrupted);
    if (!found) return [];
    const size = Math.abs(found.after - found.before);
    const isKept = size < 1e-6 * (1 + Math.abs(found.before));
    const at = { x: x(entry.time), y: ys(Math.max(Math.min(found.before, most), -most)) };
    const ink = isKept ? "spruce" : "hue-brick";
    const disc: Mark = {
      type: "disc",
      ...at,
      radius: 4,
      stroke: ink,
      fill: "raised",
      lineWidth: 2,
    };
    if (at.x < free) return [disc];
    const text = isKept ? "no jump in speed" : `speed jumps by ${numberLabel(size, 0)}${unit}`;
    free = at.x + 16 + text.length * 6.4;
    return [disc, { type: "text", x: at.x + 8, y: at.y + 12, ink, font: "600 11px", text }];
  });
}

/** What was done, as lines through all of it with a word; words that would lie over each other are left out. */
function eventMarks(
  { from, height, entries }: TraceView,
  end: number,
  words: LiveWords,
  x: (t: number) => number,
): Mark[] {
  const marks: Mark[] = [];
  let free = Number.NEGATIVE_INFINITY;
  for (const entry of entries) {
    if (entry.kind !== "event" || entry.time < from || entry.time > end) continue;
    const { event } = entry;
    if (
      event.type === "move" ||
      event.type === "release" ||
      event.type === "key-up" ||
      event.type === "lever"
    )
      continue;
    const at = x(entry.time);
    marks.push({
      type: "line",
      points: [at, 6, at, height],
      stroke: "marigold",
      dash: [2, 3],
      lineWidth: 1,
    });
    if (at < free) continue;
    const text = words.event(event);
    marks.push({ type: "text", x: at + 4, y: 14, ink: "marigold-ink", font: "600 11px", text });
    free = at + 10 + text.length * 7;
  }
  return marks;
}
