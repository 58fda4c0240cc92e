import type { Curve } from "@levitas/core/curve";
import { Slider } from "radix-ui";
import type { ReactNode } from "react";
import { useSliderDrag } from "../ui/useSliderDrag.ts";
import { useDesk, useDeskCurve } from "./desk/DeskContext.ts";
import { explainFault } from "./explainFault.ts";

const STEPS = 500;

/** A slider over the range of a parameter. Where a value cannot be had it stays, and says why. */
export function ParameterSlider({
  label,
  shareNow,
  curveAt,
  isSound,
}: {
  label: string;
  shareNow: () => number;
  curveAt: (share: number) => Curve;
  isSound: (curve: Curve) => boolean;
}): ReactNode {
  const desk = useDesk();
  // The slider follows the curve as it is kept; while it is dragged it leads.
  useDeskCurve();
  const { led, slider } = useSliderDrag(() => {
    const drag = desk.begin();
    let refused: Curve | undefined;
    return {
      follow: (at) => {
        const curve = curveAt(at / STEPS);
        refused = isSound(curve) ? undefined : curve;
        if (!refused) drag.update(curve);
      },
      end: (cancelled) => {
        if (cancelled) return drag.cancel();
        drag.commit();
        if (refused) explainFault(refused);
      },
    };
  });
  return (
    <Slider.Root
      {...slider}
      value={[led ?? Math.round(shareNow() * STEPS)]}
      max={STEPS}
      className="relative mt-1 flex h-4 touch-none items-center select-none"
    >
      <Slider.Track className="relative h-1 grow rounded-full bg-rule">
        <Slider.Range className="absolute h-full rounded-full bg-spruce" />
      </Slider.Track>
      <SliderThumb label={label} />
    </Slider.Root>
  );
}

function SliderThumb({ label }: { label: string }): ReactNode {
  return (
    <Slider.Thumb
      aria-label={`${label}, slider`}
      className="block h-4 w-2.5 cursor-ew-resize rounded-[4px] border-2 border-spruce bg-raised"
    />
  );
}
