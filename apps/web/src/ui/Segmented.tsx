import { type ReactNode, useId } from "react";
import { leaveFocus } from "./pointerFocus.ts";

/** One of a few choices, all in view: the browser's own radio buttons, whose arrows go from one to the next. */
export function Segmented<T extends string>({
  label,
  value,
  options,
  onChange,
  vertical = false,
}: {
  label: string;
  value: T;
  options: readonly {
    readonly value: T;
    readonly text: string;
    readonly title?: string;
    /** Shown in place of the text, which then is its name alone. */
    readonly drawing?: ReactNode;
  }[];
  onChange: (value: T) => void;
  /** One under the other. */
  vertical?: boolean;
}): ReactNode {
  const name = useId();
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className={`inline-flex shrink-0 rounded-lg bg-sunk p-0.5 ${vertical ? "flex-col" : ""}`}
    >
      {options.map((option) => (
        <label
          key={option.value}
          title={option.title}
          className="relative flex h-7 items-center justify-center rounded-[7px] px-1.5 text-[12px] text-muted hover:text-ink has-checked:bg-raised has-checked:text-ink has-focus-visible:outline-2 has-focus-visible:outline-spruce"
        >
          <input
            type="radio"
            name={name}
            checked={option.value === value}
            onChange={() => onChange(option.value)}
            onMouseDown={leaveFocus}
            aria-label={option.title ? `${option.text}: ${option.title}` : option.text}
            // It lies over its words, so that they are what is pressed.
            className="absolute inset-0 cursor-pointer appearance-none outline-none"
          />
          {option.drawing ?? option.text}
        </label>
      ))}
    </div>
  );
}
