import { curveKindOf, printCurve } from "@levitas/core/curve";
import { faultText } from "@levitas/core/fault";
import { printCss } from "@levitas/core/format";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { Button } from "../ui/Button.tsx";
import { useDesk, useDeskCurve } from "./desk/DeskContext.ts";
import { isTangled, soundCurve } from "./desk/desk.ts";
import { readPasted } from "./readPasted.ts";

/**
 * The curve as text: to copy as CSS, or to type or paste another. What cannot be read stays and is explained.
 * `children` are other ways to say the curve.
 */
export function CurveText({ children }: { children?: ReactNode }): ReactNode {
  const desk = useDesk();
  const curve = useDeskCurve();
  // What CSS does not know is shown as it is said here, and copied as what CSS can run.
  const text = curveKindOf(curve).css ? printCss(curve) : printCurve(curve);
  const [typed, setTyped] = useState(text);
  const [fault, setFault] = useState("");
  useEffect(() => {
    setTyped(text);
    setFault("");
  }, [text]);
  const latest = useRef(curve);
  latest.current = curve;
  const take = async (value: string) => {
    if (value.trim() === text) return;
    const read = await readPasted(value);
    // Reading may take a while: by now another curve may be on the desk, alike or not, for which this text is not meant.
    if (latest.current !== curve) return;
    const [first] = read.ok ? read.value : [];
    if (first) {
      setFault("");
      desk.set(first.curve, []);
    } else if (!read.ok) setFault(read.faults.map(faultText).join(" "));
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
          onBlur={(event) => void take(event.target.value)}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Enter") void take(event.currentTarget.value);
            if (event.key === "Escape") {
              setTyped(text);
              setFault("");
            }
          }}
          className={`h-7 min-w-0 flex-1 rounded-md border bg-raised px-2 font-mono text-[11px] ${fault ? "border-fault" : "border-edge/40"}`}
        />
        <Button
          size="small"
          disabled={isTangled(curve)}
          onClick={async () => (await import("./copyCurve.ts")).copyCurve(soundCurve(curve))}
        >
          Copy curve
        </Button>
        {children}
      </div>
      {fault ? (
        <p role="alert" className="mt-1 text-[11.5px] leading-snug text-fault">
          {fault}
        </p>
      ) : null}
    </div>
  );
}
