import type { Result } from "@levitas/core/fault";
import { type ReactNode, useState } from "react";
import { say } from "../../ui/notices.tsx";
import { quantityReader, type ReadQuantity } from "../../ui/quantity.ts";

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
  const [typed, setTyped] = useState<string | null>(null);
  const take = async (value: string) => {
    if (value === text || value.trim() === "") {
      setTyped(null);
      return;
    }
    const result = read(value, await quantityReader());
    if (!result.ok) {
      say(`${label}: ${result.faults[0]?.message} ${result.faults[0]?.cure}`, { tone: "fault" });
      return;
    }
    setTyped(null);
    accept(result.value);
  };
  return (
    <span className="flex shrink-0 items-center gap-1 text-[11.5px] text-muted">
      <input
        aria-label={label}
        title={label}
        disabled={disabled}
        value={typed ?? text}
        placeholder={placeholder}
        onChange={(event) => setTyped(event.target.value)}
        onFocus={(event) => event.target.select()}
        onBlur={(event) => typed !== null && void take(event.target.value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") void take(event.currentTarget.value);
          if (event.key === "Escape") {
            setTyped(null);
            queueMicrotask(() => (event.target as HTMLElement).blur());
          }
        }}
        className={`h-6 rounded-md border border-edge/40 bg-raised px-1.5 text-right font-mono text-[11px] text-ink focus:border-spruce disabled:opacity-50 ${wide ? "w-17" : "w-14"}`}
      />
      <span className="w-4">{hint}</span>
    </span>
  );
}
