import { deleteFollower, followerLoop, rangeOf, setFollower } from "@levitas/core/edit";
import {
  CHANNELS,
  type ChannelId,
  channelOf,
  eachTween,
  type Follower,
  findLever,
  followsLever,
  type Study,
} from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { CurveChoice } from "../span/CurveChoice.tsx";
import { leverUnit } from "../words/leverUnit.ts";
import { acceptFollower, draftFollower, followingRange } from "./draftFollower.ts";
import { dropFollower } from "./dropFollower.ts";
import { FollowerMap } from "./FollowerMap.tsx";

const FOLLOWED = CHANNELS.filter(({ kind }) => kind === "number" || kind === "angle");

type Fields = Partial<Omit<Follower, "id">>;

/** A follower of the study: what it follows and how, and the way to end it. */
export function FollowerForm({
  follower,
  close,
}: {
  follower: Follower;
  close: () => void;
}): ReactNode {
  const bench = useBench();
  return (
    <>
      <FollowerFields
        follower={follower}
        change={(fields) => bench.perform(setFollower, { id: follower.id, set: fields })}
      />
      <Button
        size="tiny"
        onClick={() => {
          close();
          bench.perform(deleteFollower, { id: follower.id });
        }}
      >
        Stop following
      </Button>
    </>
  );
}

/** A follower that is being made. The scene shows it already; the study gets it when it is accepted. */
export function FollowerDraft({ follower }: { follower: Follower }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const replaced = bench.study.sequence.length > 0 && drives(study, follower);
  const figure = study.figures.find(({ id }) => id === follower.figure)?.name ?? "";
  return (
    <>
      <div className="flex items-center justify-between gap-2">
        <span className="min-w-0 truncate">Of {figure} follows</span>
        <Choice
          label="Channel that follows"
          text={channelOf(follower.channel).label}
          items={FOLLOWED.map(({ id, label }) => ({
            ...{ text: label, chosen: id === follower.channel },
            onSelect: () => {
              const to = followingRange(bench, follower.figure, id);
              draftFollower(bench, { ...follower, channel: id, to });
            },
          }))}
        />
      </div>
      <FollowerFields
        follower={follower}
        change={(fields) => draftFollower(bench, { ...follower, ...fields })}
      />
      {replaced ? (
        <p className="text-[12px] leading-snug text-muted">
          The keys of {channelOf(follower.channel).label} are kept, and show again when it stops
          following.
        </p>
      ) : null}
      <div className="flex justify-end gap-1.5">
        <Button size="small" onClick={() => dropFollower(bench)}>
          Cancel
        </Button>
        <Button size="small" look="main" onClick={() => acceptFollower(bench)}>
          Follow
        </Button>
      </div>
    </>
  );
}

/** Whether a tween drives the channel that is to follow. */
function drives(study: Study, { figure, channel }: Follower): boolean {
  for (const { figures, tracks } of eachTween(study.sequence))
    if (figures.includes(figure) && tracks.some((track) => track.channel === channel)) return true;
  return false;
}

/** What a channel follows, and how: ranges, curve, clamp and lag, with the map as a small plot. */
function FollowerFields({
  follower,
  change,
}: {
  follower: Follower;
  change: (fields: Fields) => void;
}): ReactNode {
  const study = useStudy();
  const set = (fields: Fields) => {
    const loop = followerLoop(study, { ...follower, ...fields });
    if (loop.length > 0)
      say(`That would follow itself in a circle: ${loop.join(" → ")}.`, { tone: "fault" });
    else change(fields);
  };
  /** A new source brings its own range. */
  const follow = (source: Follower["source"], of = follower.of) =>
    set({ source, of, from: rangeOf(study, source, of) });
  const figureName = (id: string) => study.figures.find((each) => each.id === id)?.name ?? id;
  const own = channelOf(follower.channel);
  const { source } = follower;
  const lever = followsLever(source) ? findLever(study, source.lever) : undefined;
  const theirs = followsLever(source) ? undefined : channelOf(source.channel);
  const unit = theirs?.unit ?? (lever ? leverUnit(lever) : "");
  const pair = (name: "from" | "to", labels: readonly [string, string], unit: string): ReactNode =>
    labels.map((label, i) => (
      <NumberField
        key={label}
        label={label}
        value={follower[name][i] as number}
        min={-1_000_000}
        max={1_000_000}
        step={own.drag || 1}
        whole={false}
        unit={unit}
        onChange={(value) =>
          set({ [name]: i === 0 ? [value, follower[name][1]] : [follower[name][0], value] })
        }
      />
    ));
  return (
    <>
      <h2 className="font-semibold">
        {figureName(follower.figure)} {own.label} follows
      </h2>
      <div className="flex gap-1.5">
        <Choice
          label="What it follows: a figure or a lever"
          text={followsLever(source) ? (lever?.name ?? "a lever") : figureName(source.figure)}
          items={[
            ...study.figures.map(({ id, name }) => ({
              text: name,
              onSelect: () => follow({ figure: id, channel: theirs?.id ?? "x" }),
            })),
            ...(study.live?.levers ?? []).map(({ id, name }) => ({
              text: name,
              hint: "lever",
              onSelect: () => follow({ lever: id }),
            })),
          ]}
        />
        {theirs && !followsLever(source) ? (
          <Choice
            label="The channel it follows"
            text={theirs.label}
            items={FOLLOWED.map(({ id, label }) => ({
              text: label,
              onSelect: () => follow({ figure: source.figure, channel: id as ChannelId }),
            }))}
          />
        ) : null}
      </div>
      <Segmented
        label="What it follows"
        value={follower.of}
        options={[
          { value: "value", text: "Its value" },
          { value: "speed", text: "Its speed" },
        ]}
        onChange={(of) => follow(follower.source, of)}
      />
      <FollowerMap follower={follower} />
      {pair("from", ["Input from", "Input to"], follower.of === "speed" ? `${unit}/s` : unit)}
      {pair("to", ["Output from", "Output to"], own.unit)}
      <CurveChoice label="Along" curve={follower.curve} change={(curve) => set({ curve })} />
      <Tick
        label="Clamp to these ranges"
        on={follower.clamp === true}
        change={(clamp) => set({ clamp })}
      />
      <NumberField
        label="Lag"
        value={follower.lag ?? 0}
        min={0}
        max={60_000}
        step={10}
        unit="ms"
        onChange={(lag) => set({ lag })}
      />
    </>
  );
}
