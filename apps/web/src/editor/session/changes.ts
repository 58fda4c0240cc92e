import { type Change, setValuesAt } from "@levitas/core/edit";
import { type Motion, nearestFrame } from "@levitas/core/motion";
import { type ChannelId, eachTween, type Study } from "@levitas/core/study";
import { nanoid } from "nanoid";
import { say } from "../../ui/notices.tsx";
import type { Bench } from "./bench.ts";
import { spanInto } from "./spanInto.ts";

/** A value that a figure's channel is to take. */
export interface NewValue {
  readonly figureId: string;
  readonly channel: ChannelId;
  readonly value: number;
}

/** A change of figures on the scene while it is dragged. */
export interface SceneChange {
  /** The motion as it was when the drag began; every step is measured against it. */
  readonly motion: Motion;
  /** Where keys go: the playhead, on its frame, ms. */
  readonly time: number;
  readonly active: () => boolean;
  readonly update: (values: readonly NewValue[]) => void;
  /** The same for changes that are more than values. */
  readonly edit: (edit: (study: Study) => Change) => void;
  readonly end: (cancelled: boolean) => void;
}

/** Half a frame: a key nearer than that to the playhead counts as being under it. */
export function keyTolerance(study: Study): number {
  return 500 / study.scene.frameRate;
}

/** How many keys a study has. */
export function countKeys(study: Study): number {
  let count = 0;
  for (const tween of eachTween(study.sequence))
    for (const track of tween.tracks) count += track.keys.length;
  return count;
}

/**
 * Begins a change of values at the playhead. Channels that something drives get a key there, others
 * another rest value; which it was is said at the end.
 */
export function beginSceneChange(bench: Bench): SceneChange {
  bench.clock.pause();
  const { motion, study } = bench;
  const gesture = bench.begin();
  const time = nearestFrame(bench.clock.time, study.scene.frameRate);
  const before = countKeys(study);
  const ids = new Map<string, { keyId: string; tweenId: string }>();
  return {
    motion,
    time,
    active: () => gesture.active,
    update: (values) => {
      const wanted = values.map((value) => {
        const name = `${value.figureId} ${value.channel}`;
        const own = ids.get(name) ?? { keyId: nanoid(8), tweenId: nanoid(8) };
        ids.set(name, own);
        return { ...value, ...own };
      });
      gesture.update((from) =>
        setValuesAt(from, motion, { time, tolerance: keyTolerance(from), values: wanted }),
      );
    },
    edit: (edit) => gesture.update(edit),
    end: (cancelled) => {
      if (cancelled) gesture.cancel();
      else gesture.commit();
      const set = countKeys(bench.study) - before;
      if (set > 0) {
        // The span that leads to the new key, so that its curve can be shaped at once.
        const fresh = [...ids.values()].map(({ keyId }) => spanInto(bench.study, keyId));
        const into =
          fresh.find((each) => each?.channel === bench.selection.channel) ?? fresh.find(Boolean);
        if (into && into.figure === bench.selection.figure)
          bench.select({ ...into, more: bench.selection.more ?? [] });
        // The playhead goes onto the frame where the key is.
        bench.clock.seek(time);
        say(`Set ${set === 1 ? "a key" : `${set} keys`} at ${Math.round(time)} ms.`);
      }
    },
  };
}
