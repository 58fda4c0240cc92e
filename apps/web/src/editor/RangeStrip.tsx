import { moveKeys, stretchKeys, stretchOf } from "@levitas/core/edit";
import { nearestFrame } from "@levitas/core/motion";
import { type ReactNode, useRef } from "react";
import { useClockSettings } from "../clock/useClock.ts";
import { showTip } from "../ui/dragTip.tsx";
import { numberLabel } from "../ui/numberLabel.ts";
import { useDragSession } from "../ui/useDragSession.ts";
import { writeAttributes } from "../ui/writeAttributes.ts";
import { MARGIN } from "./axis/laneGeometry.ts";
import { useIsOn } from "./commands/CommandButton.tsx";
import { runCommand } from "./commands/command.ts";
import { commandOf } from "./commands/commands.ts";
import { snapTargets, snapTime } from "./geometry/snapTime.ts";
import { OverlapPanel } from "./lanes/OverlapPanel.tsx";
import { useBench, useBenchState, useFrame } from "./session/BenchContext.ts";
import type { Gesture } from "./session/gesture.ts";
import { GoPanel } from "./transport/GoPanel.tsx";
import { bothTimes } from "./words/labels.ts";

const HEIGHT = 24;
/** Where the two bands lie, px from the top: the range that plays, the stretch of the chosen keys. */
const RANGE = { y: 2, height: 8 } as const;
const CHOSEN = { y: 13, height: 9 } as const;

/** Under the ruler: the range that is played, and the stretch of the chosen keys with grips at both ends. */
export function RangeStrip(): ReactNode {
  const bench = useBench();
  const { range } = useClockSettings(bench.clock);
  return (
    <div className="flex shrink-0 border-b border-rule bg-paper" style={{ height: HEIGHT }}>
      <div
        className="flex shrink-0 items-center justify-between border-r border-rule px-3 text-[11px] text-muted"
        style={{ width: MARGIN }}
      >
        <ChosenWords />
        <span className="flex items-center">
          <OverlapPanel />
          <SoundSwitch />
          <GoPanel />
        </span>
        {range ? (
          <button
            type="button"
            onClick={() => runCommand(commandOf("play-all"), bench)}
            title="Play all of it again"
            className="rounded-md px-1 text-marigold-ink hover:bg-sunk"
          >
            play all
          </button>
        ) : null}
      </div>
      {/* biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own */}
      <svg
        role="group"
        aria-label="Range that plays and stretch of the chosen keys"
        className="min-w-0 flex-1 touch-none"
        height={HEIGHT}
        data-testid="range-strip"
      >
        <PlayRange />
        <ChosenStretch />
      </svg>
    </div>
  );
}

/** Whether cues are heard. */
function SoundSwitch(): ReactNode {
  const bench = useBench();
  const command = commandOf("sound");
  const on = useIsOn(command);
  return (
    <button
      type="button"
      aria-pressed={on}
      title={on ? "Cues are heard: click to be silent" : "Cues are silent: click to hear them"}
      onClick={() => runCommand(command, bench)}
      className="rounded-md px-1 hover:bg-sunk hover:text-ink"
    >
      {on ? "Sound on" : "Sound off"}
    </button>
  );
}

function ChosenWords(): ReactNode {
  const count = useBenchState(({ selection }) => selection.keys.length);
  return (
    <span data-testid="chosen-count">
      {count === 0 ? "" : count === 1 ? "1 key chosen" : `${count} keys chosen`}
    </span>
  );
}

/** Shortest range that plays, ms. */
const SHORTEST = 10;

function PlayRange(): ReactNode {
  const bench = useBench();
  const { clock } = bench;
  const band = useRef<SVGRectElement>(null);
  const ends = useRef<(SVGRectElement | null)[]>([]);
  useFrame("The range strip", ["axis", "clock", "motion"], () => {
    const { range } = clock.settings;
    const visibility = range ? "visible" : "hidden";
    writeAttributes(band.current, { visibility });
    for (const end of ends.current) writeAttributes(end, { visibility });
    if (!range) return;
    const [from, to] = [bench.view.toX(range.from), bench.view.toX(range.to)];
    writeAttributes(band.current, { x: from.toFixed(1), width: Math.max(to - from, 1).toFixed(1) });
    writeAttributes(ends.current[0], { x: (from - 3).toFixed(1) });
    writeAttributes(ends.current[1], { x: (to - 3).toFixed(1) });
  });
  const frame = (time: number, free: boolean) =>
    Math.max(free ? time : nearestFrame(time, bench.study.scene.frameRate), 0);
  const set = (a: number, b: number, x: number, y: number) => {
    const [from, to] = [Math.min(a, b), Math.max(a, b)];
    if (to - from >= SHORTEST) clock.change({ range: { from, to } });
    showTip(x, y, `plays ${numberLabel(from, 0)} to ${numberLabel(to, 0)} ms`);
  };
  const draw = useDragSession<{ readonly left: number }>({
    start: (_, target) => ({ left: target.getBoundingClientRect().left }),
    move: ({ left }, { x, y, dx, free }) => {
      const at = (place: number) => frame(bench.view.toTime(place - left), free);
      set(at(x - dx), at(x), x, y);
    },
    end: () => undefined,
  });
  const pull = useDragSession<{
    readonly from: number;
    readonly to: number;
    readonly end: boolean;
  }>({
    start: (_, target) => {
      const { range } = clock.settings;
      return range ? { ...range, end: target.getAttribute("data-range") === "to" } : undefined;
    },
    move: ({ from, to, end }, { dx, x, y, free }) => {
      const by = dx / bench.view.scale;
      set(end ? from : frame(from + by, free), end ? frame(to + by, free) : to, x, y);
    },
    end: () => undefined,
  });
  return (
    <g>
      <rect {...draw()} width="100%" height={12} className="cursor-crosshair fill-transparent">
        <title>Drag to choose the part that plays</title>
      </rect>
      <rect
        ref={band}
        y={RANGE.y}
        height={RANGE.height}
        rx={3}
        className="pointer-events-none fill-marigold/35"
      />
      {(["from", "to"] as const).map((name, i) => (
        <rect
          key={name}
          ref={(element) => {
            ends.current[i] = element;
          }}
          {...pull()}
          data-range={name}
          y={RANGE.y - 1}
          width={6}
          height={RANGE.height + 2}
          rx={2}
          role="slider"
          tabIndex={0}
          aria-label={name === "from" ? "Playing begins" : "Playing ends"}
          aria-valuenow={0}
          onKeyDown={(event) => {
            const { range } = clock.settings;
            const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
            if (!range || way === 0) return;
            event.preventDefault();
            event.stopPropagation();
            const by = (way * (event.shiftKey ? 10 : 1) * 1000) / bench.study.scene.frameRate;
            const next = { ...range, [name]: Math.max(range[name] + by, 0) };
            if (next.to - next.from >= SHORTEST) clock.change({ range: next });
          }}
          className="cursor-ew-resize fill-marigold"
        />
      ))}
    </g>
  );
}

