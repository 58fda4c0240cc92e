import { useCallback, useLayoutEffect, useRef } from "react";

/**
 * Keeps what a person types between the moment something is asked for and the moment it is there to be typed into.
 * `typed` answers the letters so far, with a line feed for Enter; `arrived` ends the listening.
 */
export function useTypedAhead(listening: boolean): {
  readonly typed: () => string;
  readonly arrived: () => void;
} {
  const letters = useRef("");
  const stop = useRef<() => void>(() => undefined);
  useLayoutEffect(() => {
    letters.current = "";
    if (!listening) return;
    const take = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === "Backspace") letters.current = letters.current.slice(0, -1);
      else if (event.key === "Enter") letters.current += "\n";
      else if (event.key.length === 1) letters.current += event.key;
      else return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("keydown", take, { capture: true });
    stop.current = () => window.removeEventListener("keydown", take, { capture: true });
    return () => stop.current();
  }, [listening]);
  return {
    typed: useCallback(() => letters.current, []),
    arrived: useCallback(() => stop.current(), []),
  };
}
