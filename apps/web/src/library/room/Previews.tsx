import { naturalDuration } from "@levitas/core/curve";
import { type ReactNode, useRef } from "react";
import { useClockSettings, usePlaying } from "../../clock/useClock.ts";
import { compileCurve } from "../../curve-editor/curveReader.ts";
import { useDeskFrame, useDeskState } from "../../curve-editor/desk/DeskContext.ts";
import { Button, IconButton } from "../../ui/Button.tsx";
import { PauseIcon, PlayIcon } from "../../ui/icons.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import { useHeldKey } from "../../ui/useHeldKey.ts";
import { DurationField } from "../DurationField.tsx";
import { poseStandIn, SHOW_ON, type ShowOn } from "../standIn.ts";
import { useRoom, useRoomState } from "./RoomContext.ts";

const RATES = [
  { value: "1", text: "×1" },
  { value: "0.5", text: "×½" },
  { value: "0.25", text: "×¼" },
  { value: "0.1", text: "×⅒" },
] as const;

/** The way of the position preview, as a share of its width. */
const WAY = { start: 0.18, target: 0.72 };

/** The curve on five things at once, over and over, with a pause between runs. */
export function Previews(): ReactNode {
  const room = useRoom();
  const duration = useRoomState((state) => state.duration);
  const pause = useRoomState((state) => state.pause);
  const playing = usePlaying(room.clock);
  const { rate } = useClockSettings(room.clock);
  const curve = useDeskState((state) => state.curve);
  const natural = naturalDuration(curve);
  const stands = useRef(new Map<ShowOn, SVGGElement>());
  const back = useRef(false);
  const ghost = useDeskState((state) => state.ghost);
  const redraw = useDeskFrame("The previews", ["time", "curve"], ({ sound, progress }) => {
    // While B is held the things move as they did before the last changes.
    const value = compileCurve(back.current && ghost ? ghost : sound).value(progress);
    for (const [on, element] of stands.current)
      if (on === "position")
        element.style.transform = `translateX(${(WAY.start + value * (WAY.target - WAY.start)) * 160}px)`;
      else poseStandIn(element, on, value);
  });
  useHeldKey("b", (held) => {
    back.current = held;
    redraw();
  });
  return (
    <section
      aria-label="Previews"
      className="shrink-0 border-t border-rule bg-raised px-3 pt-2 pb-3"
    >
      <div className="mb-2 flex items-center gap-2">
        <IconButton
          label={playing ? "Pause" : "Play"}
          size="small"
          onClick={() => room.clock.toggle()}
        >
          {playing ? <PauseIcon size={14} /> : <PlayIcon size={14} />}
        </IconButton>
        <span className="text-[12px] text-muted">Duration</span>
        <DurationField
          label="Duration"
          value={duration}
          onChange={(next) => room.say({ duration: next })}
        />
        <span className="text-[12px] text-muted">Pause</span>
        <DurationField
          label="Pause between runs"
          value={pause}
          least={0}
          onChange={(next) => room.say({ pause: next })}
        />
        {natural !== undefined && Math.round(natural) !== Math.round(duration) ? (
          <Button size="tiny" onClick={() => room.say({ duration: Math.round(natural) })}>
            Natural, {numberLabel(natural, 0)} ms
          </Button>
        ) : null}
        <div className="ml-auto">
          <Segmented
            label="Playback rate"
            value={String(rate) as (typeof RATES)[number]["value"]}
            options={RATES}
            onChange={(next) => room.clock.change({ rate: Number(next) })}
          />
        </div>
      </div>
      <div className="grid grid-cols-5 gap-2">
        {SHOW_ON.map((on) => (
          <figure key={on} className="flex flex-col items-center rounded-lg bg-sunk py-1.5">
            <svg viewBox="0 0 160 44" className="h-11 w-full" aria-hidden="true">
              {on === "position" ? (
                <path
                  d={`M${WAY.start * 160} 4V40M${WAY.target * 160} 4V40`}
                  className="stroke-edge"
                  strokeDasharray="2 3"
                />
              ) : null}
              <g transform={on === "position" ? "translate(0 22)" : "translate(80 22)"}>
                <g
                  data-preview={on}
                  ref={(element) => {
                    if (element) stands.current.set(on, element);
                    else stands.current.delete(on);
                  }}
                >
                  <rect x={-14} y={-14} width={28} height={28} rx={6} className="fill-marigold" />
                  {on === "rotation" ? (
                    <path
                      d="M0 -10 V0"
                      className="stroke-ink"
                      strokeWidth={2.5}
                      strokeLinecap="round"
                    />
                  ) : null}
                  <rect
                    x={-14}
                    y={-14}
                    width={28}
                    height={28}
                    rx={6}
                    className="fill-spruce opacity-0"
                  />
                </g>
              </g>
            </svg>
            <figcaption className="text-[12px] text-muted">{on}</figcaption>
          </figure>
        ))}
      </div>
    </section>
  );
}
