import {
  type CssWeight,
  choicesOf,
  type HandoffFormat,
  type HandoffLimit,
  type HandoffOption,
  type HandoffSettings,
  isSelector,
} from "@levitas/core/format";
import type { Study } from "@levitas/core/study";
import { type ReactNode, useId, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { NumberField } from "../ui/NumberField.tsx";
import { Segmented } from "../ui/Segmented.tsx";

/** More choices than this, or with more letters in all, are a list. */
const MOST_SEGMENTS = 3;
const MOST_LETTERS = 24;

/** What goes along with a hand-off, how it leaves, what its target cannot do, and how heavy it is. */
export function HandoffOptions({
  study,
  format,
  settings,
  change,
  chosen,
  choose,
  moving,
  selectors,
  classes,
  name,
  limits,
  weight,
}: {
  study: Study;
  format: HandoffFormat;
  settings: HandoffSettings;
  change: (option: string, value: string | number) => void;
  chosen: ReadonlySet<string>;
  choose: (figures: ReadonlySet<string>) => void;
  moving: ReadonlySet<string>;
  /** Those that a person gave, by figure id. */
  selectors: Readonly<Record<string, string>>;
  /** Those that are used, where figures have any. */
  classes: Readonly<Record<string, string>> | undefined;
  name: (figureId: string, selector: string) => void;
  limits: readonly HandoffLimit[];
  weight: CssWeight | undefined;
}): ReactNode {
  const choosesFigures = format.choosesFigures?.(settings);
  // What goes back to its own rule has the selector of that.
  const selectorOf = ({ id, css }: Study["figures"][number]) =>
    (settings.leaves === "motion" ? css?.selector : undefined) ?? classes?.[id] ?? "";
  return (
    <aside
      aria-label="Options"
      className="flex w-82 shrink-0 flex-col gap-3.5 overflow-y-auto border-l border-rule p-3.5 text-[12.5px]"
    >
      {choosesFigures ? (
        <Part
          title="Figures"
          actions={
            <>
              <Button
                size="tiny"
                look="quiet"
                onClick={() => choose(new Set(study.figures.map(({ id }) => id)))}
              >
                All
              </Button>
              {choosesFigures === "selected" ? (
                <Button size="tiny" look="quiet" onClick={() => choose(moving)}>
                  What moves
                </Button>
              ) : null}
              <Button size="tiny" look="quiet" onClick={() => choose(new Set())}>
                None
              </Button>
            </>
          }
        >
          {/* However many there are, how it leaves is in sight. */}
          <div className="-mx-1 flex max-h-75 flex-col gap-1.5 overflow-y-auto px-1">
            {study.figures.map((figure) => {
              const isChosen = chosen.has(figure.id);
              return (
                <div key={figure.id} className="flex items-center gap-2">
                  <label className="flex min-w-0 flex-1 items-center gap-2">
                    <input
                      type="checkbox"
                      checked={isChosen}
                      onChange={({ target }) => {
                        const next = new Set(chosen);
                        if (target.checked) next.add(figure.id);
                        else next.delete(figure.id);
                        choose(next);
                      }}
                      className="size-4 shrink-0 accent-spruce"
                    />
                    <span className="truncate">{figure.name}</span>
                  </label>
                  {choosesFigures === "selected" && classes && isChosen ? (
                    <input
                      aria-label={`Selector of ${figure.name}`}
                      value={selectors[figure.id] ?? ""}
                      placeholder={selectorOf(figure)}
                      aria-invalid={!isTaken(selectors[figure.id])}
                      title={
                        isTaken(selectors[figure.id])
                          ? undefined
                          : "This is no selector: the class is used."
                      }
                      spellCheck={false}
                      onChange={({ target }) => name(figure.id, target.value)}
                      className="h-7 w-40 rounded-md border border-edge/40 bg-raised px-2 font-mono text-[11px] placeholder:text-ink aria-invalid:border-fault"
                    />
                  ) : isChosen ? null : (
                    <span className="w-40 truncate text-[12px] text-muted">
                      {choosesFigures === "drawn" || moving.has(figure.id)
                        ? "left out"
                        : "stands still, left out"}
                    </span>
                  )}
                </div>
              );
            })}
          </div>
        </Part>
      ) : null}
      {[
        { title: "Options", isOfStudy: false },
        { title: "In every format", isOfStudy: true },
      ].map(({ title, isOfStudy }) => {
        const options = format.options.filter(
          (option) =>
            Boolean(option.isOfStudy) === isOfStudy && (option.applies?.(settings) ?? true),
        );
        return options.length > 0 ? (
          <Part key={title} title={title}>
            {options.map((option) => (
              <Option
                key={option.id}
                study={study}
                option={option}
                value={settings[option.id]}
                change={(value) => change(option.id, value)}
              />
            ))}
          </Part>
        ) : null;
      })}
      {limits.length > 0 ? (
        <Part title="What this target cannot do">
          {limits.map(({ what, cure }) => (
            <p key={what} className="flex gap-2 leading-snug">
              <span aria-hidden="true" className="text-marigold-ink">
                ●
              </span>
              <span>
                {what} <span className="text-muted">{cure}</span>
              </span>
            </p>
          ))}
        </Part>
      ) : null}
      {!choosesFigures && format.options.length === 0 && limits.length === 0 ? (
        <p className="text-muted">There is nothing to choose here: all of the study leaves.</p>
      ) : null}
      {weight ? (
        <Part title="Cost">
          <Figure
            label="off the main thread"
            text={`${weight.offMainThread} of ${weight.animations} animations`}
          />
          <Figure
            label="painted anew"
            text={
              weight.repaints.length === 0
                ? "nothing"
                : weight.repaints.length > 2
                  ? `${weight.repaints.length} properties`
                  : weight.repaints.join(", ")
            }
          />
        </Part>
      ) : null}
    </aside>
  );
}

/** Whether a selector leaves as it was typed; without one the class leaves. */
const isTaken = (selector = "") => selector.trim() === "" || isSelector(selector);

function Part({
  title,
  actions,
  children,
}: {
  title: string;
  actions?: ReactNode;
  children: ReactNode;
}): ReactNode {
  return (
    <section
      aria-label={title}
      className="flex flex-col gap-1.5 border-rule not-first:border-t not-first:pt-3"
    >
      <div className="flex items-center gap-0.5">
        <h2 className="mr-auto font-semibold">{title}</h2>
        {actions}
      </div>
      {children}
    </section>
  );
}

function Figure({ label, text }: { label: string; text: string }): ReactNode {
  return (
    <p className="flex justify-between gap-3 font-mono text-[11.5px]">
      <span className="text-muted">{label}</span>
      <span className="text-right">{text}</span>
    </p>
  );
}

function Option({
  study,
  option,
  value,
  change,
}: {
  study: Study;
  option: HandoffOption;
  value: string | number | undefined;
  change: (value: string | number) => void;
}): ReactNode {
  if (option.type === "number")
    return (
      <NumberField
        label={option.label}
        value={Number(value)}
        min={option.min}
        max={option.max}
        whole={false}
        unit={option.unit}
        onChange={change}
      />
    );
  if (option.type === "text") return <TextOption option={option} value={value} change={change} />;
  const choices = choicesOf(option, study);
  // Where there is one, there is no choice.
  if (choices.length < 2) return null;
  const isLong =
    choices.length > MOST_SEGMENTS ||
    choices.reduce((sum, { text }) => sum + text.length, 0) > MOST_LETTERS;
  return (
    <div className="flex items-center justify-between gap-2">
      {option.label}
      {isLong ? (
        <select
          aria-label={option.label}
          value={String(value)}
          onChange={({ target }) => change(target.value)}
          className="h-7 min-w-0 rounded-md border border-edge/50 bg-raised px-1.5"
        >
          {choices.map((choice) => (
            <option key={choice.value} value={choice.value}>
              {choice.text}
            </option>
          ))}
        </select>
      ) : (
        <Segmented label={option.label} value={String(value)} options={choices} onChange={change} />
      )}
    </div>
  );
}

/** A text that is taken once it can be; what is wrong with it is said meanwhile. */
function TextOption({
  option,
  value,
  change,
}: {
  option: Extract<HandoffOption, { type: "text" }>;
  value: string | number | undefined;
  change: (value: string) => void;
}): ReactNode {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? String(value ?? option.initial);
  const fault = option.fault(text);
  const id = useId();
  return (
    <div>
      <label className="flex items-center justify-between gap-2">
        {option.label}
        <input
          value={text}
          spellCheck={false}
          aria-invalid={fault !== undefined}
          aria-describedby={fault ? id : undefined}
          onChange={({ target }) => {
            setTyped(target.value);
            if (option.fault(target.value) === undefined) change(target.value);
          }}
          onBlur={() => setTyped(null)}
          className="h-7 w-40 rounded-md border border-edge/40 bg-raised px-2 font-mono text-[11px] aria-invalid:border-fault"
        />
      </label>
      {fault ? (
        <p id={id} className="mt-1 text-fault">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
