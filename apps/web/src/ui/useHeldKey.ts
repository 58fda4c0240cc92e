import { useEffect, useRef } from "react";

/** Tells while a letter key is held, unless text is being typed. */
export function useHeldKey(key: string, tell: (held: boolean) => void): void {
  const latest = useRef(tell);
  latest.current = tell;
  useEffect(() => {
    let held = false;
    const set = (now: boolean) => {
      if (now !== held) latest.current(now);
      held = now;
    };
    const down = (event: KeyboardEvent) => {
      const typing = event.target instanceof Element && event.target.matches("input, textarea");
      if (event.key.toLowerCase() === key && !typing && !event.ctrlKey && !event.metaKey) set(true);
    };
    const up = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === key) set(false);
    };
    const leave = () => set(false);
    window.addEventListener("keydown", down);
    window.addEventListener("keyup", up);
    window.addEventListener("blur", leave);
    return () => {
      window.removeEventListener("keydown", down);
      window.removeEventListener("keyup", up);
      window.removeEventListener("blur", leave);
      leave();
    };
  }, [key]);
}
