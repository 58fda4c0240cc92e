import type { ReactNode } from "react";
import { say } from "./notices.tsx";
import { quantityReader } from "./quantity.ts";
import { useTyped } from "./useTyped.ts";

/** A labelled number that is typed, with arithmetic, or stepped with the arrows. */
export function NumberField({
  label,
  value,
  min,
  max,
  step = 1,
  whole = true,
  unit = "",
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  whole?: boolean;
  unit?: string;
  onChange: (value: number) => void;
}): ReactNode {
  const limit = (raw: number) => {
    const bounded = Math.min(Math.max(raw, min), max);
    return whole ? Math.round(bounded) : bounded;
  };
  const { input, drop } = useTyped(String(value), async (text) => {
    const quantity = await quantityReader();
    // A time may be typed relative to the one that is there, and in its own unit.
    const read =
      unit === "ms" && value >= 0 && min >= 0
        ? quantity.time(text, { unit: "ms", from: value })
        : quantity(text, unit === "%" ? "percent" : "factor");
    if (!read.ok) {
      // It stays in the field, to be mended.
      say(`${label}: ${read.faults[0]?.message} ${read.faults[0]?.cure}`, { tone: "fault" });
      return false;
    }
    if (limit(read.value) !== value) onChange(limit(read.value));
    return true;
  });
  return (
    <label className="flex items-center justify-between gap-2 text-[12.5px]">
      {label}
      <span className="flex items-center gap-1">
        <input
          {...input}
          onFocus={(event) => event.target.select()}
          onKeyDown={(event) => {
            input.onKeyDown(event);
            const way = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
            if (way === 0) return;
            event.preventDefault();
            drop();
            onChange(limit(value + way * step * (event.shiftKey ? 10 : 1)));
          }}
          className="h-6 w-16 rounded-md border border-edge/40 bg-paper px-1.5 text-right font-mono text-[11.5px] focus:border-spruce"
        />
        {unit ? <span className="text-muted">{unit}</span> : null}
      </span>
    </label>
  );
}
