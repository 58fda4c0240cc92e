import { deleteResponse, keepResponse } from "@levitas/core/edit";
import {
  type Action,
  type LiveResponse,
  NO_LIVE,
  REST_POSE,
  type Study,
  type Trigger,
} from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import type { MenuItem } from "../../ui/Menu.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { firstThen, firstWhen } from "./firstParts.ts";
import { useLive } from "./LiveContext.ts";
import { ThenParts } from "./ThenParts.tsx";
import { WhenParts } from "./WhenParts.tsx";
import { LiveWords, THEN_WORDS, WHEN_WORDS } from "./words.ts";

/** What a response waits for and what it does, to be changed. */
export function ResponseForm({ response }: { response: LiveResponse }): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const words = new LiveWords(study);
  const { when, then, inPose } = response;
  const set = (more: Partial<LiveResponse>) =>
    bench.perform(keepResponse, { ...response, ...more });
  const setThen = (index: number, next: Action | undefined) =>
    set({ then: then.flatMap((each, i) => (i === index ? (next ?? []) : each)) });
  const { poses } = study.live ?? NO_LIVE;
  const poseItems = (chosen: string | undefined, take: (id: string) => void): MenuItem[] =>
    [{ id: REST_POSE, name: "rest" }, ...poses].map(({ id, name }) => ({
      text: name,
      chosen: id === chosen,
      onSelect: () => take(id),
    }));
  return (
    <section
      aria-label={`Answer: ${words.whole(response)}`}
      className="flex flex-col gap-2 border-b border-rule bg-paper px-3.5 py-2.5"
    >
      <div className="flex flex-wrap items-center gap-1.5 text-[12.5px]">
        <span className="w-10 font-medium">When</span>
        <Choice
          label="When"
          text={WHEN_WORDS[when.on]}
          items={(Object.keys(WHEN_WORDS) as Trigger["on"][]).map((on) => ({
            text: WHEN_WORDS[on],
            chosen: on === when.on,
            ...missing(study, on),
            onSelect: () => set({ when: firstWhen(study, on, when) }),
          }))}
        />
        <WhenParts when={when} change={(next) => set({ when: next })} words={words} />
      </div>
      {then.map((each, i) => (
        <div key={i} className="flex flex-wrap items-center gap-1.5 text-[12.5px]">
          <span className="w-10 font-medium">{i === 0 ? "Then" : "and"}</span>
          <Choice
            label="Then"
            text={THEN_WORDS[each.do]}
            items={(Object.keys(THEN_WORDS) as Action["do"][]).map((kind) => ({
              text: THEN_WORDS[kind],
              chosen: kind === each.do,
              disabled: kind === "seek" && study.markers.length === 0,
              onSelect: () => setThen(i, firstThen(study, kind, when)),
            }))}
          />
          <ThenParts
            then={each}
            change={(next) => setThen(i, next)}
            words={words}
            poseItems={poseItems}
          />
          {then.length > 1 ? (
            <Button size="tiny" look="quiet" onClick={() => setThen(i, undefined)}>
              Leave out
            </Button>
          ) : null}
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-1.5 text-[12.5px]">
        <Button
          size="tiny"
          look="quiet"
          onClick={() => set({ then: [...then, { do: "pose", pose: REST_POSE }] })}
        >
          + and also
        </Button>
        <span className="ml-2">Only in</span>
        <span className="flex w-28">
          <Choice
            label="Only in a pose"
            text={inPose === undefined ? "any pose" : words.pose(inPose)}
            items={[
              {
                text: "any pose",
                chosen: inPose === undefined,
                onSelect: () => {
                  const { inPose: _, ...rest } = response;
                  bench.perform(keepResponse, rest);
                },
              },
              ...poseItems(inPose, (id) => set({ inPose: id })),
            ]}
          />
        </span>
        <Tick
          label="Off"
          on={response.disabled === true}
          change={(disabled) => {
            const { disabled: _, ...rest } = response;
            bench.perform(keepResponse, disabled ? { ...rest, disabled } : rest);
          }}
        />
        <Button
          size="tiny"
          look="quiet"
          className="ml-auto text-fault"
          onClick={() => {
            session.store.setState({ response: null });
            bench.perform(deleteResponse, { id: response.id });
          }}
        >
          Delete the answer
        </Button>
      </div>
    </section>
  );
}

/** Why something cannot be waited for in this study; empty where it can. */
function missing({ live }: Study, on: Trigger["on"]): Partial<MenuItem> {
  const { levers, responses } = live ?? NO_LIVE;
  if ((on === "rises" || on === "falls") && levers.length === 0)
    return { disabled: true, hint: "needs a lever" };
  return on === "arrived" && responses.length === 0 ? { disabled: true } : {};
}
