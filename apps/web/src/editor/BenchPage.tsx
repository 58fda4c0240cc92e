import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { useLoaderData, useParams } from "react-router";
import { useStore } from "zustand";
import { listIsStale } from "../api/stale.ts";
import { useIsBringing } from "../bring/bringing.ts";
import { useDropped } from "../bring/useDropped.ts";
import { DragTip } from "../ui/dragTip.tsx";
import { ErrorBoundary } from "../ui/ErrorBoundary.tsx";
import { Panes } from "./arrangement/Panes.tsx";
import { BenchHeader } from "./BenchHeader.tsx";
import { StepSpoken } from "./commands/StepSpoken.tsx";
import { BenchContext, useBenchState } from "./session/BenchContext.ts";
import {
  type FoundStudy,
  type OpenStudy,
  openStudy,
  type StudyKeeper,
} from "./session/openStudy.ts";
import { CurvePane } from "./span/CurvePane.tsx";
import { SceneBar } from "./stage/SceneBar.tsx";
import { SceneView } from "./stage/SceneView.tsx";
import { Timeline } from "./Timeline.tsx";
import { Transport } from "./transport/Transport.tsx";

/** One study: scene, transport and curve on the left, the timeline on the right. */
export function BenchPage(): ReactNode {
  const { id } = useParams();
  return <BenchRoom key={id} found={useLoaderData<FoundStudy>()} />;
}

/** The choice between two states comes when there is one to make. */
const ConflictBar = lazy(async () => ({
  default: (await import("./ConflictBar.tsx")).ConflictBar,
}));

const BringHere = lazy(async () => ({ default: (await import("./BringHere.tsx")).BringHere }));

const LiveRoom = lazy(async () => ({
  default: (await import("./live/LiveRoom.tsx")).LiveRoom,
}));

/** The panes of the bench, or of Live. */
function Room(): ReactNode {
  const isLive = useBenchState((state) => state.live);
  if (isLive)
    return (
      <Suspense fallback={null}>
        <LiveRoom />
      </Suspense>
    );
  return (
    <Panes
      scene={
        <>
          <ErrorBoundary name="The scene">
            <SceneView />
          </ErrorBoundary>
          <ErrorBoundary name="The transport">
            <Transport beside={<SceneBar />} />
          </ErrorBoundary>
        </>
      }
      curve={
        <ErrorBoundary name="The curve">
          <CurvePane />
        </ErrorBoundary>
      }
      timeline={
        <ErrorBoundary name="The timeline">
          <Timeline />
        </ErrorBoundary>
      }
    />
  );
}

function Choice({ keeper }: { keeper: StudyKeeper }): ReactNode {
  const { kind } = useStore(keeper.state);
  if (kind !== "conflict" && kind !== "gone") return null;
  return (
    <Suspense fallback={null}>
      <ConflictBar keeper={keeper} />
    </Suspense>
  );
}

function BenchRoom({ found }: { found: FoundStudy }): ReactNode {
  const [open, setOpen] = useState<OpenStudy | null>(null);
  useEffect(() => {
    const opened = openStudy(found);
    setOpen(opened);
    return () => {
      // The list of studies may have been read before the last change arrived.
      void opened.close().then(() => listIsStale("studies"));
    };
  }, [found]);
  const isBringing = useIsBringing();
  useDropped();
  if (!open) return null;
  return (
    <BenchContext value={open.bench}>
      <div className="flex h-full flex-col">
        <BenchHeader keeper={open.keeper} />
        <StepSpoken />
        <Choice keeper={open.keeper} />
        <main className="flex min-h-0 flex-1">
          <Room />
        </main>
      </div>
      <DragTip />
      {isBringing ? (
        <Suspense fallback={null}>
          <BringHere />
        </Suspense>
      ) : null}
    </BenchContext>
  );
}
