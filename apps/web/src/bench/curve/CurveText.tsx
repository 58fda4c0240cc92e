import { curveKindOf, parseCurve, printCurve } from "@levitas/core/curve";
import { setSpanCurve } from "@levitas/core/edit";
import { faultText } from "@levitas/core/fault";
import { cssCurve } from "@levitas/core/format";
import { type ReactNode, useEffect, useState } from "react";
import { Button } from "../../ui/Button.tsx";
import { copyText } from "../../ui/copyText.ts";
import { useBench } from "../model/BenchContext.ts";
import type { Span } from "./useSpan.ts";

/** The curve as text: to copy as CSS, or to type or paste another. What cannot be read stays and is explained. */
export function CurveText({ span }: { span: Span }): ReactNode {
  const bench = useBench();
  const css = cssCurve(span.curve);
  // What CSS does not know is shown as it is said here, and copied as what CSS can run.
  const text = curveKindOf(span.curve).css ? css : printCurve(span.curve);
  const [typed, setTyped] = useState(text);
  const [fault, setFault] = useState("");
  useEffect(() => {
    setTyped(text);
    setFault("");
  }, [text]);
  const take = (value: string) => {
    if (value.trim() === text) return;
    const curve = parseCurve(value);
    if (curve.ok) {
      setFault("");
      bench.perform(setSpanCurve, { keyId: span.key.id, curve: curve.value });
    } else setFault(curve.faults.map(faultText).join(" "));
  };
  return (
    <div className="shrink-0 px-3 pb-1.5">
      <div className="flex gap-1.5">
        <input
          aria-label="Curve as text"
          aria-invalid={fault !== ""}
          spellCheck={false}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onBlur={(event) => take(event.target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Enter") take(event.currentTarget.value);
            if (event.key === "Escape") {
              setTyped(text);
              setFault("");
            }
          }}
          className={`h-7 min-w-0 flex-1 rounded-md border bg-raised px-2 font-mono text-[11px] ${fault ? "border-fault" : "border-edge/40"}`}
        />
        <Button size="small" onClick={() => copyText(css, "the curve as CSS")}>
          Copy curve
        </Button>
      </div>
      {fault ? (
        <p role="alert" className="mt-1 text-[11.5px] leading-snug text-fault">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
