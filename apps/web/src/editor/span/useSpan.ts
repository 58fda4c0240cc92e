import { useMemo } from "react";
import { useBenchState, useStudy } from "../session/BenchContext.ts";
import { type Span, spanIn } from "../session/span.ts";

/** The selected span of the study as it is kept. */
export function useSpan(): Span | undefined {
  const study = useStudy();
  const selection = useBenchState((state) => state.selection);
  return useMemo(() => spanIn(study, selection), [study, selection]);
}
