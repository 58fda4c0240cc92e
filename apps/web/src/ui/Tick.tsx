import type { ReactNode } from "react";

/** A line with a tick box. */
export function Tick({
  label,
  on,
  change,
}: {
  label: string;
  on: boolean;
  change: (on: boolean) => void;
}): ReactNode {
  return (
    <label className="flex items-center justify-between gap-2 text-[12.5px]">
      {label}
      <input
        type="checkbox"
        checked={on}
        onChange={(event) => change(event.target.checked)}
        className="size-4 shrink-0 accent-spruce"
      />
    </label>
  );
}
