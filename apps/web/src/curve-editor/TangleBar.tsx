import { lazy, type ReactNode, Suspense } from "react";
import { useDeskCurve } from "./desk/DeskContext.ts";
import { isTangled } from "./desk/desk.ts";

const TangleAlert = lazy(async () => ({
  default: (await import("./TangleAlert.tsx")).TangleAlert,
}));

/** Says so where the curve on the desk runs back in time. */
export function TangleBar(): ReactNode {
  const curve = useDeskCurve();
  return curve.kind === "path" && isTangled(curve) ? (
    <Suspense fallback={null}>
      <TangleAlert curve={curve} />
    </Suspense>
  ) : null;
}
