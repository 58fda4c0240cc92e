import type { ButtonHTMLAttributes, ReactNode, Ref } from "react";
import { leaveFocus } from "./pointerFocus.ts";

const LOOKS = {
  plain:
    "border-edge/50 bg-raised text-ink hover:border-spruce disabled:text-muted disabled:opacity-55",
  main: "border-spruce bg-spruce text-on-spruce hover:brightness-110 disabled:opacity-55",
  quiet: "border-transparent text-muted hover:bg-sunk hover:text-ink",
} as const;

const SIZES = {
  regular: "h-8 px-3 text-[13.5px]",
  small: "h-7 px-2 text-[12.5px]",
  tiny: "h-6 px-1.5 text-[12px]",
} as const;

/** A button with words. */
export function Button({
  look = "plain",
  size = "regular",
  className = "",
  ref,
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & {
  look?: keyof typeof LOOKS;
  size?: keyof typeof SIZES;
  ref?: Ref<HTMLButtonElement>;
}): ReactNode {
  return (
    <button
      ref={ref}
      type="button"
      onMouseDown={leaveFocus}
      className={`inline-flex shrink-0 items-center gap-1.5 rounded-lg border whitespace-nowrap ${/\bjustify-/.test(className) ? "" : "justify-center"} ${SIZES[size]} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

const ICON_SIZES = { regular: "size-8", small: "size-6" } as const;

/** A button with a drawing; its name is said to those who cannot see it. */
export function IconButton({
  label,
  size = "regular",
  tone = "ink",
  ref,
  ...rest
}: Omit<ButtonHTMLAttributes<HTMLButtonElement>, "className"> & {
  label: string;
  size?: keyof typeof ICON_SIZES;
  /** `tip` stands on the dark ground of notices. */
  tone?: "ink" | "muted" | "tip";
  ref?: Ref<HTMLButtonElement>;
}): ReactNode {
  const tones = {
    ink: "text-ink hover:bg-sunk",
    muted: "text-muted hover:bg-sunk hover:text-ink",
    tip: "text-on-tip",
  };
  return (
    <button
      ref={ref}
      type="button"
      onMouseDown={leaveFocus}
      aria-label={label}
      title={label}
      className={`inline-flex shrink-0 items-center justify-center rounded-lg disabled:opacity-40 ${ICON_SIZES[size]} ${tones[tone]}`}
      {...rest}
    />
  );
}
