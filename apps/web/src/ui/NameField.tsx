import type { ReactNode } from "react";

/** A name being changed in place: Enter or leaving takes it, Escape leaves it as it was. */
export function NameField({
  label,
  name,
  most = 200,
  take,
  cancel,
}: {
  label: string;
  name: string;
  /** The most letters. */
  most?: number;
  take: (name: string) => void;
  cancel: () => void;
}): ReactNode {
  return (
    <input
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to type here
      autoFocus
      aria-label={label}
      defaultValue={name}
      maxLength={most}
      onFocus={(event) => event.target.select()}
      onBlur={(event) => take(event.target.value)}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === "Enter") take(event.currentTarget.value);
        if (event.key === "Escape") cancel();
      }}
      className="h-6 min-w-0 flex-1 rounded-md border border-spruce bg-raised px-1"
    />
  );
}
