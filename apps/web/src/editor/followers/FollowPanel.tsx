import type { Figure } from "@levitas/core/study";
import { lazy, type ReactNode, Suspense, useRef } from "react";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { dropFollower } from "./dropFollower.ts";

const FollowerDraft = lazy(async () => ({
  default: (await import("./FollowerForm.tsx")).FollowerDraft,
}));

/** Beside a figure: the follower that is being made for it. Dismissed, there is none. */
export function FollowPanel({ figure }: { figure: Figure }): ReactNode {
  const bench = useBench();
  const draft = useBenchState((state) => state.draftFollower);
  const anchor = useRef<HTMLSpanElement>(null);
  const mine = draft?.figure === figure.id ? draft : null;
  return (
    <>
      <span ref={anchor} className="w-0" />
      <Panel
        name={`${figure.name} is to follow`}
        anchor={anchor}
        open={mine !== null}
        onOpenChange={(open) => open || dropFollower(bench)}
        place={{ side: "right" }}
        stays
        className="w-76 gap-2 p-3"
      >
        <Suspense fallback={<div className="h-80" />}>
          {mine ? <FollowerDraft follower={mine} /> : null}
        </Suspense>
      </Panel>
    </>
  );
}
