import { deleteResponse, keepResponse } from "@levitas/core/edit";
import { type Action, type LiveResponse, NO_LIVE, REST_POSE } from "@levitas/core/study";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { Choice } from "../../ui/Choice.tsx";
import type { MenuItem } from "../../ui/Menu.tsx";
import { Tick } from "../../ui/Tick.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { ACTION_KINDS, actionWords } from "./actions.ts";
import { useLive } from "./LiveContext.ts";
import { LiveFields } from "./LiveFields.tsx";
import { TRIGGER_KINDS, triggerWords } from "./triggers.ts";
import { LiveWords } from "./words.ts";

/** What a response waits for and what it does, to be changed. */
export function ResponseForm({ response }: { response: LiveResponse }): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const words = new LiveWords(study);
  const { when, then, inPose } = response;
  const pressed = "figure" in when ? when.figure : null;
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
          text={triggerWords(when.on).label}
          items={TRIGGER_KINDS.map((on) => {
            const { label, needs, first } = triggerWords(on);
            const hint = needs?.(study) ?? "";
            return {
              ...{ text: label, chosen: on === when.on, disabled: hint !== "", hint },
              onSelect: () => set({ when: first(study, pressed) }),
            };
          })}
        />
        <LiveFields part={when} change={(next) => set({ when: next })} words={words} />
      </div>
      {then.map((each, i) => (
        <div key={i} className="flex flex-wrap items-center gap-1.5 text-[12.5px]">
          <span className="w-10 font-medium">{i === 0 ? "Then" : "and"}</span>
          <Choice
            label="Then"
            text={actionWords(each.do).label}
            items={ACTION_KINDS.map((kind) => {
              const { label, needs, first } = actionWords(kind);
              const hint = needs?.(study) ?? "";
              const figure = pressed ?? study.figures[0]?.id ?? "";
              return {
                ...{ text: label, chosen: kind === each.do, disabled: hint !== "", hint },
                onSelect: () => setThen(i, first(study, figure)),
              };
            })}
          />
          <LiveFields part={each} change={(next) => setThen(i, next)} words={words} />
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
