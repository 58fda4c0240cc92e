import { type Curve, parseCurve, printCurve } from "@levitas/core/curve";
import { type CurveReference, curveOfKey } from "@levitas/core/study";
import type { ReactNode } from "react";
import { MiniCurve } from "../../curve-editor/MiniCurve.tsx";
import { say } from "../../ui/notices.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useStudy } from "../session/BenchContext.ts";

/** A curve as its plot and its text, which can be typed; for what has no span of its own. */
export function CurveChoice({
  label,
  curve,
  change,
}: {
  label: string;
  curve: Curve | CurveReference | undefined;
  change: (curve: Curve) => void;
}): ReactNode {
  const { curves } = useStudy();
  const own = curveOfKey({ curves }, curve ? { curve } : {});
  const text = printCurve(own);
  const take = (value: string) => {
    const read = parseCurve(value);
    if (!read.ok) {
      const [fault] = read.faults;
      say(`${label}: ${fault?.message} ${fault?.cure}`, { tone: "fault" });
      return false;
    }
    change(read.value);
  };
  return (
    <label className="flex items-center gap-2 text-[12.5px]">
      {label}
      <span className="ml-auto shrink-0 text-spruce">
        <MiniCurve curve={own} />
      </span>
      <TextField
        label={`${label}: curve`}
        value={text}
        most={20_000}
        take={take}
        className="h-6 w-32 rounded-md border border-edge/40 bg-paper px-1.5 font-mono text-[11px] focus:border-spruce"
      />
    </label>
  );
}
