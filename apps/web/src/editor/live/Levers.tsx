import { addFollower, deleteLever, keepLever } from "@levitas/core/edit";
import {
  CHANNELS,
  type ChannelId,
  followsLever,
  type Lever,
  type LeverSource,
  NO_LIVE,
  restValue,
  type Study,
} from "@levitas/core/study";
import { nanoid } from "nanoid";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { leverUnit } from "../words/leverUnit.ts";
import { KeyField } from "./KeyField.tsx";
import { useLive, useLiveState } from "./LiveContext.ts";
import { LEVER_WORDS, LiveWords } from "./words.ts";

const FollowerForm = lazy(async () => ({
  default: (await import("../followers/FollowerForm.tsx")).FollowerForm,
}));

const FOLLOWING = CHANNELS.filter(({ kind }) => kind === "number" || kind === "angle");

/** Where a lever of a kind comes from, and its range, in a study. */
function sourceOf(kind: LeverSource["kind"], { figures, scene }: Study) {
  const figure = figures.at(-1)?.id ?? "";
  switch (kind) {
    case "pointer-x":
      return { of: { kind, figure: null }, range: [0, scene.width] as const };
    case "pointer-y":
      return { of: { kind, figure: null }, range: [0, scene.height] as const };
    case "distance":
      return { of: { kind, figure }, range: [0, Math.round(scene.width / 2)] as const };
    case "angle":
      return { of: { kind, figure }, range: [-180, 180] as const, initial: 0 };
    case "key":
      return { of: { kind, key: "a" }, range: [0, 1] as const };
    default:
      return { of: { kind }, range: [0, 1] as const };
  }
}

/** The levers as chips, and the way to add one. */
export function Levers(): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const { levers } = study.live ?? NO_LIVE;
  return (
    <section aria-label="Levers" className="flex flex-wrap items-center gap-1.5">
      <h3 className="text-[13px] font-semibold">Levers</h3>
      {levers.map((lever) => (
        <LeverChip key={lever.id} lever={lever} />
      ))}
      <Menu
        align="end"
        items={(Object.keys(LEVER_WORDS) as LeverSource["kind"][]).map((kind) => ({
          text: LEVER_WORDS[kind],
          onSelect: () => {
            const id = nanoid();
            bench.perform(keepLever, {
              ...{ id, name: LEVER_WORDS[kind], ...sourceOf(kind, study), lag: 80 },
            } as Lever);
            session.store.setState({ lever: id });
          },
        }))}
      >
        <Button size="tiny" className="rounded-full" aria-label="Add a lever">
          +
        </Button>
      </Menu>
    </section>
  );
}

function LeverChip({ lever }: { lever: Lever }): ReactNode {
  const session = useLive();
  const open = useLiveState((state) => state.lever) === lever.id;
  return (
    <Panel
      name={`Lever ${lever.name}`}
      className="max-h-[70vh] w-72 overflow-y-auto p-3"
      place={{ align: "end" }}
      stays
      open={open}
      onOpenChange={(next) => session.store.setState({ lever: next ? lever.id : null })}
      trigger={
        <button
          type="button"
          className={`rounded-full border px-2.5 py-0.5 text-[12px] ${open ? "border-spruce bg-spruce-pale text-spruce" : "border-edge/50 bg-raised hover:border-spruce"}`}
        >
          {lever.name}
        </button>
      }
    >
      <LeverForm lever={lever} />
    </Panel>
  );
}

