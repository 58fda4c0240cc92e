import { NO_LIVE, type Trigger } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Choice } from "../../ui/Choice.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useStudy } from "../session/BenchContext.ts";
import { KeyField } from "./KeyField.tsx";
import type { LiveWords } from "./words.ts";

/** What has to be said of what a response waits for: on what, which key, how long. */
export function WhenParts({
  when,
  change,
  words,
}: {
  when: Trigger;
  change: (when: Trigger) => void;
  words: LiveWords;
}): ReactNode {
  const study = useStudy();
  const { levers, responses } = study.live ?? NO_LIVE;
  return (
    <>
      {"figure" in when ? (
        <Choice
          label="On what"
          text={words.figure(when.figure)}
          items={[
            {
              text: "the scene",
              chosen: when.figure === null,
              onSelect: () => change({ ...when, figure: null }),
            },
            ...study.figures.map(({ id, name }) => ({
              text: name,
              chosen: id === when.figure,
              onSelect: () => change({ ...when, figure: id }),
            })),
          ]}
        />
      ) : null}
      {when.on === "hold" || when.on === "every" ? (
        <NumberField
          label="for"
          value={when.time}
          min={when.on === "every" ? 10 : 1}
          max={600_000}
          step={50}
          unit="ms"
          onChange={(time) => change({ ...when, time })}
        />
      ) : null}
      {when.on === "every" ? (
        <NumberField
          label="give or take"
          value={when.jitter ?? 0}
          min={0}
          max={when.time / 2}
          step={10}
          unit="ms"
          onChange={(jitter) => change({ ...when, jitter })}
        />
      ) : null}
      {when.on === "key" ? (
        <KeyField label="Key" value={when.key} change={(key) => change({ ...when, key })} />
      ) : null}
      {"lever" in when ? (
        <>
          <Choice
            label="Which lever"
            text={words.lever(when.lever)}
            items={levers.map(({ id, name }) => ({
              text: name,
              chosen: id === when.lever,
              onSelect: () => change({ ...when, lever: id }),
            }))}
          />
          <NumberField
            label="value"
            value={when.past}
            min={-1_000_000}
            max={1_000_000}
            step={1}
            whole={false}
            onChange={(past) => change({ ...when, past })}
          />
        </>
      ) : null}
      {when.on === "cue" ? (
        <TextField
          label="Name of the cue"
          value={when.cue}
          needed
          take={(cue) => change({ ...when, cue })}
          className="h-7 w-32 rounded-md border border-edge/40 bg-raised px-1.5 focus:border-spruce"
        />
      ) : null}
      {when.on === "arrived" ? (
        <Choice
          label="Which answer"
          text={words.response(when.response)}
          items={responses.map((each) => ({
            text: words.whole(each),
            chosen: each.id === when.response,
            onSelect: () => change({ ...when, response: each.id }),
          }))}
        />
      ) : null}
    </>
  );
}
