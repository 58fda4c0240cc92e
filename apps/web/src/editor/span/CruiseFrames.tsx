import { reshapeSpan } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";
import type { Span } from "../session/span.ts";

/** A span said in frames: it speeds up over the first ones and slows down over the last. */
export function CruiseFrames({ span: { curve, key, next } }: { span: Span }): ReactNode {
  const bench = useBench();
  const { frameRate } = useStudy().scene;
  const whole = ((next.time - key.time) * frameRate) / 1000;
  if (!(whole >= 1)) return null;
  const is = curve.kind === "cruise" ? curve : { rise: 0, fall: 0 };
  const frames = (share: number) => Math.round(share * whole * 10) / 10;
  const set = (rise: number, fall: number) =>
    bench.perform(reshapeSpan, {
      keyId: key.id,
      curve: {
        kind: "cruise",
        rise: Math.min(rise / whole, 1),
        fall: Math.min(fall / whole, 1 - Math.min(rise / whole, 1)),
      },
    });
  return (
    <Panel
      name="Say it in frames"
      stays
      place={{ side: "top", align: "end" }}
      className="flex w-56 flex-col gap-2 p-3"
      trigger={<Button size="small">In frames…</Button>}
    >
      <NumberField
        label="Speeds up over"
        value={frames(is.rise)}
        min={0}
        max={Math.floor(whole)}
        whole={false}
        unit="f"
        onChange={(rise) => set(rise, is.fall * whole)}
      />
      <NumberField
        label="Slows over"
        value={frames(is.fall)}
        min={0}
        max={Math.floor(whole)}
        whole={false}
        unit="f"
        onChange={(fall) => set(Math.min(is.rise * whole, whole - fall), fall)}
      />
    </Panel>
  );
}
