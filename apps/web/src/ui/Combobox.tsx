import { type ReactNode, useId, useLayoutEffect, useRef, useState } from "react";
import type { TypedAhead } from "./useTypedAhead.ts";

/** A line that can be taken. */
export interface Option {
  readonly id: string;
  readonly text: string;
  /** Beside it, quieter. */
  readonly note?: string;
  /** At its end, such as a shortcut. */
  readonly end?: string;
  /** It cannot be taken now; `note` says why. */
  readonly disabled?: boolean;
}

/**
 * A field to type into over a list of what fits: the arrows go through the list, Enter takes a line. The keyboard stays in
 * the field, which tells assistive technology which line is meant.
 */
export function Combobox({
  label,
  listLabel,
  placeholder,
  typed,
  onType,
  options,
  take,
  empty,
  ahead,
  large = false,
}: {
  readonly label: string;
  readonly listLabel: string;
  readonly placeholder: string;
  readonly typed: string;
  readonly onType: (typed: string) => void;
  /** Those that fit what is typed, best first. */
  readonly options: readonly Option[];
  readonly take: (id: string) => void;
  /** Said where nothing fits. */
  readonly empty: string;
  /** Answers what was done with the keyboard before the field had the focus. */
  readonly ahead?: () => TypedAhead;
  readonly large?: boolean;
}): ReactNode {
  const [at, setAt] = useState(0);
  /** What was done ahead and waits for the list that fits it; null once that was taken over. */
  const waiting = useRef<TypedAhead | null>(null);
  const focused = useRef(false);
  const id = useId();
  const active = Math.min(at, Math.max(options.length - 1, 0));
  const choose = (option: Option | undefined) => {
    if (option && !option.disabled) take(option.id);
  };
  // With the very list that fits it: a key that is pressed after that list was drawn must not be undone by this.
  useLayoutEffect(() => {
    if (!waiting.current) return;
    const { steps, taken } = waiting.current;
    waiting.current = null;
    const count = Math.max(options.length, 1);
    const place = ((steps % count) + count) % count;
    setAt(place);
    if (taken) choose(options[place]);
  });
  return (
    <>
      <input
        role="combobox"
        aria-label={label}
        aria-expanded
        aria-autocomplete="list"
        aria-controls={`${id}-list`}
        aria-activedescendant={options[active] ? `${id}-${active}` : undefined}
        placeholder={placeholder}
        value={typed}
        spellCheck={false}
        onFocus={() => {
          if (focused.current || !ahead) return;
          focused.current = true;
          waiting.current = ahead();
          onType(waiting.current.text);
        }}
        onChange={(event) => {
          onType(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key !== "Escape") event.stopPropagation();
          const way = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
          if (way !== 0) {
            event.preventDefault();
            setAt((active + way + options.length) % Math.max(options.length, 1));
          }
          if (event.key === "Enter") {
            event.preventDefault();
            choose(options[active]);
          }
        }}
        className={
          large
            ? "h-12 shrink-0 border-b border-rule bg-transparent px-4 text-[15px] outline-none placeholder:text-muted"
            : "h-7 shrink-0 rounded-md border border-edge/40 bg-paper px-2 text-[13px] focus:border-spruce"
        }
      />
      <div
        id={`${id}-list`}
        role="listbox"
        aria-label={listLabel}
        className={`min-h-0 overflow-y-auto ${large ? "p-1.5" : ""}`}
      >
        {options.map((option, i) => (
          // The keyboard stays in the field above, which says which line is meant.
          // biome-ignore lint/a11y/useKeyWithClickEvents: see above
          // biome-ignore lint/a11y/useFocusableInteractive: see above
          <div
            key={option.id}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === active}
            aria-disabled={option.disabled ?? false}
            ref={(element) => {
              if (i === active) element?.scrollIntoView({ block: "nearest" });
            }}
            onPointerMove={() => setAt(i)}
            onClick={() => choose(option)}
            className={`flex items-baseline gap-3 ${large ? "rounded-lg px-3 py-1.5" : "rounded-md px-2 py-1 text-[13px]"} ${i === active ? "bg-spruce-pale" : ""} ${option.disabled ? "cursor-default text-muted" : "cursor-pointer"}`}
          >
            <span
              className={`min-w-0 ${option.disabled ? "flex-1" : `truncate ${large ? "" : "flex-1"}`}`}
            >
              {option.text}
              {option.disabled && option.note ? (
                // Why it cannot be done is read whole.
                <span className="block text-[11.5px] leading-tight">{option.note}</span>
              ) : null}
            </span>
            {option.disabled ? null : (
              <span
                className={`min-w-0 truncate text-[11.5px] text-muted ${large ? "flex-1" : ""}`}
              >
                {option.note}
              </span>
            )}
            {option.end ? (
              <span className="shrink-0 font-mono text-[11px] text-muted">{option.end}</span>
            ) : null}
          </div>
        ))}
        {options.length === 0 ? (
          <p className="px-2 py-1.5 text-[12.5px] text-muted">{empty}</p>
        ) : null}
      </div>
    </>
  );
}