interface Session {
  readonly gesture: Gesture;
  readonly part: "from" | "to" | "band";
  readonly from: number;
  readonly to: number;
  readonly keyIds: readonly string[];
  readonly targets: readonly number[];
}

/** The stretch of the chosen keys: its body moves them, its ends stretch them about the other end. */
function ChosenStretch(): ReactNode {
  const bench = useBench();
  const keyIds = useBenchState(({ selection }) => selection.keys);
  const band = useRef<SVGRectElement>(null);
  const ends = useRef<(SVGRectElement | null)[]>([]);
  useFrame("The range strip", ["axis", "clock", "motion"], ({ study }) => {
    const stretch = keyIds.length > 1 ? stretchOf(study, keyIds) : undefined;
    const visibility = stretch && stretch.to > stretch.from ? "visible" : "hidden";
    writeAttributes(band.current, { visibility });
    for (const end of ends.current) writeAttributes(end, { visibility });
    if (!stretch) return;
    const [from, to] = [bench.view.toX(stretch.from), bench.view.toX(stretch.to)];
    writeAttributes(band.current, { x: from.toFixed(1), width: Math.max(to - from, 1).toFixed(1) });
    writeAttributes(ends.current[0], { x: (from - 4).toFixed(1) });
    writeAttributes(ends.current[1], { x: (to - 4).toFixed(1) });
  });
  const bind = useDragSession<Session>({
    start: (_, target) => {
      const stretch = stretchOf(bench.study, keyIds);
      const part = target.getAttribute("data-chosen");
      if (!stretch || (part !== "from" && part !== "to" && part !== "band")) return undefined;
      const targets = snapTargets(bench.study, { keys: new Set(keyIds) });
      return { gesture: bench.begin(), part, ...stretch, keyIds, targets };
    },
    move: ({ gesture, part, from, to, keyIds: ids, targets }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const grabbed = part === "to" ? to : from;
      const { time } = snapTime(grabbed + dx / scale, targets, { scale, frameRate, free });
      if (part === "band") {
        gesture.update((study) => moveKeys(study, { keyIds: ids, time: time - from }));
        showTip(x, y, `from ${bothTimes(Math.max(time, 0), frameRate)}`);
        return;
      }
      const [about, length] = part === "to" ? [from, to - from] : [to, from - to];
      const factor = Math.max((time - about) / length, 0);
      gesture.update((study) => stretchKeys(study, { keyIds: ids, about, factor }));
      showTip(
        x,
        y,
        `${bothTimes((to - from) * factor, frameRate)} long\n× ${numberLabel(factor, 2)}`,
      );
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  return (
    <g>
      <rect
        ref={band}
        {...bind()}
        data-chosen="band"
        y={CHOSEN.y}
        height={CHOSEN.height}
        rx={3}
        className="cursor-grab fill-spruce/35"
      >
        <title>Drag to move the chosen keys</title>
      </rect>
      {(["from", "to"] as const).map((name, i) => (
        <rect
          key={name}
          ref={(element) => {
            ends.current[i] = element;
          }}
          {...bind()}
          data-chosen={name}
          y={CHOSEN.y - 1}
          width={8}
          height={CHOSEN.height + 2}
          rx={2.5}
          role="slider"
          tabIndex={0}
          aria-label={name === "from" ? "First of the chosen keys" : "Last of the chosen keys"}
          aria-valuenow={0}
          onKeyDown={(event) => {
            const stretch = stretchOf(bench.study, keyIds);
            const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
            if (!stretch || way === 0 || stretch.to === stretch.from) return;
            event.preventDefault();
            event.stopPropagation();
            const by = (way * (event.shiftKey ? 10 : 1) * 1000) / bench.study.scene.frameRate;
            const { from, to } = stretch;
            const factor = (to - from + (name === "to" ? by : -by)) / (to - from);
            const about = name === "to" ? from : to;
            bench.perform(stretchKeys, { keyIds, about, factor });
          }}
          className="cursor-ew-resize fill-spruce"
        >
          <title>Stretch the chosen keys: all keep their proportion</title>
        </rect>
      ))}
    </g>
  );
}
