import { printCurve, sameCurve } from "@levitas/core/curve";
import { memo, type ReactNode, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Clock } from "../../clock/clock.ts";
import { compileCurve, readCurve } from "../../curve-editor/curveReader.ts";
import { MiniCurve } from "../../curve-editor/MiniCurve.tsx";
import { IconButton } from "../../ui/Button.tsx";
import { MoreIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { Panel } from "../../ui/Panel.tsx";
import { useDragSession } from "../../ui/useDragSession.ts";
import type { Entry } from "../entries.ts";
import { tryAddress } from "../roomAddress.ts";
import { useCurveActions } from "../useCurves.ts";
import { LETTERS, RACER_HUES, type Racer, removeRacer, replaceRacer } from "./lineup.ts";
import { raceX, tickValues } from "./raceGeometry.ts";

/** The tracks, one under the other, with a bar of time to scrub on. */
export function RaceView({
  racers,
  duration,
  clock,
  onion,
  entries,
  editing,
  onEdit,
}: {
  racers: readonly Racer[];
  duration: number;
  clock: Clock;
  onion: boolean;
  entries: readonly Entry[];
  editing: number | null;
  onEdit: (index: number) => void;
}): ReactNode {
  return (
    <div>
      {racers.map((racer, index) => (
        <RaceRow
          key={racer.id}
          racer={racer}
          index={index}
          duration={duration}
          clock={clock}
          onion={onion}
          entries={entries}
          editing={editing === index}
          narrow={editing !== null}
          onEdit={onEdit}
        />
      ))}
      <ScrubBar clock={clock} duration={duration} narrow={editing !== null} />
    </div>
  );
}

const RaceRow = memo(function RaceRow({
  racer,
  index,
  duration,
  clock,
  onion,
  entries,
  editing,
  narrow,
  onEdit,
}: {
  racer: Racer;
  index: number;
  duration: number;
  clock: Clock;
  onion: boolean;
  entries: readonly Entry[];
  editing: boolean;
  /** Something else needs the room: only the track stays. */
  narrow: boolean;
  onEdit: (index: number) => void;
}): ReactNode {
  const { curve, name } = racer;
  const hue = RACER_HUES[index] ?? RACER_HUES[0];
  const letter = LETTERS[index] ?? "";
  const track = useRef<SVGSVGElement>(null);
  const puck = useRef<SVGGElement>(null);
  const width = useWidth(track);
  const values = useMemo(() => tickValues(curve, duration), [curve, duration]);
  const navigate = useNavigate();
  const { keep } = useCurveActions();
  const anchor = useRef<HTMLSpanElement>(null);
  const [swapping, setSwapping] = useState(false);
  useEffect(() => {
    const { value } = compileCurve(curve);
    const draw = () => {
      const v = value(Math.min(clock.shownTime / duration, 1));
      if (puck.current) puck.current.style.transform = `translateX(${raceX(v, width)}px)`;
    };
    draw();
    return clock.onDraw(draw);
  }, [clock, curve, duration, width]);
  let ticks = "";
  for (const value of values) ticks += `M${raceX(value, width).toFixed(1)} 9V23`;
  const { overshoot, settle } = readCurve(curve);
  return (
    <div className="flex h-8 items-center gap-2" data-racer={letter}>
      <span className={`w-4 font-semibold ${hue.text}`}>{letter}</span>
      <span className="w-32 shrink-0 truncate" title={printCurve(curve)}>
        {name}
      </span>
      <svg ref={track} className="h-8 min-w-0 flex-1" role="img" aria-label={`${name} races`}>
        <path d={`M0 16H${width}`} className="stroke-rule" />
        <path
          d={`M${raceX(0, width)} 0V32M${raceX(1, width)} 0V32`}
          className="stroke-edge"
          strokeWidth={1.3}
        />
        <path d={ticks} className={`${hue.stroke} opacity-50`} />
        {onion
          ? values
              .filter((_, i) => i % 3 === 0)
              .map((value, i) => (
                <rect
                  // One for every third tick, in order of time.
                  key={`${i}-${value}`}
                  x={raceX(value, width) - 10}
                  y={6}
                  width={20}
                  height={20}
                  rx={5}
                  className={`fill-none ${hue.stroke} opacity-40`}
                />
              ))
          : null}
        <g ref={puck} data-puck="">
          <rect x={-10} y={6} width={20} height={20} rx={5} className={hue.fill} />
        </g>
      </svg>
      {narrow ? null : (
        <>
          <span className="w-14 shrink-0 text-right font-mono text-[11px] text-muted">
            +{numberLabel(overshoot * 100, 0)} %
          </span>
          <span className="w-28 shrink-0 text-right font-mono text-[11px] text-muted">
            {settle === null ? "never settles" : `settles ${numberLabel(settle * duration, 0)} ms`}
          </span>
        </>
      )}

      <span ref={anchor}>
        <Menu
          align="end"
          items={[
            {
              text: editing ? "Close the editor" : "Edit in place",
              onSelect: () => onEdit(index),
            },
            // The menu has to be gone before what takes its place opens.
            { text: "Swap for another…", onSelect: () => setTimeout(() => setSwapping(true)) },
            {
              text: "Save to my curves",
              onSelect: () => keep({ name, curve, tags: [], notes: "", duration }),
            },
            {
              text: "Open in the curve room",
              onSelect: () => navigate(tryAddress(curve, name)),
            },
            { text: "Take out", onSelect: () => removeRacer(index) },
          ]}
        >
          <IconButton label={`More for racer ${letter}`} size="small" tone="muted">
            <MoreIcon />
          </IconButton>
        </Menu>
      </span>
      <Panel
        name={`Swap racer ${letter}`}
        anchor={anchor}
        open={swapping}
        onOpenChange={setSwapping}
        place={{ side: "top", align: "end" }}
        className="max-h-64 w-120 p-2"
      >
        <div className="grid grid-cols-7 gap-0.5">
          {entries.map((entry) => (
            <button
              key={entry.id}
              type="button"
              title={`${entry.name} ${entry.detail}`}
              aria-label={`Swap for ${entry.name} ${entry.detail}`.trim()}
              aria-pressed={sameCurve(entry.curve, curve)}
              onClick={() => {
                const title = `${entry.name} ${entry.own ? "" : entry.detail}`.trim();
                replaceRacer(index, { id: entry.id, name: title, curve: entry.curve });
                setSwapping(false);
              }}
              className="flex min-w-0 flex-col items-center rounded-md border border-transparent text-spruce hover:border-spruce"
            >
              <MiniCurve curve={entry.curve} />
              <span className="max-w-full truncate text-[10px] text-ink">
                {entry.name} {entry.own ? "" : entry.detail}
              </span>
            </button>
          ))}
        </div>
      </Panel>
    </div>
  );
});

/** The width of an element, kept up to date. */
function useWidth(element: { readonly current: Element | null }): number {
  const [width, setWidth] = useState(600);
  useEffect(() => {
    if (!element.current) return;
    const observer = new ResizeObserver(([entry]) => {
      if (entry) setWidth(entry.contentRect.width);
    });
    observer.observe(element.current);
    return () => observer.disconnect();
  }, [element]);
  return width;
}

/** The time of the race: drag it to scrub; arrows step by hundredths. */
function ScrubBar({
  clock,
  duration,
  narrow,
}: {
  clock: Clock;
  duration: number;
  narrow: boolean;
}): ReactNode {
  const bar = useRef<HTMLDivElement>(null);
  const thumb = useRef<HTMLDivElement>(null);
  const label = useRef<HTMLSpanElement>(null);
  useEffect(
    () =>
      clock.onDraw(() => {
        const time = Math.min(clock.shownTime, duration);
        const width = bar.current?.clientWidth ?? 0;
        if (thumb.current) {
          thumb.current.style.transform = `translateX(${(time / duration) * width}px)`;
          thumb.current.setAttribute("aria-valuenow", String(Math.round(time)));
        }
        if (label.current) label.current.textContent = `${Math.round(time)} ms`;
      }),
    [clock, duration],
  );
  const seek = (x: number) => {
    const box = bar.current?.getBoundingClientRect();
    if (!box) return;
    const share = Math.min(Math.max((x - box.left) / box.width, 0), 1);
    clock.pause();
    clock.seek(share * duration);
  };
  const bind = useDragSession<true>({
    start: ({ x }) => {
      seek(x);
      return true;
    },
    move: (_, { x }) => seek(x),
    end: () => {},
    tap: ({ x }) => seek(x),
  });
  return (
    <div className="mt-1 flex h-6 items-center gap-2">
      <span className="w-38 shrink-0 text-right text-[12px] text-muted">scrub</span>
      <div
        ref={bar}
        {...bind()}
        data-testid="scrub"
        className="relative h-5 min-w-0 flex-1 cursor-ew-resize touch-none"
      >
        <div className="absolute inset-x-0 top-2 h-1 rounded-full bg-rule" />
        <div
          ref={thumb}
          role="slider"
          tabIndex={0}
          aria-label="Time of the lineup"
          aria-valuemin={0}
          aria-valuemax={duration}
          aria-valuenow={0}
          onKeyDown={(event) => {
            const steps = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
            if (steps === 0) return;
            event.preventDefault();
            clock.pause();
            const way = (steps * duration * (event.shiftKey ? 10 : 1)) / 100;
            // In the rest after a run the bar stands at its end.
            const now = Math.min(clock.time, duration);
            clock.seek(Math.min(Math.max(now + way, 0), duration));
          }}
          className="absolute top-0 -left-1.5 h-5 w-3 rounded-[4px] border-2 border-marigold bg-raised"
        />
      </div>
      <span
        ref={label}
        className={`shrink-0 font-mono text-[11px] text-marigold-ink ${narrow ? "w-14" : "w-52"}`}
      />
    </div>
  );
}
