import { type ChangeEvent, type FocusEvent, type KeyboardEvent, useRef, useState } from "react";

/** What an input is given that is typed in and taken as a whole. */
export interface TypedInput {
  readonly value: string;
  readonly onChange: (event: ChangeEvent<HTMLInputElement>) => void;
  readonly onBlur: (event: FocusEvent<HTMLInputElement>) => void;
  readonly onKeyDown: (event: KeyboardEvent<HTMLInputElement>) => void;
}

/**
 * What is typed into a field until it is taken as a whole, by Enter or by leaving the field; Escape puts back what was
 * there. Keys typed into it are no shortcuts.
 *
 * @param shown what stands there while nothing is typed
 * @param take is given what was typed, where it differs; answers false for what cannot be read, which stays to be mended
 * @param leaves whether Enter and Escape leave the field, so that keys are shortcuts again
 */
export function useTyped(
  shown: string,
  take: (text: string) => unknown,
  leaves = false,
): { readonly input: TypedInput; readonly drop: () => void } {
  const [typed, setTyped] = useState<string | null>(null);
  // Leaving may come before what Escape or Enter did is rendered.
  const draft = useRef<string | null>(null);
  const put = (text: string | null) => {
    draft.current = text;
    setTyped(text);
  };
  const finish = async () => {
    const text = draft.current;
    if (text === null) return;
    draft.current = null;
    // What is typed while it is read stays, too.
    if (text !== shown && (await take(text)) === false) draft.current ??= text;
    else if (draft.current === null) setTyped(null);
  };
  const input: TypedInput = {
    value: typed ?? shown,
    onChange: ({ target }) => put(target.value),
    onBlur: () => void finish(),
    onKeyDown: (event) => {
      event.stopPropagation();
      if (event.key !== "Enter" && event.key !== "Escape") return;
      if (event.key === "Escape") put(null);
      else void finish();
      if (leaves) event.currentTarget.blur();
    },
  };
  return { input, drop: () => put(null) };
}
