import type { Curve } from "@levitas/core/curve";
import { curvePolyline } from "@levitas/core/reading";
import { memo, type ReactNode } from "react";

const SIZE = { width: 44, height: 30, pad: 7 };

/** A curve as a small plot, in place of an icon. */
export const MiniCurve = memo(function MiniCurve({ curve }: { curve: Curve }): ReactNode {
  const points = curvePolyline(curve, 32);
  const x = (p: number) => 3 + p * (SIZE.width - 6);
  const y = (v: number) => SIZE.height - SIZE.pad - v * (SIZE.height - 2 * SIZE.pad);
  let path = "";
  for (let i = 0; i < points.length; i += 2)
    path += `${i === 0 ? "M" : "L"}${x(points[i] as number).toFixed(1)} ${y(points[i + 1] as number).toFixed(1)}`;
  return (
    <svg
      viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
      className="h-7.5 w-11 overflow-visible"
      aria-hidden="true"
    >
      <path
        d={`M3 ${y(0)}H${SIZE.width - 3}M3 ${y(1)}H${SIZE.width - 3}`}
        className="stroke-rule"
        strokeWidth={1}
      />
      <path
        d={path}
        className="fill-none stroke-current"
        strokeWidth={1.8}
        strokeLinejoin="round"
      />
    </svg>
  );
});
