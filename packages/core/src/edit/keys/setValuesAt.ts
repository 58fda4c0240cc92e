import { createCompiler, type Motion } from "../../motion/index.ts";
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
  const compiler = createCompiler();
  for (const wanted of values) {
    // A key may have moved the start of what others are set on; rest values move nothing in time.
    const isTimed = whole.after.sequence !== study.sequence;
    const now = isTimed ? compiler.update(whole.after) : motion;
    whole = squash(whole, setValueAt(whole.after, now, { ...wanted, time, tolerance }));
  }
  return whole;
}
