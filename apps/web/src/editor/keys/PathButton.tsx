import { eachTween } from "@levitas/core/study";
import { type ReactNode, useEffect } from "react";
import { CommandButton } from "../commands/CommandButton.tsx";
import { loadPathCommands } from "../commands/command.ts";
import { useBenchState, useStudy } from "../session/BenchContext.ts";

/** Joins x and y of the chosen figure to a path through space, or splits them again. */
export function PathButton(): ReactNode {
  const study = useStudy();
  const figure = useBenchState(({ selection }) => selection.figure);
  useEffect(loadPathCommands, []);
  const isJoined = [...eachTween(study.sequence)].some(
    (tween) => figure !== null && tween.path && tween.figures.includes(figure),
  );
  return isJoined ? (
    <CommandButton id="split-path" text="Split x and y" />
  ) : (
    <CommandButton id="join-path" text="Join x and y" />
  );
}
