import { LINEAR, naturalDuration } from "@levitas/core/curve";
import { keepResponse } from "@levitas/core/edit";
import { curveOfKey, type LiveResponse, type Study } from "@levitas/core/study";
import { useEffect, useMemo } from "react";
import { CurveDesk } from "../../curve-editor/desk/desk.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { useLive } from "./LiveContext.ts";

/** The curve of a response's way as it is shown. */
const curveIn = ({ curves, live }: Study, id: string) => {
  const how = live?.responses.find((each) => each.id === id)?.how;
  return how ? curveOfKey({ curves }, { curve: how.curve }) : LINEAR;
};

/** How long a response takes if nothing comes between, ms; of a spring by itself. */
export function lengthOf(study: Study, { how }: LiveResponse): number {
  return naturalDuration(curveOfKey(study, { curve: how.curve })) ?? how.duration;
}

/** The desk on which the way of a response lies. */
export function useHowDesk(id: string): CurveDesk {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const desk = useMemo(() => {
    const responseIn = (of: Study) => of.live?.responses.find((each) => each.id === id);
    const withCurve = (curve: LiveResponse["how"]["curve"]) => (of: Study) => {
      const response = responseIn(of);
      if (!response) throw new RangeError("the response is gone");
      return keepResponse(of, { ...response, how: { ...response.how, curve } });
    };
    const length = () => {
      const response = responseIn(bench.shown);
      return response ? lengthOf(bench.shown, response) : 0;
    };
    return new CurveDesk(curveIn(bench.study, id), {
      clock: bench.clock,
      hold: (curve) => bench.hold(id, curve),
      progress: () => {
        const begun = session.lastAnswer((each) => each.response === id);
        const gone = begun ? (session.current.time - begun.time) / length() : Number.NaN;
        return gone >= 0 && gone <= 1 ? gone : Number.NaN;
      },
      duration: length,
      set: (curve) => {
        const response = responseIn(bench.study);
        if (response) bench.perform(keepResponse, { ...response, how: { ...response.how, curve } });
      },
      begin: () => {
        const gesture = bench.begin();
        return {
          get active() {
            return gesture.active;
          },
          update: (curve) => gesture.update(withCurve(curve)),
          commit: () => gesture.commit(),
          cancel: () => gesture.cancel(),
        };
      },
      onFrame: (draw) => bench.clock.onDraw(draw),
      describe: () => "",
    });
  }, [bench, session, id]);
  const held = useBenchState(({ selection }) => selection.held?.[id] ?? null);
  useEffect(() => desk.take(curveIn(study, id), held), [desk, study, id, held]);
  // The playhead of the plot goes with the time of Live.
  useEffect(() => session.onFrame(() => desk.invalidate()), [session, desk]);
  return desk;
}
