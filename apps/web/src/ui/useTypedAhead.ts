import { useCallback, useLayoutEffect, useRef } from "react";

/** What a person did with the keyboard before the field it is meant for was there. */
export interface TypedAhead {
  readonly text: string;
  /** Lines the arrows went down a list; up is negative. */
  readonly steps: number;
  /** Enter was pressed at the end. */
  readonly taken: boolean;
}

const NOTHING_TYPED: TypedAhead = { text: "", steps: 0, taken: false };

/**
 * Keeps what a person types between the moment something is asked for and the moment it is there to be typed into.
 * `typed` answers what it was so far; `arrived` ends the listening.
 */
export function useTypedAhead(listening: boolean): {
  readonly typed: () => TypedAhead;
  readonly arrived: () => void;
} {
  const ahead = useRef(NOTHING_TYPED);
  const stop = useRef<() => void>(() => undefined);
  useLayoutEffect(() => {
    ahead.current = NOTHING_TYPED;
    if (!listening) return;
    const take = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      const { text, steps } = ahead.current;
      const next =
        event.key === "Backspace"
          ? { text: text.slice(0, -1), steps: 0 }
          : event.key === "ArrowDown"
            ? { steps: steps + 1 }
            : event.key === "ArrowUp"
              ? { steps: steps - 1 }
              : event.key === "Enter"
                ? { taken: true }
                : // Another word is another list, gone through from its top.
                  event.key.length === 1
                  ? { text: text + event.key, steps: 0 }
                  : undefined;
      if (!next) return;
      ahead.current = { ...ahead.current, ...next };
      event.preventDefault();
      event.stopPropagation();
      // What comes after Enter, or after a click elsewhere, is meant for something else.
      if (ahead.current.taken) stop.current();
    };
    const end = () => {
      window.removeEventListener("keydown", take, { capture: true });
      window.removeEventListener("pointerdown", end, { capture: true });
    };
    window.addEventListener("keydown", take, { capture: true });
    window.addEventListener("pointerdown", end, { capture: true });
    stop.current = end;
    return end;
  }, [listening]);
  return {
    typed: useCallback(() => ahead.current, []),
    arrived: useCallback(() => stop.current(), []),
  };
}
