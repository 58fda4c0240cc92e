import { type RefObject, useEffect } from "react";
import { useBench } from "../session/BenchContext.ts";
import type { KeyFinder } from "../session/bench.ts";
import type { TrackFinder } from "../tracks/TrackCanvas.tsx";

/** Has the box that chooses keys find those that a canvas shows. */
export function useKeyFinder<Row, Target extends { readonly on: string }>(
  finder: RefObject<TrackFinder<Row, Target> | null>,
): void {
  const { keyFinders } = useBench();
  useEffect(() => {
    const find: KeyFinder = (box) =>
      finder.current
        ?.within(box)
        .flatMap((target) => (target.on === "key" && "id" in target ? [String(target.id)] : [])) ??
      [];
    keyFinders.add(find);
    return () => void keyFinders.delete(find);
  }, [keyFinders, finder]);
}
