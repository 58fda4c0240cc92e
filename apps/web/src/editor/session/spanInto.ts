import { eachTween, type Study } from "@levitas/core/study";
import type { Selection } from "./selection.ts";

/**
 * The selection of the span that leads to a key, so that its curve can be shaped at once; of a first key the span that
 * begins there, of an only key none. Undefined for a key that is not in the study.
 */
export function spanInto(
  study: Study,
  keyId: string,
): Pick<Selection, "figure" | "channel" | "span"> | undefined {
  for (const tween of eachTween(study.sequence))
    for (const track of tween.tracks) {
      const index = track.keys.findIndex((key) => key.id === keyId);
      if (index < 0) continue;
      const begin = track.keys[Math.max(index - 1, 0)];
      return {
        figure: tween.figures[0] ?? null,
        channel: track.channel,
        span: track.keys.length > 1 ? (begin?.id ?? null) : null,
      };
    }
  return undefined;
}
