import { type ReactNode, useRef } from "react";
import { Button } from "../../ui/Button.tsx";
import { PauseIcon, PlayIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useStudy } from "../session/BenchContext.ts";
import { RateChoice } from "../transport/RateChoice.tsx";
import { useLive, useLiveFrame, useLiveState } from "./LiveContext.ts";
import { silentFigures } from "./sceneMarks.ts";

/** Recording and playing takes, the time, how fast it goes by and at how many frames a second it is shown. */
export function LiveTransport(): ReactNode {
  const session = useLive();
  const study = useStudy();
  const { recording, take, rate, emulate, showPointer, showSilent } = useLiveState(
    (state) => state,
  );
  const silent = silentFigures(study).length;
  const record = () => {
    if (!recording) return session.record();
    const kept = session.keepRecording();
    if (!kept) return;
    session.play(kept.id);
    session.pause();
    session.scrub(0);
  };
  return (
    <div
      role="toolbar"
      aria-label="Live"
      className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-2 gap-y-1 bg-raised px-2 py-1.5"
    >
      {take === null ? (
        <Button
          onClick={record}
          aria-pressed={recording}
          className={recording ? "border-fault bg-fault/10 text-fault" : "text-fault"}
        >
          <span aria-hidden className="size-2.5 rounded-full bg-fault" />
          {recording ? "Keep the take" : "Record a take"}
        </Button>
      ) : (
        <TakePlayer id={take} />
      )}
      <Time />
      <Button size="small" onClick={() => session.rest()}>
        Back to rest
      </Button>
      <span className="ml-auto flex items-center gap-1">
        <Menu
          align="end"
          items={[
            {
              text: "The pointer",
              chosen: showPointer,
              onSelect: () => session.show({ showPointer: !showPointer }),
            },
            {
              text: `Without an answer: ${silent === 1 ? "1 figure" : `${silent} figures`}`,
              chosen: showSilent,
              disabled: silent === 0 && !showSilent,
              onSelect: () => session.show({ showSilent: !showSilent }),
            },
          ]}
        >
          <Button size="small">Show</Button>
        </Menu>
        <RateChoice
          label="Playback rate"
          {...{ rate, emulate }}
          setRate={(next) => session.setRate(next)}
          setEmulate={(next) => session.store.setState({ emulate: next })}
        />
      </span>
    </div>
  );
}

function Time(): ReactNode {
  const shown = useRef<HTMLSpanElement>(null);
  useLiveFrame(({ time }) => {
    const text = `${(time / 1000).toFixed(1)} s`;
    if (shown.current && shown.current.textContent !== text) shown.current.textContent = text;
  }, true);
  return (
    <span
      ref={shown}
      role="status"
      aria-label="Time since rest"
      aria-live="off"
      className="w-16 rounded-md border border-edge/40 bg-paper px-1.5 py-1 text-end font-mono text-[12px] [contain:size_layout] h-6.5"
    />
  );
}

/** Playing and scrubbing a take. */
function TakePlayer({ id }: { id: string }): ReactNode {
  const session = useLive();
  const study = useStudy();
  const { playing, loop } = useLiveState((state) => state);
  const slider = useRef<HTMLInputElement>(null);
  const take = study.live?.takes.find((each) => each.id === id);
  useLiveFrame(({ time }) => {
    if (slider.current) slider.current.value = String(time);
  });
  if (!take) return null;
  return (
    <>
      <button
        type="button"
        aria-label={playing ? "Pause the take" : "Play the take"}
        onClick={() => {
          if (playing) session.pause();
          else session.play(id, session.current.time >= take.duration ? 0 : session.current.time);
        }}
        className="flex size-9 shrink-0 items-center justify-center rounded-full bg-marigold text-[#1e2430] hover:brightness-105"
      >
        {playing ? <PauseIcon /> : <PlayIcon />}
      </button>
      <input
        ref={slider}
        type="range"
        aria-label={`Time of ${take.name}`}
        min={0}
        max={take.duration}
        step={1}
        defaultValue={0}
        onInput={(event) => session.scrub(Number(event.currentTarget.value))}
        className="w-32 min-w-16 flex-1 accent-marigold"
      />
      <Tick label="Loop" on={loop} change={(on) => session.store.setState({ loop: on })} />
    </>
  );
}
