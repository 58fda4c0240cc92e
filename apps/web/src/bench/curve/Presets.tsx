import { sameCurve } from "@levitas/core/curve";
import { setSpanCurve } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { leaveFocus } from "../../ui/pointerFocus.ts";
import { useBench } from "../model/BenchContext.ts";
import { MiniCurve } from "./MiniCurve.tsx";
import { PRESETS } from "./presets.ts";
import type { Span } from "./useSpan.ts";

/** Curves to begin from, as small plots; a click gives the span that curve. */
export function Presets({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  return (
    <fieldset className="grid shrink-0 grid-cols-7 gap-1 border-t border-rule px-2 py-1">
      <legend className="sr-only">Curves to begin from</legend>
      {PRESETS.map(({ name, curve }) => {
        const chosen = sameCurve(curve, span.curve);
        return (
          <button
            key={name}
            type="button"
            aria-pressed={chosen}
            onMouseDown={leaveFocus}
            onClick={() => bench.perform(setSpanCurve, { keyId: span.key.id, curve })}
            className={`flex flex-col items-center rounded-lg border pb-1 ${chosen ? "border-spruce bg-spruce-pale text-spruce" : "border-transparent text-spruce hover:border-edge/50 hover:bg-raised"}`}
          >
            <MiniCurve curve={curve} />
            <span className="text-[10.5px] leading-none text-ink">{name}</span>
          </button>
        );
      })}
    </fieldset>
  );
}
