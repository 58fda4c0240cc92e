import type { Motion } from "@levitas/core/motion";
import {
  channelOf,
  curveOfKey,
  type Follower,
  findLever,
  followsLever,
  leverStart,
} from "@levitas/core/study";
import { type ReactNode, useRef } from "react";
import { compileCurve } from "../../curve-editor/curveReader.ts";
import { numberLabel } from "../../ui/numberLabel.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";
import { valueLabel } from "../words/labels.ts";
import { leverUnit } from "../words/leverUnit.ts";

const SIZE = { width: 236, height: 92, left: 10, right: 10, top: 10, bottom: 18 } as const;
const SAMPLES = 60;
/** How far the plot goes beyond the range of the source, as a share of it. */
const BEYOND = 0.15;

/** How a follower maps its source: across the value or speed it follows, up what it makes of it. The dot is now. */
export function FollowerMap({ follower }: { readonly follower: Follower }): ReactNode {
  const _bench = useBench();
  const study = useStudy();
  const dot = useRef<SVGCircleElement>(null);
  const words = useRef<SVGTextElement>(null);
  const { from, to, clamp, source, of } = follower;
  const curve = compileCurve(curveOfKey(study, follower.curve ? { curve: follower.curve } : {}));
  const output = (value: number) => {
    const share = from[1] === from[0] ? 0 : (value - from[0]) / (from[1] - from[0]);
    const within = clamp ? Math.min(Math.max(share, 0), 1) : share;
    return to[0] + (to[1] - to[0]) * curve.value(within);
  };
  const span = from[1] - from[0] || 1;
  const [first, last] = [from[0] - span * BEYOND, from[1] + span * BEYOND];
  const values = Array.from(
    { length: SAMPLES + 1 },
    (_, i) => first + ((last - first) * i) / SAMPLES,
  );
  const outputs = values.map(output);
  const low = Math.min(...outputs, ...to);
  const high = Math.max(...outputs, ...to);
  const x = (value: number) =>
    SIZE.left + ((value - first) / (last - first)) * (SIZE.width - SIZE.left - SIZE.right);
  const y = (value: number) =>
    SIZE.height -
    SIZE.bottom -
    ((value - low) / (high - low || 1)) * (SIZE.height - SIZE.top - SIZE.bottom);
  const line = values
    .map(
      (value, i) =>
        `${i === 0 ? "M" : "L"}${x(value).toFixed(1)} ${y(outputs[i] as number).toFixed(1)}`,
    )
    .join("");
  const own = channelOf(follower.channel);
  const lever = followsLever(source) ? findLever(study, source.lever) : undefined;
  const theirs = followsLever(source)
    ? lever
      ? leverUnit(lever)
      : ""
    : channelOf(source.channel).unit;
  useFrame("The map of the follower", ["time", "motion"], ({ motion, time }) => {
    const at = time - (follower.lag ?? 0);
    const now = sourceNow(motion, follower, at, lever ? leverStart(lever) : 0);
    if (now === undefined) return;
    const shown = Math.min(Math.max(now, Math.min(first, last)), Math.max(first, last));
    writeAttributes(dot.current, { cx: x(shown).toFixed(1), cy: y(output(shown)).toFixed(1) });
    const unit = of === "speed" ? `${theirs}/s` : theirs;
    const text = `${numberLabel(now, 1)} ${unit} → ${valueLabel(own, output(now))}`;
    if (words.current && words.current.textContent !== text) words.current.textContent = text;
  });
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="w-full rounded-md border border-rule bg-paper"
      role="img"
      aria-label="How the value that is followed is mapped"
    >
      <path
        d={`M${x(from[0])} ${SIZE.top}V${SIZE.height - SIZE.bottom}M${x(from[1])} ${SIZE.top}V${SIZE.height - SIZE.bottom}`}
        className="stroke-rule"
        strokeDasharray="3 3"
      />
      <path d={line} className="fill-none stroke-spruce" strokeWidth={1.8} strokeLinejoin="round" />
      <circle ref={dot} r={4} className="fill-marigold" />
      <text
        ref={words}
        x={SIZE.width / 2}
        y={SIZE.height - 5}
        textAnchor="middle"
        className="fill-muted font-mono text-[9.5px]"
      />
    </svg>
  );
}

/** What is followed at a time; a lever is where it begins, since nobody moves it here. */
function sourceNow(
  motion: Motion,
  { source, of }: Follower,
  time: number,
  still: number,
): number | undefined {
  if (followsLever(source)) return of === "speed" ? 0 : still;
  const index = motion.figureIndex(source.figure);
  if (index < 0) return undefined;
  if (of === "value") return motion.valueAt(index, source.channel, time);
  const rates = motion.velocity(time, new Float64Array(motion.slotCount));
  return Math.abs(rates[motion.slot(index, source.channel)] as number);
}
