import { type Curve, LINEAR, printCurve } from "../../curve/index.ts";
import { channelOf, eachTween, type Study } from "../../study/index.ts";

/** A curve of a study, and where it is used first. */
export interface StudyCurve {
  /** That of a shared curve, else of the first span: figure, channel and tween. */
  readonly name: string;
  readonly curve: Curve;
  /** Length of its first span, ms. */
  readonly duration: number;
  readonly count: number;
}

/** Every curve that moves something in a study, each once, in the order of the sequence; lines are no curves. */
export function studyCurves(study: Study): readonly StudyCurve[] {
  const found = new Map<string, StudyCurve>();
  const nameOf = new Map(study.figures.map(({ id, name }) => [id, name]));
  for (const tween of eachTween(study.sequence))
    for (const { channel, keys } of tween.tracks) {
      if (channelOf(channel).kind === "switch") continue;
      keys.slice(0, -1).forEach((key, i) => {
        const own = key.curve;
        const shared =
          own && "shared" in own ? study.curves.find(({ id }) => id === own.shared) : undefined;
        const curve = own && "shared" in own ? (shared?.curve ?? LINEAR) : (own ?? LINEAR);
        if (curve.kind === "linear") return;
        const id = `${shared?.id ?? ""} ${printCurve(curve)}`;
        const before = found.get(id);
        const figure = nameOf.get(tween.figures[0] ?? "") ?? "";
        found.set(id, {
          name: shared?.name ?? `${figure} ${channelOf(channel).label}, ${tween.name}`.trim(),
          curve,
          duration: (keys[i + 1]?.time ?? key.time) - key.time,
          ...before,
          count: (before?.count ?? 0) + 1,
        });
      });
    }
  return [...found.values()];
}
