import { ToggleGroup } from "radix-ui";
import type { ReactNode } from "react";
import { leaveFocus } from "./pointerFocus.ts";

/** One of a few choices, all in view. */
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
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // Radix answers "" when the chosen one is pressed again; one is always chosen.
      onValueChange={(next) => next !== "" && onChange(next as T)}
      className={`inline-flex shrink-0 rounded-lg bg-sunk p-0.5 ${vertical ? "flex-col" : ""}`}
    >
      {options.map((option) => (
        <ToggleGroup.Item
          key={option.value}
          onMouseDown={leaveFocus}
          value={option.value}
          title={option.title}
          aria-label={option.title ? `${option.text}: ${option.title}` : option.text}
          className="h-7 rounded-[7px] px-1.5 text-[12px] text-muted hover:text-ink data-[state=on]:bg-raised data-[state=on]:text-ink"
        >
          {option.drawing ?? option.text}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
