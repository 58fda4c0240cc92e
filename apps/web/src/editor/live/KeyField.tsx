import type { ReactNode } from "react";
import { keyWord } from "./keyWord.ts";

/** A key: what is pressed in the field is taken. */
export function KeyField({
  label,
  value,
  change,
}: {
  label: string;
  value: string;
  change: (key: string) => void;
}): ReactNode {
  return (
    <input
      aria-label={`${label}: press it here`}
      value={keyWord(value)}
      readOnly
      onKeyDown={(event) => {
        if (event.key === "Tab" || event.key === "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        if (!["Shift", "Control", "Alt", "Meta"].includes(event.key)) change(event.key);
      }}
      className="h-7 w-24 rounded-md border border-edge/40 bg-raised px-1.5 font-mono text-[12px] focus:border-spruce"
    />
  );
}
