import {
  type Action,
  CHANNELS,
  type ChannelId,
  channelOf,
  eachItem,
  type LiveField,
  type LiveFieldKind,
  liveFieldsOf,
  NO_LIVE,
  REST_POSE,
  type Trigger,
} from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import type { MenuItem } from "../../ui/Menu.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useStudy } from "../session/BenchContext.ts";
import { KeyField } from "./KeyField.tsx";
import type { LiveWords } from "./words.ts";

/** What the fields of triggers and actions are called, by their names. */
const LABELS: Readonly<Record<string, string>> = {
  ...{ figure: "Which figure", pose: "Which pose", marker: "Which marker", item: "What is played" },
  ...{ lever: "Which lever", response: "Which answer", cue: "Name of the cue", key: "Key" },
  ...{ channel: "Which channel", channels: "How it aims", amount: "by", past: "value" },
  ...{ time: "for", jitter: "give or take", direction: "Direction", from: "From where" },
  ...{ to: "To where" },
};
/** What a field that may be absent says then. */
const ABSENT: Readonly<Record<string, string>> = {
  ...{ item: "the sequence", from: "from its start", to: "to its end" },
};
/** Fields that nobody has to see: what they are is as good as anything else. */
const HIDDEN: ReadonlySet<string> = new Set(["seed"]);

const NUMBERS = CHANNELS.filter(({ kind }) => kind === "number" || kind === "angle");
const AIMS = [["rotate"], ["x", "y"], ["x"], ["y"]] as const;
const aimWords = (channels: readonly string[]) =>
  channels.includes("rotate") ? "turns to it" : channels.join(" and ");
const DIRECTIONS = { forwards: "forwards", backwards: "backwards", turns: "turns" } as const;
const DIRECTION_WORDS = { ...DIRECTIONS, turns: "turns, back when asked again" } as const;

/** More often than this nothing is seen between, ms. */
const SHORTEST_EVERY = 10;

type Part = Trigger | Action;
type Values = Readonly<Record<string, unknown>>;

/** What has to be said of a trigger or an action: on what, which pose, how much. */
export function LiveFields<T extends Part>({
  part,
  change,
  words,
}: {
  part: T;
  change: (part: T) => void;
  words: LiveWords;
}): ReactNode {
  return liveFieldsOf(part).map((field) =>
    HIDDEN.has(field.name) ? null : (
      <FieldOf
        key={field.name}
        field={field}
        part={part as unknown as Values}
        set={(value) => {
          const { [field.name]: _, ...rest } = part as unknown as Values;
          const next = value === undefined ? rest : { ...part, [field.name]: value };
          change(next as unknown as T);
        }}
        words={words}
      />
    ),
  );
}

/** Something that is chosen by its name. */
interface Offer {
  readonly id: string | null;
  readonly name: string;
}

function FieldOf({
  field: { name, kind, isOptional, least = 0 },
  part,
  set,
  words,
}: {
  field: LiveField;
  part: Values;
  set: (value: unknown) => void;
  words: LiveWords;
}): ReactNode {
  const study = useStudy();
  const { levers, poses, responses } = study.live ?? NO_LIVE;
  const value = part[name];
  const offers: Partial<Record<LiveFieldKind, () => readonly Offer[]>> = {
    figure: () => study.figures,
    target: () => [{ id: null, name: "the scene" }, ...study.figures],
    pose: () => [{ id: REST_POSE, name: "rest" }, ...poses],
    marker: () => study.markers,
    lever: () => levers,
    item: () =>
      [...eachItem(study.sequence)].filter(({ type }) => type === "tween" || type === "group"),
    response: () => responses.map((each) => ({ id: each.id, name: words.whole(each) })),
    channel: () => NUMBERS.map(({ id, label }) => ({ id, name: label })),
  };
  const isEvery = name === "time" && part.on === "every";
  const label = kind === "target" ? "On what" : isEvery ? "every" : (LABELS[name] ?? name);
  const menu = (of: LiveFieldKind, chosen: unknown, take: (id: unknown) => void): MenuItem[] =>
    (offers[of]?.() ?? []).map((each) => ({
      ...{ text: each.name, chosen: each.id === chosen },
      onSelect: () => take(each.id),
    }));
  if (kind === "poses") return <PoseList poses={value as string[]} {...{ set, words, menu }} />;
  if (kind === "aim")
    return (
      <Choice
        label={label}
        text={aimWords(value as string[])}
        items={AIMS.map((channels) => ({
          ...{ text: aimWords(channels), chosen: channels.join() === String(value) },
          onSelect: () => set(channels),
        }))}
      />
    );
  if (kind === "direction")
    return (
      <Choice
        label={label}
        text={DIRECTIONS[value as keyof typeof DIRECTIONS]}
        items={Object.entries(DIRECTION_WORDS).map(([direction, text]) => ({
          ...{ text, chosen: direction === value },
          onSelect: () => set(direction),
        }))}
      />
    );
  if (kind === "key") return <KeyField label={label} value={value as string} change={set} />;
  if (kind === "cue")
    return (
      <TextField
        label={label}
        value={value as string}
        needed
        take={set}
        className="h-7 w-32 rounded-md border border-edge/40 bg-raised px-1.5 focus:border-spruce"
      />
    );
  if (kind === "time") {
    // How much it varies is at most half of what it varies.
    const isJitter = name === "jitter";
    return (
      <NumberField
        label={label}
        value={(value as number | undefined) ?? 0}
        min={isEvery ? SHORTEST_EVERY : least}
        max={isJitter ? (part.time as number) / 2 : 600_000}
        step={isJitter ? 10 : 50}
        unit="ms"
        onChange={set}
      />
    );
  }
  if (kind === "amount") {
    const channel = "channel" in part ? channelOf(part.channel as ChannelId) : undefined;
    const most = channel ? 100_000 : 1_000_000;
    return (
      <NumberField
        label={label}
        value={value as number}
        min={-most}
        max={most}
        step={channel?.drag || 1}
        whole={false}
        unit={channel?.unit ?? ""}
        onChange={set}
      />
    );
  }
  const absent = isOptional ? (ABSENT[name] ?? "none") : undefined;
  const chosen = offers[kind]?.().find(({ id }) => id === value)?.name;
  // Markers that are not there are no choice.
  if (isOptional && kind === "marker" && study.markers.length === 0) return null;
  const marked =
    chosen !== undefined && kind === "marker" && isOptional ? `${name} ${chosen}` : chosen;
  return (
    <Choice
      label={label}
      text={marked ?? absent ?? String(value)}
      items={[
        ...(absent === undefined
          ? []
          : [{ text: absent, chosen: value === undefined, onSelect: () => set(undefined) }]),
        ...menu(kind, value, set),
      ]}
    />
  );
}

/** Poses that follow one another. */
function PoseList({
  poses,
  set,
  words,
  menu,
}: {
  poses: readonly string[];
  set: (poses: readonly string[]) => void;
  words: LiveWords;
  menu: (of: LiveFieldKind, chosen: unknown, take: (id: unknown) => void) => MenuItem[];
}): ReactNode {
  return (
    <>
      {poses.map((pose, i) => (
        <Choice
          key={i}
          label={`Pose ${i + 1}`}
          text={words.pose(pose)}
          items={[
            ...menu("pose", pose, (next) => set(poses.with(i, next as string))),
            ...(poses.length > 1
              ? [{ text: "Leave out", onSelect: () => set(poses.filter((_, k) => k !== i)) }]
              : []),
          ]}
        />
      ))}
      <Button size="tiny" look="quiet" onClick={() => set([...poses, REST_POSE])}>
        + pose
      </Button>
    </>
  );
}
