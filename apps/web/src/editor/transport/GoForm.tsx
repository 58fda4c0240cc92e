import { shownMarkers } from "@levitas/core/motion";
import { readTypedTime } from "@levitas/core/value";
import { type ReactNode, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { CurveChoice } from "../span/CurveChoice.tsx";

/** Where the playhead is to go, and how it travels. */
export function GoForm(): ReactNode {
  const bench = useBench();
  const { scene } = useStudy();
  const { duration, curve } = useBenchState((state) => state.travel);
  const [typed, setTyped] = useState("");
  const go = () => {
    const { frameRate } = scene;
    const read = readTypedTime(typed, { unit: "ms", frameRate, from: bench.clock.time });
    if (read.ok) bench.travelTo(read.value);
    else
      say(`Time to go to: ${read.faults[0]?.message} ${read.faults[0]?.cure}`, { tone: "fault" });
  };
  const set = (travel: { duration: number; curve: typeof curve }) =>
    bench.store.setState({ travel });
  return (
    <>
      <h2 className="font-semibold">Go there</h2>
      <p className="text-[12px] leading-snug text-muted">
        The playhead travels from where it is, and can be sent elsewhere on its way.
      </p>
      <div className="flex flex-wrap gap-1">
        <Button size="tiny" onClick={() => bench.travelTo(0)}>
          Start
        </Button>
        {shownMarkers(bench.motion).map(({ id, name, time }) => (
          <Button key={id} size="tiny" onClick={() => bench.travelTo(time)}>
            {name}
          </Button>
        ))}
        <Button size="tiny" onClick={() => bench.travelTo(bench.motion.duration)}>
          End
        </Button>
      </div>
      <div className="flex items-center gap-1.5">
        <input
          aria-label="Time to go to"
          placeholder="a time, such as 1.2 s"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Enter") go();
          }}
          className="h-6 min-w-0 flex-1 rounded-md border border-edge/40 bg-paper px-1.5 font-mono text-[11.5px] focus:border-spruce"
        />
        <Button size="tiny" onClick={go}>
          Go
        </Button>
      </div>
      <NumberField
        label="Duration"
        value={duration}
        min={0}
        max={60_000}
        step={50}
        unit="ms"
        onChange={(next) => set({ duration: next, curve })}
      />
      <CurveChoice label="Curve" curve={curve} change={(next) => set({ duration, curve: next })} />
    </>
  );
}
