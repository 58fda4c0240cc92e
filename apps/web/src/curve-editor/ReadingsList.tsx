import { type Curve, naturalDuration } from "@levitas/core/curve";
import type { Readings } from "@levitas/core/reading";
import { type ReactNode, useRef } from "react";
import { numberLabel } from "../ui/numberLabel.ts";
import { readCurve } from "./curveReader.ts";

import { useDeskCurve, useDeskFrame } from "./desk/DeskContext.ts";

/** One measured number: how it is called and how it is said. `null` leaves it out. */
interface Line {
  readonly label: string;
  readonly title?: string;
  /** Shown where there is little room, too. */
  readonly brief?: true;
  readonly text: (readings: Readings, duration: number, brief: boolean) => string;
}

/** Faster than this is as good as vertical, and no number says anything. */
export const STEEP = 1000;

const percent = (share: number) => `${numberLabel(share * 100, 1)} %`;
const speed = (slope: number) =>
  Math.abs(slope) < STEEP
    ? `${numberLabel(slope, 2)} ×`
    : slope > 0
      ? "vertical"
      : "vertical, back";
const time = (at: number | null, duration: number) =>
  at === null ? "never" : `${numberLabel(at * duration, 0)} ms`;
const peak = (share: number, at: number, duration: number, brief: boolean) =>
  brief
    ? percent(share)
    : share > 0
      ? `${percent(share)} at ${numberLabel(at * duration, 0)} ms`
      : "none";

/** The readings, in the order they are listed. */
export const READING_LINES: readonly Line[] = [
  { label: "Overshoot", brief: true, text: (r, d, b) => peak(r.overshoot, r.overshootAt, d, b) },
  {
    label: "Anticipation",
    brief: true,
    text: (r, d, b) => peak(r.anticipation, r.anticipationAt, d, b),
  },
  { label: "First reach", text: (r, d) => time(r.firstReach, d) },
  {
    label: "Settles",
    brief: true,
    title: "After this it stays within 2 % of the target",
    text: (r, d) => time(r.settle, d),
  },
  {
    label: "Top speed",
    brief: true,
    title: "Relative to constant speed",
    text: (r, d, b) =>
      r.peakSpeed < STEEP
        ? b
          ? `${numberLabel(r.peakSpeed, 1)} ×`
          : `${numberLabel(r.peakSpeed, 1)} × at ${numberLabel(r.peakSpeedAt * d, 0)} ms`
        : r.jumps.length > 0
          ? "jumps"
          : "vertical",
  },
  { label: "Starts at", text: (r) => speed(r.startSlope) },
  { label: "Arrives at", text: (r) => speed(r.endSlope) },
  { label: "Crossings", brief: true, text: (r) => `${r.crossings.length}` },
  { label: "Reversals", text: (r) => `${r.reversals.length}` },
  { label: "Kinks", text: (r) => `${r.kinks.length + r.jumps.length}` },
  { label: "Feels", text: (r) => r.feel.join(", ") || "like nothing named" },
];

/** Beside the plot one below the other; below it, where there is little height, two in a line. */
const BRIEF =
  "grid-cols-[auto_1fr_auto_1fr] border-t border-rule pt-1.5 @min-[420px]:grid-cols-[auto_1fr]";

/** What the curve does in numbers, also while it is dragged. `brief` keeps to the most asked for. */
export function ReadingsList({ brief = false }: { brief?: boolean }): ReactNode {
  const curve = useDeskCurve();
  const list = useRef<HTMLDListElement>(null);
  const drawn = useRef<{ curve?: Curve; duration?: number }>({});
  const lines = READING_LINES.filter((line) => !brief || line.brief);
  // Beside a span its own note says it, where that differs.
  const natural = !brief && naturalDuration(curve) !== undefined;
  useDeskFrame("The readings", ["numbers"], ({ sound, duration }) => {
    const first = list.current?.querySelector("dd");
    const { current: before } = drawn;
    if (!first || (before.curve === sound && before.duration === duration && first.textContent))
      return;
    drawn.current = { curve: sound, duration };
    const readings = readCurve(sound);
    const texts = lines.map((line) => line.text(readings, duration, brief));
    if (natural) texts.push(`${numberLabel(naturalDuration(sound) ?? 0, 0)} ms`);
    for (const [i, element] of [...(list.current?.querySelectorAll("dd") ?? [])].entries())
      if (element.textContent !== texts[i]) element.textContent = texts[i] ?? "";
  });
  return (
    <dl
      ref={list}
      className={`grid gap-x-2 gap-y-0.5 text-[12px] ${brief ? BRIEF : "grid-cols-[auto_1fr]"}`}
    >
      {lines.map(({ label, title }) => (
        <div key={label} className="contents">
          <dt className="text-muted" title={title}>
            {label}
          </dt>
          <dd className="text-right font-mono text-[11px]" />
        </div>
      ))}
      {natural ? (
        <div className="contents">
          <dt className="text-muted" title="What the spring takes by itself">
            Natural time
          </dt>
          <dd className="text-right font-mono text-[11px]" />
        </div>
      ) : null}
    </dl>
  );
}
