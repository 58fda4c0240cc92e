import { type ReactNode, useEffect, useMemo, useState } from "react";
import { useStore } from "zustand";
import { Clock } from "../../clock/clock.ts";
import { useClockSettings, usePlaying } from "../../clock/useClock.ts";
import { Button, IconButton } from "../../ui/Button.tsx";
import { PauseIcon, PlayIcon } from "../../ui/icons.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { REST } from "../cycle.ts";
import { DurationField } from "../DurationField.tsx";
import type { Entry } from "../entries.ts";
import { GraphView } from "./GraphView.tsx";
import { clearLineup, lineup } from "./lineup.ts";
import { RacerEditor } from "./RacerEditor.tsx";
import { RaceView } from "./RaceView.tsx";
import { ReadingsTable } from "./ReadingsTable.tsx";

const VIEWS = [
  { value: "race", text: "Race" },
  { value: "graphs", text: "Graphs" },
  { value: "readings", text: "Readings" },
] as const;
type View = (typeof VIEWS)[number]["value"];

const RATES = [
  { value: "1", text: "×1" },
  { value: "0.5", text: "×½" },
  { value: "0.25", text: "×¼" },
  { value: "0.1", text: "×⅒" },
] as const;

/** The curves that race, as a race, as graphs or in numbers. */
export function OpenLineup({ entries }: { entries: readonly Entry[] }): ReactNode {
  const racers = useStore(lineup, (state) => state.racers);
  const duration = useStore(lineup, (state) => state.duration);
  const [view, setView] = useState<View>("race");
  const [onion, setOnion] = useState(false);
  const [editing, setEditing] = useState<number | null>(null);
  const clock = useMemo(() => new Clock(), []);
  useEffect(() => {
    // It plays by itself unless a person prefers stillness.
    if (!matchMedia("(prefers-reduced-motion: reduce)").matches) clock.play();
    return () => clock.dispose();
  }, [clock]);
  useEffect(() => clock.setDuration(duration + REST), [clock, duration]);
  const playing = usePlaying(clock);
  const { rate } = useClockSettings(clock);
  const edited = editing !== null && editing < racers.length ? editing : null;
  return (
    <section
      aria-label="Lineup"
      className="flex max-h-[46%] shrink-0 flex-col border-t border-rule bg-raised"
    >
      <div className="flex h-11 shrink-0 items-center gap-2 px-4">
        <h2 className="font-semibold">Lineup</h2>
        <span className="mr-auto truncate text-muted">
          {racers.length === 1
            ? "one curve so far"
            : `${COUNTS[racers.length]} curves, one start, one duration`}
        </span>
        <Segmented label="View of the lineup" value={view} options={VIEWS} onChange={setView} />
        <Button
          size="small"
          aria-pressed={onion}
          onClick={() => setOnion(!onion)}
          className={onion ? "border-spruce bg-spruce-pale text-spruce" : ""}
        >
          Onion skin
        </Button>
        <DurationField
          label="Duration of the lineup"
          value={duration}
          onChange={(next) => lineup.setState({ duration: next })}
        />
        <Segmented
          label="Playback rate"
          value={String(rate) as (typeof RATES)[number]["value"]}
          options={RATES}
          onChange={(next) => clock.change({ rate: Number(next) })}
        />
        <Button size="small" onClick={() => clearLineup()}>
          Clear
        </Button>
        <IconButton
          label={playing ? "Pause the lineup" : "Play the lineup"}
          onClick={() => clock.toggle()}
        >
          {playing ? <PauseIcon /> : <PlayIcon />}
        </IconButton>
      </div>
      <div className="flex min-h-0 flex-1">
        <div className="min-w-0 flex-1 overflow-y-auto px-4 pb-3">
          {view === "race" ? (
            <RaceView
              racers={racers}
              duration={duration}
              clock={clock}
              onion={onion}
              entries={entries}
              editing={edited}
              onEdit={(index) => setEditing(edited === index ? null : index)}
            />
          ) : view === "graphs" ? (
            <GraphView racers={racers} duration={duration} clock={clock} />
          ) : (
            <ReadingsTable racers={racers} duration={duration} />
          )}
        </div>
        {edited === null ? null : (
          <RacerEditor key={edited} index={edited} clock={clock} onClose={() => setEditing(null)} />
        )}
      </div>
    </section>
  );
}

const COUNTS = ["no", "one", "two", "three", "four", "five", "six"];
