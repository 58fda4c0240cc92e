import { frameAt, nearestFrame } from "@levitas/core/motion";
import { type ReactNode, useRef } from "react";
import { useClockSettings, usePlaying } from "../../clock/useClock.ts";
import { PauseIcon, PlayIcon } from "../../ui/icons.tsx";
import { LiveNumber } from "../../ui/LiveNumber.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { Segmented } from "../../ui/Segmented.tsx";
import { PLAY_MODES } from "../commands/timeCommands.ts";
import { useBench, useBenchState, useFrame } from "../session/BenchContext.ts";
import { RateChoice } from "./RateChoice.tsx";

/**
 * Play, the time, how it goes on at the end, how fast, and at how many frames a second. `beside` stands between the
 * times and the rest.
 */
export function Transport({ beside }: { beside?: ReactNode }): ReactNode {
  const { clock } = useBench();
  const playing = usePlaying(clock);
  const { mode, rate, emulate } = useClockSettings(clock);
  return (
    <div role="toolbar" aria-label="Transport" className="@container shrink-0 bg-raised">
      <div className="flex min-h-13 flex-wrap items-center gap-x-1 gap-y-1 px-1.5 py-1.5 @min-[720px]:gap-x-2">
        <button
          type="button"
          aria-label={playing ? "Pause" : "Play"}
          title={playing ? "Pause (Space)" : "Play (Space)"}
          onClick={() => clock.toggle()}
          onMouseDown={leaveFocus}
          className="flex size-9 shrink-0 items-center justify-center rounded-full bg-marigold text-[#1e2430] hover:brightness-105"
        >
          {playing ? <PauseIcon /> : <PlayIcon />}
        </button>
        <Times />
        {beside}
        <div className="ml-auto flex items-center gap-1">
          <Segmented
            label="At the end"
            value={mode}
            options={PLAY_MODES}
            onChange={(next) => clock.change({ mode: next })}
          />
          <RateChoice
            label="Playback rate"
            {...{ rate, emulate }}
            setRate={(next) => clock.change({ rate: next })}
            setEmulate={(next) => clock.change({ emulate: next })}
          />
        </div>
      </div>
    </div>
  );
}

/** The time in the chosen unit and as a frame; both can be typed. */
function Times(): ReactNode {
  const bench = useBench();
  const { clock } = bench;
  const unit = useBenchState((state) => state.timeUnit);
  const inSeconds = unit === "s";
  const time = useRef<HTMLElement>(null);
  const frame = useRef<HTMLElement>(null);
  const shown = (ms: number) => (inSeconds ? (ms / 1000).toFixed(3) : ms.toFixed(0));
  useFrame("The transport", ["numbers"], ({ time: now, study }) => {
    if (time.current) time.current.textContent = shown(now);
    if (frame.current) frame.current.textContent = String(frameAt(now, study.scene.frameRate));
  });
  const go = (to: number) => clock.seek(Math.max(to, 0));
  return (
    <div className="flex items-center gap-1">
      <LiveNumber<number, never>
        label={inSeconds ? "Time in seconds" : "Time in milliseconds"}
        hold={(element) => {
          time.current = element;
        }}
        text={() => shown(clock.time)}
        read={(typed, quantity) => {
          const { frameRate } = bench.study.scene;
          // A bare number is in the unit that is shown; one with a unit in its own.
          return quantity.time(typed, {
            unit: inSeconds ? "s" : "ms",
            frameRate,
            from: clock.time,
          });
        }}
        accept={go}
        nudge={(steps) => go(clock.time + steps * 10)}
        className="w-12 font-semibold [contain:size_layout]"
      />
      <span className="text-[12px] text-muted">{inSeconds ? "s" : "ms"}</span>
      <LiveNumber<number, never>
        label="Frame"
        hold={(element) => {
          frame.current = element;
        }}
        text={() => String(frameAt(clock.time, bench.study.scene.frameRate))}
        read={(typed, quantity) => {
          const { frameRate } = bench.study.scene;
          return quantity.time(typed, { unit: "frames", frameRate, from: clock.time });
        }}
        accept={(value) => go(nearestFrame(value, bench.study.scene.frameRate))}
        nudge={(steps) => clock.step(Math.sign(steps), bench.study.scene.frameRate)}
        className="w-10 [contain:size_layout]"
      />
      <span className="text-[12px] text-muted">f</span>
    </div>
  );
}
