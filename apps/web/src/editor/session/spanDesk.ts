import { LINEAR } from "@levitas/core/curve";
import { reshapeSpan } from "@levitas/core/edit";
import { layerColorAt, layerTime, layerValue, outerOf } from "@levitas/core/motion";
import { CurveDesk } from "../../curve-editor/desk/desk.ts";
import { valueLabel } from "../words/labels.ts";
import type { Bench } from "./bench.ts";
import { type Span, spanIn, spanTimes } from "./span.ts";

/**
 * The desk on which the curve of the selected span lies. A path that runs back never reaches the study: it is held
 * beside it, and comes back with its span.
 */
export function createSpanDesk(bench: Bench): CurveDesk {
  /** The span as it is shown: while something is dragged, as it would become. */
  const shownSpan = (): Span | undefined => spanIn(bench.shown, bench.selection);
  const timesNow = () => {
    const span = shownSpan();
    return span && spanTimes(bench.motion, span);
  };
  const keyId = () => spanIn(bench.study, bench.selection)?.key.id ?? "";
  const desk = new CurveDesk(spanIn(bench.study, bench.selection)?.curve ?? LINEAR, {
    clock: bench.clock,
    hold: (curve) => bench.hold(keyId(), curve),
    progress: () => {
      const at = timesNow();
      if (!at || at.length <= 0) return Number.NaN;
      const { layer, start, length } = at;
      const time = bench.clock.shownTime;
      // In an iteration that runs backwards, and in later ones, it is where the keys' time is.
      const within = layer.time?.repeats ? layerTime(layer, time) : Number.NaN;
      return ((Number.isNaN(within) ? time : outerOf(layer, within)) - start) / length;
    },
    duration: () => timesNow()?.length ?? 0,
    set: (curve) => {
      const key = keyId();
      bench.perform(reshapeSpan, { keyId: key, curve });
      // Back at the curve that the study has all along.
      const { [key]: isHeld, ...held } = bench.selection.held ?? {};
      if (isHeld) bench.select({ held });
    },
    begin: () => {
      const gesture = bench.begin();
      const key = keyId();
      return {
        get active() {
          return gesture.active;
        },
        update: (curve) => gesture.update((study) => reshapeSpan(study, { keyId: key, curve })),
        commit: () => gesture.commit(),
        cancel: () => gesture.cancel(),
      };
    },
    // After the bench has drawn: what is dragged has been carried out by then.
    onFrame: (draw) => bench.clock.onDraw(draw),
    describe: (p) => {
      const span = shownSpan();
      const at = timesNow();
      if (!span || !at) return "";
      const time = at.start + p * at.length;
      const real =
        span.channel.kind === "color"
          ? layerColorAt(at.layer, time)
          : valueLabel(span.channel, layerValue(at.layer, time, 0));
      return `${span.channel.label} ${real}`;
    },
  });
  const heldFor = (key: string) => bench.selection.held?.[key] ?? null;
  let lying = keyId();
  bench.store.subscribe(() => {
    const span = spanIn(bench.study, bench.selection);
    const now = span?.key.id ?? "";
    if (now !== lying) desk.replace(span?.curve ?? LINEAR, heldFor(now));
    else if (span) desk.take(span.curve, heldFor(now));
    lying = now;
  });
  return desk;
}
