import type { Result } from "@levitas/core/fault";
import type { ReactNode } from "react";
import { say } from "../../ui/notices.tsx";
import { quantityReader, type ReadQuantity } from "../../ui/quantity.ts";
import { useTyped } from "../../ui/useTyped.ts";

/** A short field that is typed in place: units and arithmetic; what cannot be read stays to be mended. */
export function TypedField<T = number>({
  label,
  text,
  hint,
  placeholder = "",
  disabled,
  wide = false,
  read,
  accept,
}: {
  label: string;
  text: string;
  /** The unit, after the field. */
  hint: string;
  placeholder?: string;
  disabled: boolean;
  wide?: boolean;
  /** Reads what was typed; `quantity` reads numbers with units and arithmetic. */
  read: (typed: string, quantity: ReadQuantity) => Result<T>;
  accept: (value: T) => void;
}): ReactNode {
  const { input } = useTyped(text, async (value) => {
    if (value.trim() === "") return;
    const result = read(value, await quantityReader());
    if (!result.ok) {
      say(`${label}: ${result.faults[0]?.message} ${result.faults[0]?.cure}`, { tone: "fault" });
      return false;
    }
    accept(result.value);
  });
  return (
    <span className="flex shrink-0 items-center gap-1 text-[11.5px] text-muted">
      <input
        aria-label={label}
        title={label}
        disabled={disabled}
        {...input}
        placeholder={placeholder}
        onFocus={(event) => event.target.select()}
        onKeyDown={(event) => {
          input.onKeyDown(event);
          if (event.key === "Escape") event.currentTarget.blur();
        }}
        className={`h-6 rounded-md border border-edge/40 bg-raised px-1.5 text-right font-mono text-[11px] text-ink focus:border-spruce disabled:opacity-50 ${wide ? "w-17" : "w-14"}`}
      />
      <span className="w-4">{hint}</span>
    </span>
  );
}
