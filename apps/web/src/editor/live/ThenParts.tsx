import {
  type Action,
  CHANNELS,
  type ChannelId,
  channelOf,
  eachItem,
  REST_POSE,
} from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import type { MenuItem } from "../../ui/Menu.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { useStudy } from "../session/BenchContext.ts";
import type { LiveWords } from "./words.ts";

const NUMBERS = CHANNELS.filter(({ kind }) => kind === "number" || kind === "angle");

/** What has to be said of what a response does: which pose, which figure, how much. */
export function ThenParts({
  then,
  change,
  words,
  poseItems,
}: {
  then: Action;
  change: (then: Action) => void;
  words: LiveWords;
  poseItems: (chosen: string | undefined, take: (id: string) => void) => MenuItem[];
}): ReactNode {
  const study = useStudy();
  const figureItems = (chosen: string, take: (id: string) => void) =>
    study.figures.map(({ id, name }) => ({
      ...{ text: name, chosen: id === chosen },
      onSelect: () => take(id),
    }));
  const markerItems = (chosen: string | undefined, take: (id: string) => void) =>
    study.markers.map(({ id, name }) => ({
      ...{ text: name, chosen: id === chosen },
      onSelect: () => take(id),
    }));
  switch (then.do) {
    case "pose":
    case "set":
      return (
        <Choice
          label="Which pose"
          text={words.pose(then.pose)}
          items={poseItems(then.pose, (pose) => change({ ...then, pose }))}
        />
      );
    case "next":
      return (
        <>
          {then.poses.map((pose, i) => (
            <Choice
              key={i}
              label={`Pose ${i + 1}`}
              text={words.pose(pose)}
              items={[
                ...poseItems(pose, (next) =>
                  change({ ...then, poses: then.poses.map((each, k) => (k === i ? next : each)) }),
                ),
                ...(then.poses.length > 1
                  ? [
                      {
                        text: "Leave out",
                        onSelect: () =>
                          change({ ...then, poses: then.poses.filter((_, k) => k !== i) }),
                      },
                    ]
                  : []),
              ]}
            />
          ))}
          <Button
            size="tiny"
            look="quiet"
            onClick={() => change({ ...then, poses: [...then.poses, REST_POSE] })}
          >
            + pose
          </Button>
        </>
      );
    case "aim":
      return (
        <>
          <Choice
            label="Which figure"
            text={words.figure(then.figure)}
            items={figureItems(then.figure, (figure) => change({ ...then, figure }))}
          />
          <Choice
            label="How it aims"
            text={then.channels.includes("rotate") ? "turns to it" : then.channels.join(" and ")}
            items={[
              ...([["rotate"], ["x", "y"], ["x"], ["y"]] as const).map((channels) => ({
                text: channels[0] === "rotate" ? "turns to it" : channels.join(" and "),
                chosen: channels.join() === then.channels.join(),
                onSelect: () => change({ ...then, channels }),
              })),
            ]}
          />
        </>
      );
    case "by": {
      const channel = channelOf(then.channel);
      return (
        <>
          <Choice
            label="Which figure"
            text={words.figure(then.figure)}
            items={figureItems(then.figure, (figure) => change({ ...then, figure }))}
          />
          <Choice
            label="Which channel"
            text={channel.label}
            items={NUMBERS.map(({ id, label }) => ({
              text: label,
              chosen: id === then.channel,
              onSelect: () => change({ ...then, channel: id as ChannelId }),
            }))}
          />
          <NumberField
            label="by"
            value={then.amount}
            min={-100_000}
            max={100_000}
            step={channel.drag || 1}
            whole={false}
            unit={channel.unit}
            onChange={(amount) => change({ ...then, amount })}
          />
        </>
      );
    }
    case "seek":
      return (
        <Choice
          label="Which marker"
          text={words.marker(then.marker)}
          items={markerItems(then.marker, (marker) => change({ ...then, marker }))}
        />
      );
    case "play": {
      const items = [...eachItem(study.sequence)].filter(
        ({ type }) => type === "tween" || type === "group",
      );
      const without = (field: "item" | "from" | "to") => {
        const { [field]: _, ...rest } = then;
        return rest as Action;
      };
      return (
        <>
          <Choice
            label="What is played"
            text={items.find(({ id }) => id === then.item)?.name ?? "the sequence"}
            items={[
              {
                text: "the sequence",
                chosen: then.item === undefined,
                onSelect: () => change(without("item")),
              },
              ...items.map(({ id, name }) => ({
                text: name,
                chosen: id === then.item,
                onSelect: () => change({ ...then, item: id }),
              })),
            ]}
          />
          <Choice
            label="Direction"
            text={then.direction}
            items={(["forwards", "backwards", "turns"] as const).map((direction) => ({
              text: direction === "turns" ? "turns, back when asked again" : direction,
              chosen: direction === then.direction,
              onSelect: () => change({ ...then, direction }),
            }))}
          />
          {study.markers.length > 0
            ? (["from", "to"] as const).map((end) => (
                <Choice
                  key={end}
                  label={end === "from" ? "From where" : "To where"}
                  text={
                    then[end] === undefined
                      ? end === "from"
                        ? "from its start"
                        : "to its end"
                      : `${end} ${words.marker(then[end])}`
                  }
                  items={[
                    {
                      text: end === "from" ? "from its start" : "to its end",
                      chosen: then[end] === undefined,
                      onSelect: () => change(without(end)),
                    },
                    ...markerItems(then[end], (marker) => change({ ...then, [end]: marker })),
                  ]}
                />
              ))
            : null}
        </>
      );
    }
  }
}