function LeverForm({ lever }: { lever: Lever }): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const words = new LiveWords(study);
  const { of, range } = lever;
  const unit = leverUnit(lever);
  const set = (more: Partial<Lever>) => bench.perform(keepLever, { ...lever, ...more });
  const following = study.followers.filter(
    ({ source }) => followsLever(source) && source.lever === lever.id,
  );
  const way = lever.spring ? "spring" : lever.lag ? "lag" : "none";
  return (
    <div className="flex flex-col gap-2 text-[12.5px]">
      <label className="flex items-center justify-between gap-2">
        Name
        <TextField
          value={lever.name}
          needed
          take={(name) => set({ name })}
          className="h-7 w-40 rounded-md border border-edge/40 bg-paper px-1.5 focus:border-spruce"
        />
      </label>
      <p className="text-muted">{LEVER_WORDS[of.kind]}</p>
      {"figure" in of ? (
        <Choice
          label="Where it is measured"
          text={words.figure(of.figure)}
          items={[
            ...(of.kind === "pointer-x" || of.kind === "pointer-y"
              ? [
                  {
                    ...{ text: "over the scene", chosen: of.figure === null },
                    onSelect: () => set({ of: { ...of, figure: null } }),
                  },
                ]
              : []),
            ...study.figures.map(({ id, name }) => ({
              ...{ text: name, chosen: id === of.figure },
              onSelect: () => set({ of: { ...of, figure: id } }),
            })),
          ]}
        />
      ) : null}
      {of.kind === "key" ? (
        <KeyField label="Key" value={of.key} change={(key) => set({ of: { ...of, key } })} />
      ) : null}
      {(["from", "to"] as const).map((label, i) => (
        <NumberField
          key={label}
          label={label}
          value={range[i] as number}
          min={-100_000}
          max={100_000}
          step={1}
          whole={false}
          unit={unit}
          onChange={(value) => {
            const next = i === 0 ? ([value, range[1]] as const) : ([range[0], value] as const);
            if (next[0] < next[1]) set({ range: next });
          }}
        />
      ))}
      <Choice
        label="How it follows"
        text={
          { none: "follows at once", lag: "follows with a lag", spring: "follows by a spring" }[way]
        }
        items={[
          {
            ...{ text: "at once", chosen: way === "none" },
            onSelect: () => {
              const { lag: _, spring: __, ...rest } = lever;
              bench.perform(keepLever, rest);
            },
          },
          {
            ...{ text: "with a lag", chosen: way === "lag" },
            onSelect: () => {
              const { spring: _, ...rest } = lever;
              bench.perform(keepLever, { ...rest, lag: 90 });
            },
          },
          {
            ...{ text: "by a spring", chosen: way === "spring" },
            onSelect: () => {
              const { lag: _, ...rest } = lever;
              bench.perform(keepLever, {
                ...rest,
                spring: { kind: "spring-feel", overshoot: 0.1, settle: 500 },
              });
            },
          },
        ]}
      />
      {way === "lag" ? (
        <NumberField
          label="Lag"
          value={lever.lag ?? 0}
          min={1}
          max={60_000}
          step={10}
          unit="ms"
          onChange={(lag) => set({ lag })}
        />
      ) : null}
      {lever.spring?.kind === "spring-feel" ? (
        <NumberField
          label="Settles"
          value={lever.spring.settle}
          min={10}
          max={10_000}
          step={10}
          unit="ms"
          onChange={(settle) =>
            lever.spring?.kind === "spring-feel" && set({ spring: { ...lever.spring, settle } })
          }
        />
      ) : null}
      <hr className="border-rule" />
      {following.map((follower) => (
        <Suspense key={follower.id} fallback={null}>
          <FollowerForm follower={follower} close={() => session.store.setState({ lever: null })} />
        </Suspense>
      ))}
      <NewFollower lever={lever} />
      <Button
        size="tiny"
        look="quiet"
        className="text-fault"
        onClick={() => {
          session.store.setState({ lever: null });
          bench.perform(deleteLever, { id: lever.id });
        }}
      >
        Delete the lever
      </Button>
    </div>
  );
}

/** A channel that is to follow a lever. */
function NewFollower({ lever }: { lever: Lever }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const words = new LiveWords(study);
  const [figure, setFigure] = useState(study.figures.at(-1)?.id ?? "");
  const own = study.figures.find(({ id }) => id === figure);
  return (
    <div className="flex items-center gap-1.5">
      <Choice
        label="Figure that follows"
        text={words.figure(figure)}
        items={study.figures.map(({ id, name }) => ({
          ...{ text: name, chosen: id === figure },
          onSelect: () => setFigure(id),
        }))}
      />
      <Choice
        label="Channel that follows"
        text="+ follows"
        items={FOLLOWING.map(({ id, label, unit }) => ({
          text: label,
          onSelect: () => {
            if (!own) return;
            const still = Number(restValue(own, id));
            const way = unit === "px" ? 60 : unit === "°" ? 20 : 0.5;
            bench.perform(addFollower, {
              ...{ id: nanoid(), figure, channel: id as ChannelId },
              ...{ source: { lever: lever.id }, of: "value" as const },
              ...{ from: lever.range, to: [still, still + way] as const, clamp: true },
            });
          },
        }))}
      />
    </div>
  );
}
