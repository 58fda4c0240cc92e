import { seamsOf, smoothKeys } from "@levitas/core/edit";
import type { ChannelDefinition, Figure, Track, Tween } from "@levitas/core/study";
import { type ReactNode, useMemo, useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { BAR } from "../axis/laneGeometry.ts";
import { useBench, useFrame, useStudy } from "../session/BenchContext.ts";
import { keyAt } from "../session/findLayer.ts";

/** Both speeds of a seam, in words. */
export function seamWords(
  channel: ChannelDefinition,
  { before, after }: { readonly before: number; readonly after: number },
): string {
  const speed = (value: number) =>
    Number.isFinite(value) ? numberLabel(value, Math.abs(value) < 10 ? 1 : 0) : "∞";
  return `${speed(before)} to ${speed(after)} ${channel.unit}/s`;
}

/** Marks under keys where the speed jumps. A click makes it equal on both sides. */
export function Seams({
  figure,
  channel,
  tween,
  track,
}: {
  figure: Figure;
  channel: ChannelDefinition;
  tween: Tween;
  track: Track;
}): ReactNode {
  const bench = useBench();
  const curves = useStudy().curves;
  const group = useRef<SVGGElement>(null);
  const joined = tween.path === true && (track.channel === "x" || track.channel === "y");
  const seams = useMemo(
    () => (joined ? [] : [...seamsOf({ curves }, track)]),
    [curves, track, joined],
  );
  useFrame("The seams", ["motion", "axis"], ({ motion, study }) => {
    seams.forEach(([id], i) => {
      const index = track.keys.findIndex((key) => key.id === id);
      const found = keyAt(study, tween.id, track.channel, index);
      if (!found) return;
      const x = bench.view
        .toX(motion.placements.outer(tween.id, found.key.time, figure.id))
        .toFixed(1);
      writeAttributes(group.current?.children[i], {
        d: `M${Number(x) - 5} ${BAR.bottom + 4}L${x} ${BAR.bottom}L${Number(x) + 5} ${BAR.bottom + 4}`,
      });
    });
  });
  return (
    <g ref={group}>
      {seams.map(([id, seam]) => (
        // The keyboard's way is the button Match at the foot of the timeline.
        // biome-ignore lint/a11y/noStaticElementInteractions: see above
        <path
          key={id}
          data-seam={id}
          className="cursor-pointer fill-marigold stroke-marigold stroke-1"
          strokeLinejoin="round"
          onClick={() => {
            bench.select({ figure: figure.id, channel: channel.id, keys: [id] });
            bench.perform(smoothKeys, { keyIds: [id], how: "match" });
          }}
        >
          <title>{`The speed jumps here, ${seamWords(channel, seam)}. Click to match them.`}</title>
        </path>
      ))}
    </g>
  );
}
