import { type RefObject, useEffect, useRef } from "react";

/** A module that is loaded when it is wanted for the first time; `loaded` is told when it is there. */
export function useLate<T>(
  load: () => Promise<T>,
  isWanted: boolean,
  loaded: () => void,
): RefObject<T | null> {
  const module = useRef<T>(null);
  const steps = useRef({ load, loaded });
  useEffect(() => {
    if (!isWanted || module.current) return;
    void steps.current.load().then((made) => {
      module.current = made;
      steps.current.loaded();
    });
  }, [isWanted]);
  return module;
}
