import { setItems } from "@levitas/core/edit";
import {
  type Cue,
  type Freeze,
  type Group,
  type SequenceItem,
  type Shake,
  SOUNDS,
  type Tween,
} from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { CurveChoice } from "../span/CurveChoice.tsx";
import { StaggerForm } from "./StaggerForm.tsx";

type Fields = Parameters<typeof setItems>[1]["set"];

/** What is particular to a kind of item. */
export function DetailsForm({ item }: { item: SequenceItem }): ReactNode {
  const bench = useBench();
  const set = (fields: Fields) => bench.perform(setItems, { ids: [item.id], set: fields });
  switch (item.type) {
    case "tween":
      return <StaggerForm tween={item as Tween} />;
    case "group":
      return (
        <NumberField
          label="Playback rate"
          value={(item as Group).rate ?? 1}
          min={0.01}
          max={100}
          step={0.1}
          whole={false}
          onChange={(rate) => set({ rate })}
        />
      );
    case "cue":
      return <CueFields cue={item as Cue} set={set} />;
    case "freeze":
      return <FreezeFields freeze={item as Freeze} set={set} />;
    case "shake":
      return <ShakeFields shake={item as Shake} set={set} />;
  }
}

function CueFields({ cue, set }: { cue: Cue; set: (fields: Fields) => void }): ReactNode {
  const bench = useBench();
  return (
    <>
      <div className="grid grid-cols-3 gap-1">
        {[...SOUNDS, { id: undefined, label: "Event only" }].map(({ id, label }) => (
          <Button
            key={label}
            size="tiny"
            aria-pressed={cue.sound === id}
            className={cue.sound === id ? "border-spruce text-spruce" : ""}
            onClick={() => {
              set({ sound: id });
              bench.sound.wake();
              bench.sound.play({ ...(id ? { sound: id } : {}), volume: cue.volume ?? 1 });
            }}
          >
            {label}
          </Button>
        ))}
      </div>
      <NumberField
        label="Volume"
        value={Math.round((cue.volume ?? 1) * 100)}
        min={0}
        max={100}
        step={5}
        unit="%"
        onChange={(volume) => set({ volume: volume / 100 })}
      />
      <p className="text-[12px] leading-snug text-muted">
        It happens once in every pass of what it is tethered to, and leaves with the hand-off.
      </p>
    </>
  );
}

function FreezeFields({
  freeze,
  set,
}: {
  freeze: Freeze;
  set: (fields: Fields) => void;
}): ReactNode {
  return (
    <>
      <NumberField
        label="Stops for"
        value={freeze.frames}
        min={0}
        max={10_000}
        unit="frames"
        onChange={(frames) => set({ frames })}
      />
      <Tick
        label="Later things move back by as much"
        on={freeze.push !== false}
        change={(on) => set({ push: on ? undefined : false })}
      />
      <FigureChoice
        chosen={freeze.figures}
        all="All figures stop"
        change={(figures) => set({ figures })}
      />
    </>
  );
}

function ShakeFields({ shake, set }: { shake: Shake; set: (fields: Fields) => void }): ReactNode {
  const number = (
    label: string,
    value: number,
    unit: string,
    limits: { min: number; max: number; step?: number; whole?: boolean },
    change: (value: number) => void,
  ) => <NumberField label={label} value={value} unit={unit} {...limits} onChange={change} />;
  return (
    <>
      {number("Lasts", shake.duration, "ms", { min: 0, max: 60_000, step: 50 }, (duration) =>
        set({ duration }),
      )}
      {number("Frequency", shake.frequency, "Hz", { min: 0, max: 60 }, (frequency) =>
        set({ frequency }),
      )}
      {number("Sideways", shake.amplitude, "px", { min: 0, max: 2000, whole: false }, (amplitude) =>
        set({ amplitude }),
      )}
      {number(
        "Turning",
        shake.turn ?? 0,
        "°",
        { min: 0, max: 180, step: 0.5, whole: false },
        (turn) => set({ turn }),
      )}
      {number(
        "Calm share",
        Math.round((shake.calm ?? 0) * 100),
        "%",
        { min: 0, max: 100, step: 5 },
        (calm) => set({ calm: calm / 100 }),
      )}
      {number("Seed", shake.seed, "", { min: 0, max: 1_000_000 }, (seed) => set({ seed }))}
      <CurveChoice label="Fades" curve={shake.fade} change={(fade) => set({ fade })} />
      <FigureChoice
        chosen={shake.figures}
        all="The whole scene shakes"
        change={(figures) => set({ figures })}
      />
      <p className="text-[12px] leading-snug text-muted">
        The calm share is what is left for people who prefer reduced motion.
      </p>
    </>
  );
}

/** All figures, or some of them. */
function FigureChoice({
  chosen,
  all,
  change,
}: {
  chosen: readonly string[] | undefined;
  all: string;
  change: (figures: readonly string[] | undefined) => void;
}): ReactNode {
  const { figures } = useStudy();
  return (
    <>
      <Tick label={all} on={chosen === undefined} change={(on) => change(on ? undefined : [])} />
      {chosen ? (
        <div className="flex max-h-36 flex-col gap-0.5 overflow-y-auto rounded-md bg-sunk p-1.5">
          {figures.map(({ id, name }) => (
            <Tick
              key={id}
              label={name}
              on={chosen.includes(id)}
              change={(on) => change(on ? [...chosen, id] : chosen.filter((one) => one !== id))}
            />
          ))}
        </div>
      ) : null}
    </>
  );
}
