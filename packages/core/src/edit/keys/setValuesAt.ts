import type { Motion } from "../../motion/index.ts";
import type { ChannelId, Study } from "../../study/index.ts";
import { type Change, squash } from "../history/change.ts";
import { setValueAt } from "./setValueAt.ts";

/** One channel, and the value it is to show. */
export interface WantedValue {
  readonly figureId: string;
  readonly channel: ChannelId;
  readonly value: number | string;
  /** Ids for a new key and a new tween. */
  readonly keyId: string;
  readonly tweenId: string;
}

/** Makes several channels show values at a time, as one change; see `setValueAt`. `motion` is the compiled study. */
export function setValuesAt(
  study: Study,
  motion: Motion,
  {
    time,
    tolerance,
    values,
  }: { readonly time: number; readonly tolerance: number; readonly values: readonly WantedValue[] },
): Change {
  let whole: Change = {
    label: "change values",
    before: study,
    after: study,
    patches: [],
    inverse: [],
  };
  for (const wanted of values)
    whole = squash(whole, setValueAt(whole.after, motion, { ...wanted, time, tolerance }));
  return whole;
}
