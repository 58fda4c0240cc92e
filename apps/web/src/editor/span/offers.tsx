import { type Curve, sameCurve } from "@levitas/core/curve";
import { setSpanCurves } from "@levitas/core/edit";
import type { CurveReference } from "@levitas/core/study";
import type { ReactNode } from "react";
import { MiniCurve } from "../../curve-editor/MiniCurve.tsx";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";

/** A curve that the selected span can take. */
export interface Offer {
  readonly id: string;
  readonly name: string;
  readonly curve: Curve;
  readonly chosen: boolean;
  readonly take: () => void;
}

/** Letters that surely fit under a plot. */
const LONG = 12;

/** Curves to choose from, as small plots; `none` is said where there are none. */
export function Offers({ offers, none }: { offers: readonly Offer[]; none?: string }): ReactNode {
  return (
    <>
      {offers.length === 0 ? (
        <p className="p-2 text-[12.5px] leading-snug text-muted">{none}</p>
      ) : null}
      {offers.map(({ id, name, curve, chosen, take }) => (
        <button
          key={id}
          type="button"
          aria-pressed={chosen}
          title={name}
          onMouseDown={leaveFocus}
          onClick={take}
          className={`flex h-12 w-17 shrink-0 flex-col items-center rounded-lg border pb-1 ${chosen ? "border-spruce bg-spruce-pale text-spruce" : "border-transparent text-spruce hover:border-edge/50 hover:bg-raised"}`}
        >
          <MiniCurve curve={curve} />
          {/* A clip for each of them would cost every frame; most names fit. */}
          <span
            className={`max-w-full text-[10.5px] leading-none whitespace-nowrap text-ink ${name.length > LONG ? "truncate" : ""}`}
          >
            {name}
          </span>
        </button>
      ))}
    </>
  );
}

/** Gives a curve to the span of each chosen key, or does `alone` where fewer than two are chosen. */
export function useGive(): (curve: Curve | CurveReference, alone: () => void) => void {
  const bench = useBench();
  const chosen = useBenchState(({ selection }) => selection.keys);
  return (curve, alone) => {
    if (chosen.length < 2) alone();
    else bench.perform(setSpanCurves, { keyIds: chosen, curve });
  };
}

/** Makes offers of curves for a span. */
export function useOffer(span: Span): (id: string, name: string, curve: Curve) => Offer {
  const { desk } = useBench();
  const give = useGive();
  return (id, name, curve) => ({
    ...{ id, name, curve, chosen: sameCurve(curve, span.curve) },
    take: () => give(curve, () => desk.set(curve, [])),
  });
}
