import { setScene } from "@levitas/core/edit";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { useBench, useStudy } from "../session/BenchContext.ts";

const FRAME_RATES = [10, 12, 24, 25, 30, 50, 60, 120];

/** Frame rates of a scene to choose from, and any other to type. */
export function FrameRates(): ReactNode {
  const bench = useBench();
  const { frameRate } = useStudy().scene;
  const set = (rate: number) => bench.perform(setScene, { frameRate: rate });
  return (
    <>
      <h2 className="font-semibold">Frames a second</h2>
      <div className="grid grid-cols-4 gap-1">
        {FRAME_RATES.map((rate) => (
          <Button
            key={rate}
            size="tiny"
            aria-pressed={rate === frameRate}
            className={rate === frameRate ? "border-spruce text-spruce" : ""}
            onClick={() => set(rate)}
          >
            {rate}
          </Button>
        ))}
      </div>
      <NumberField
        label="Any other"
        value={frameRate}
        min={1}
        max={240}
        whole={false}
        onChange={set}
      />
    </>
  );
}
