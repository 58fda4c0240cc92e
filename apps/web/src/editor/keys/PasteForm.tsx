import { type Clipboard, type Cycles, channelsOfClipboard } from "@levitas/core/edit";
import { CHANNELS, type ChannelId, channelOf } from "@levitas/core/study";
import { type ReactNode, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { copiedWords } from "../commands/copyKeys.ts";
import { pasteKeysOf, pasteTime } from "../commands/pasteKeys.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { chosenFigures } from "../session/selection.ts";

const DIRECTIONS = [
  { value: "normal", text: "Normal", title: "each time from its start" },
  { value: "reverse", text: "Reverse", title: "each time backwards" },
  { value: "alternate", text: "Alternate", title: "there and back" },
  { value: "alternate-reverse", text: "Alt. reverse", title: "back and there" },
] as const;

/** Which channels, how often and which way, as they are or from where it stands. */
export function PasteForm({ copied, close }: { copied: Clipboard; close: () => void }): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const chosen = chosenFigures(useBenchState((state) => state.selection));
  const all = channelsOfClipboard(copied);
  const [channels, setChannels] = useState<readonly ChannelId[]>(all);
  const [count, setCount] = useState(1);
  const [direction, setDirection] = useState<Cycles["direction"]>("normal");
  const [values, setValues] = useState<"absolute" | "relative">("absolute");
  const [single] = channels;
  const [onto, setOnto] = useState<ChannelId | null>(null);
  const alike =
    channels.length === 1 && single
      ? CHANNELS.filter(
          ({ kind, unit }) => kind === channelOf(single).kind && unit === channelOf(single).unit,
        )
      : [];
  const names = study.figures.filter(({ id }) => chosen.includes(id)).map(({ name }) => name);
  return (
    <>
      <p className="text-[12.5px] text-muted">{copiedWords(copied)}</p>
      <fieldset className="flex flex-wrap gap-1">
        <legend className="mb-1 text-[12px] text-muted">Channels</legend>
        {all.map((id) => (
          <button
            key={id}
            type="button"
            aria-pressed={channels.includes(id)}
            onClick={() =>
              setChannels((now) =>
                now.includes(id) ? now.filter((each) => each !== id) : [...now, id],
              )
            }
            className="rounded-md border border-edge/40 px-1.5 py-0.5 text-[12px] text-muted aria-pressed:border-spruce aria-pressed:text-spruce"
          >
            {channelOf(id).label}
          </button>
        ))}
      </fieldset>
      {alike.length > 1 && single ? (
        <label className="flex items-center justify-between text-[12.5px]">
          On the channel
          <select
            value={onto ?? single}
            onChange={(event) => setOnto(event.target.value as ChannelId)}
            className="h-6 rounded-md border border-edge/40 bg-paper px-1"
          >
            {alike.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </select>
        </label>
      ) : null}
      <NumberField label="Cycles" value={count} min={1} max={100} onChange={setCount} />
      <Segmented label="Direction" value={direction} options={DIRECTIONS} onChange={setDirection} />
      <Segmented
        label="Values"
        value={values}
        options={[
          { value: "absolute", text: "As they are" },
          { value: "relative", text: "From where it stands" },
        ]}
        onChange={setValues}
      />
      <p className="text-[12px] text-muted">
        At {Math.round(pasteTime(bench))} ms, on{" "}
        {names.length > 0 ? names.join(", ") : "the figure they came from"}.
      </p>
      <Button
        look="main"
        size="small"
        disabled={channels.length === 0}
        onClick={() => {
          if (channels.length === 0) {
            say("Choose a channel to paste.");
            return;
          }
          pasteKeysOf(
            bench,
            copied,
            {
              channels,
              values,
              cycles: { count, direction },
              ...(onto && channels.length === 1 ? { onto } : {}),
            },
            pasteTime(bench),
          );
          close();
        }}
      >
        Paste
      </Button>
    </>
  );
}
