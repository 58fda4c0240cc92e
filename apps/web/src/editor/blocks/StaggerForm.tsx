import { setItems, setTweenMode } from "@levitas/core/edit";
import { channelOf, type Front, type Stagger, type Tween } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { CurveChoice } from "../span/CurveChoice.tsx";

type Order = "together" | Stagger["order"];
const ORDERS = [
  { value: "together", text: "Together" },
  { value: "list", text: "In list order" },
  { value: "shuffle", text: "Shuffled" },
  { value: "front", text: "By a front" },
] as const satisfies readonly { value: Order; text: string }[];

/** Which figures a tween moves, and how they start one after the other. */
export function StaggerForm({ tween }: { tween: Tween }): ReactNode {
  const bench = useBench();
  const { figures, scene } = useStudy();
  const set = (fields: Parameters<typeof setItems>[1]["set"]) =>
    bench.perform(setItems, { ids: [tween.id], set: fields });
  // Those it moves first: the list may be long.
  const moves = new Set(tween.figures);
  const listed = [
    ...figures.filter(({ id }) => moves.has(id)),
    ...figures.filter(({ id }) => !moves.has(id)),
  ];
  const { stagger } = tween;
  const order: Order = stagger?.order ?? "together";
  const front: Front = stagger?.front ?? {
    shape: "line",
    x: Math.round(scene.width * 0.1),
    y: Math.round(scene.height / 2),
    angle: 0,
    time: 600,
  };
  const choose = (next: Order) => {
    if (next === "together") set({ stagger: undefined });
    else
      set({
        stagger: {
          gap: stagger?.gap ?? 90,
          ...(next === "shuffle" ? { seed: stagger?.seed ?? 1 } : {}),
          order: next,
          ...(next === "front" ? { front } : {}),
        },
      });
  };
  const setFront = (next: Front) => stagger && set({ stagger: { ...stagger, front: next } });
  const added = tween.tracks.every(
    ({ channel, mode }) => mode === "relative" || channelOf(channel).kind !== "number",
  );
  return (
    <>
      <h3 className="text-[12.5px] font-medium">Figures</h3>
      <div className="flex max-h-40 flex-col gap-0.5 overflow-y-auto rounded-md bg-sunk p-1.5">
        {listed.map(({ id, name }) => (
          <Tick
            key={id}
            label={name}
            on={tween.figures.includes(id)}
            change={(on) => {
              const next = on
                ? figures.filter((each) => each.id === id || tween.figures.includes(each.id))
                : figures.filter((each) => each.id !== id && tween.figures.includes(each.id));
              if (next.length > 0) set({ figures: next.map((each) => each.id) });
            }}
          />
        ))}
      </div>
      <Tick
        label="Values are added to what each has"
        on={added}
        change={(on) =>
          bench.perform(setTweenMode, { tweenId: tween.id, mode: on ? "relative" : "absolute" })
        }
      />
      <h3 className="text-[12.5px] font-medium">One after the other</h3>
      <Segmented label="Stagger" value={order} options={ORDERS} onChange={choose} />
      {stagger && order !== "front" ? (
        <NumberField
          label="From one to the next"
          value={stagger.gap}
          min={-60_000}
          max={60_000}
          step={10}
          whole={false}
          unit="ms"
          onChange={(gap) => set({ stagger: { ...stagger, gap } })}
        />
      ) : null}
      {stagger && order === "shuffle" ? (
        <NumberField
          label="Seed"
          value={stagger.seed ?? 1}
          min={0}
          max={1_000_000}
          onChange={(seed) => set({ stagger: { ...stagger, seed } })}
        />
      ) : null}
      {stagger?.order === "front" ? <FrontFields front={front} replace={setFront} /> : null}
    </>
  );
}

const SHAPES = [
  { value: "line", text: "Line" },
  { value: "spread", text: "Circle, spreading" },
  { value: "close", text: "Circle, closing in" },
] as const;

function FrontFields({
  front,
  replace,
}: {
  front: Front;
  replace: (front: Front) => void;
}): ReactNode {
  const change = (part: Partial<Front>) => replace({ ...front, ...part });
  const shape = front.shape === "line" ? "line" : front.closing ? "close" : "spread";
  const timed = front.time !== undefined;
  /** A front has either a speed or a time. */
  const swap = (to: "speed" | "time") => {
    const { speed, time, ...rest } = front;
    replace({ ...rest, [to]: 600 });
  };
  return (
    <>
      <Segmented
        label="Shape of the front"
        value={shape}
        options={SHAPES}
        onChange={(next) =>
          change({
            shape: next === "line" ? "line" : "circle",
            closing: next === "close",
          })
        }
      />
      {front.shape === "line" ? (
        <NumberField
          label="Travels towards"
          value={front.angle ?? 0}
          min={-360}
          max={360}
          step={5}
          unit="°"
          onChange={(angle) => change({ angle })}
        />
      ) : null}
      {timed ? (
        <NumberField
          label="Whole way"
          value={front.time ?? 0}
          min={0}
          max={600_000}
          step={20}
          unit="ms"
          onChange={(time) => change({ time })}
        />
      ) : (
        <NumberField
          label="Speed"
          value={front.speed ?? 600}
          min={1}
          max={100_000}
          step={20}
          unit="px/s"
          onChange={(speed) => change({ speed })}
        />
      )}
      <Button size="tiny" onClick={() => swap(timed ? "speed" : "time")}>
        {timed ? "Give it a speed instead" : "Give it a total time instead"}
      </Button>
      <CurveChoice label="Its pace" curve={front.curve} change={(curve) => change({ curve })} />
      <p className="text-[12px] leading-snug text-muted">
        Drag the front on the scene: its middle moves it, its arrow turns it.
      </p>
    </>
  );
}
