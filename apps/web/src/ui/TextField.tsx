import type { ReactNode } from "react";
import { useTyped } from "./useTyped.ts";

/** A text that is typed in place: Enter or leaving takes it, Escape puts back what was there. */
export function TextField({
  label,
  value,
  take,
  className = "h-7 min-w-0 rounded-md border border-edge/40 bg-paper px-2 focus:border-spruce",
  most = 200,
  needed = false,
  leaves = false,
  placeholder,
}: {
  /** Read aloud; where a label stands around the field, that is read. */
  label?: string;
  value: string;
  /** Is given what was typed, without space around it, where it differs; answers false for what cannot be read. */
  take: (text: string) => unknown;
  className?: string;
  /** The most letters. */
  most?: number;
  /** Whether an empty text is none, so that the last one comes back. */
  needed?: boolean;
  /** Whether Enter and Escape leave the field. */
  leaves?: boolean;
  placeholder?: string;
}): ReactNode {
  const { input } = useTyped(
    value,
    (text) => {
      const next = text.trim();
      return next === value || (needed && next === "") ? undefined : take(next);
    },
    leaves,
  );
  return (
    <input
      {...input}
      aria-label={label}
      maxLength={most}
      placeholder={placeholder}
      className={className}
    />
  );
}
