import type { DrivenChannel, Layer } from "@levitas/core/motion";
import type { ChannelDefinition } from "@levitas/core/study";

/** The compiled layer of a tween on a channel of a figure. */
export function findLayer(
  driven: readonly DrivenChannel[],
  figureId: string,
  channel: ChannelDefinition,
  tweenId: string,
): Layer | undefined {
  return driven
    .find((each) => each.figure.id === figureId && each.channel === channel)
    ?.layers.find((each) => each.tween.id === tweenId);
}
