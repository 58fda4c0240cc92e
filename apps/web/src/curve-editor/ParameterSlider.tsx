import type { Curve } from "@levitas/core/curve";
import { Slider } from "radix-ui";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { useDesk, useDeskCurve } from "./desk/DeskContext.ts";
import type { DeskDrag } from "./desk/desk.ts";
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
  // The slider follows the curve as it is kept; while it is dragged it leads, and has to be told so.
  useDeskCurve();
  const [led, setLed] = useState<number | null>(null);
  const drag = useRef<DeskDrag | undefined>(undefined);
  const refused = useRef<Curve | undefined>(undefined);
  const ended = useRef<number | null>(null);
  const follow = (at: number): DeskDrag => {
    drag.current ??= desk.begin();
    setLed(at);
    const curve = curveAt(at / STEPS);
    refused.current = isSound(curve) ? undefined : curve;
    if (!refused.current) drag.current.update(curve);
    return drag.current;
  };
  // Radix tells of no end where the pointer is cancelled, or the panel goes while it is pressed.
  const cancel = () => {
    drag.current?.cancel();
    drag.current = undefined;
    refused.current = undefined;
  };
  useEffect(() => cancel, []);
  return (
    <Slider.Root
      onPointerCancel={() => {
        cancel();
        setLed(null);
      }}
      value={[led ?? Math.round(shareNow() * STEPS)]}
      max={STEPS}
      onValueChange={([at = 0]) => {
        // A key is told as an end first, and as a change after it.
        if (at !== ended.current) follow(at);
        ended.current = null;
      }}
      onValueCommit={([at = 0]) => {
        follow(at).commit();
        drag.current = undefined;
        ended.current = at;
        setLed(null);
        if (refused.current) explainFault(refused.current);
        refused.current = undefined;
      }}
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
