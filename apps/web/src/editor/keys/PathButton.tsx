import { joinable, joinPath, separatePath } from "@levitas/core/edit";
import { eachTween, findTween } from "@levitas/core/study";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { say } from "../../ui/notices.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";

/** Joins x and y of the chosen figure to a path through space, or parts them again. */
export function PathButton(): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const figure = useBenchState(({ selection }) => selection.figure);
  const joined = [...eachTween(study.sequence)].find(
    (tween) => figure !== null && tween.figures.includes(figure) && tween.path,
  );
  const can = figure !== null && !joined && joinable(bench.motion, figure) !== undefined;
  if (joined)
    return (
      <Button
        size="tiny"
        title="x and y become two curves again; the motion stays within half a px"
        onClick={() => {
          bench.perform(separatePath, { tweenId: joined.id, newId: () => nanoid(8) });
          const after = findTween(bench.study, joined.id);
          if (after && !after.path) say("x and y are two curves now.");
        }}
      >
        Split x and y
      </Button>
    );
  return (
    <Button
      size="tiny"
      disabled={!can}
      title="Join x and y to one path through space with one timing; the motion stays within half a px"
      onClick={() => {
        if (figure === null) return;
        bench.perform(joinPath, { figureId: figure, newId: () => nanoid(8) });
        say("x and y are one path now: drag its points and handles on the scene.");
      }}
    >
      Join x and y
    </Button>
  );
}
