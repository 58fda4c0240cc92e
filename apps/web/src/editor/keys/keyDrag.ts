import { moveKey, moveKeys, withPartners } from "@levitas/core/edit";
import type { Figure, Track } from "@levitas/core/study";
import type { DragPoint } from "../../ui/useDragSession.ts";
import { snapTargets, snapTime } from "../geometry/snapTime.ts";
import type { Bench } from "../session/bench.ts";
import type { Gesture } from "../session/gesture.ts";
import { bothTimes } from "../words/labels.ts";

/** Chooses a key with the span that begins there; `add` chooses it besides the others, or lets go of it. */
export function chooseKey(
  bench: Bench,
  {
    figure,
    track,
    index,
  }: { readonly figure: Figure; readonly track: Track; readonly index: number },
  add: boolean,
): void {
  const id = track.keys[index]?.id ?? "";
  const { keys } = bench.selection;
  const toggled = keys.includes(id) ? keys.filter((each) => each !== id) : [...keys, id];
  // The last key begins no span: the one that ends there is meant.
  const spanKey = index === track.keys.length - 1 ? track.keys[index - 1] : track.keys[index];
  bench.select({
    figure: figure.id,
    channel: track.channel,
    span: spanKey?.id ?? null,
    keys: add ? toggled : [id],
  });
}

/** Keys that are dragged in time, and perhaps in value. */
export interface KeyDrag {
  readonly gesture: Gesture;
  readonly keyIds: readonly string[];
  /** When the key that was grabbed was, ms. */
  readonly from: number;
  readonly targets: readonly number[];
}

/** Begins to drag keys by one of them. */
export function beginKeyDrag(bench: Bench, keyIds: readonly string[], from: number): KeyDrag {
  const targets = snapTargets(bench.study, { keys: withPartners(bench.study, keyIds) });
  return { gesture: bench.begin(), keyIds, from, targets };
}

/** Moves dragged keys to where the pointer is; answers the time they snapped to, in words. */
export function dragKeys(
  bench: Bench,
  { gesture, keyIds, from, targets }: KeyDrag,
  { dx, free }: Pick<DragPoint, "dx" | "free">,
  value = 0,
): string {
  const { frameRate } = bench.study.scene;
  const { scale } = bench.view;
  const snapped = snapTime(from + dx / scale, targets, { scale, frameRate, free });
  const [only] = keyIds;
  // One key by itself may be moved to either side of its tween; several go together.
  if (keyIds.length === 1 && only !== undefined && value === 0)
    gesture.update((study) => moveKey(study, { keyId: only, time: snapped.time }));
  else gesture.update((study) => moveKeys(study, { keyIds, time: snapped.time - from, value }));
  return `${bothTimes(Math.max(snapped.time, 0), frameRate)} ${snapped.to}`.trim();
}
