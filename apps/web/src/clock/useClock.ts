import { useSyncExternalStore } from "react";
import type { Clock, ClockSettings } from "./clock.ts";

/** Whether a clock plays, for buttons. */
export function usePlaying(clock: Clock): boolean {
  return useSyncExternalStore(
    (tell) => clock.onChange(tell),
    () => clock.playing,
  );
}

/** How a clock is set, for buttons. */
export function useClockSettings(clock: Clock): ClockSettings {
  return useSyncExternalStore(
    (tell) => clock.onChange(tell),
    () => clock.settings,
  );
}
