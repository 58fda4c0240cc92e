import { firstStudy } from "@levitas/core/study";
import { type ReactNode, useMemo } from "react";
import { Miniature } from "../drawing/Miniature.tsx";

/** Nothing to show: what a study is, by a small example, or that the search found none. */
export function NoStudies({ search }: { search: string }): ReactNode {
  const example = useMemo(() => {
    let n = 0;
    return firstStudy("Example", () => `example-${n++}`);
  }, []);
  if (search !== "")
    return (
      <p className="text-muted">
        No study is named like “{search}”. Try fewer letters, or make a new one.
      </p>
    );
  const still = matchMedia("(prefers-reduced-motion: reduce)").matches;
  return (
    <div className="mx-auto mt-10 max-w-md text-center">
      <div className="h-52 overflow-hidden rounded-lg border border-rule">
        <Miniature study={example} playing={!still} />
      </div>
      <h2 className="mt-4 text-base font-semibold">
        A study is a small scene in which things move
      </h2>
      <p className="mt-1 text-muted">
        This ball goes from one key to the next at constant speed. Make a new study to shape it.
      </p>
    </div>
  );
}
