import { type ReactNode, useLayoutEffect, useState } from "react";
import { ErrorBoundary } from "../../ui/ErrorBoundary.tsx";
import { Panes } from "../arrangement/Panes.tsx";
import { useBench } from "../session/BenchContext.ts";
import { LiveContext } from "./LiveContext.ts";
import { LivePanel } from "./LivePanel.tsx";
import { LiveScene } from "./LiveScene.tsx";
import { LiveTransport } from "./LiveTransport.tsx";
import { LiveWay } from "./LiveWay.tsx";
import { LiveSession } from "./liveSession.ts";

/** The bench while it is Live: the scene takes presses, and the right side says what answers. */
export function LiveRoom(): ReactNode {
  const bench = useBench();
  const [session, setSession] = useState<LiveSession | null>(null);
  // Left before the bench is: what is being recorded becomes a take, and is saved with the rest.
  useLayoutEffect(() => {
    bench.clock.pause();
    const made = new LiveSession(bench);
    setSession(made);
    return () => made.dispose();
  }, [bench]);
  if (!session) return null;
  return (
    <LiveContext value={session}>
      <Panes
        scene={
          <>
            <ErrorBoundary name="The scene">
              <LiveScene />
            </ErrorBoundary>
            <ErrorBoundary name="The transport">
              <LiveTransport />
            </ErrorBoundary>
          </>
        }
        curve={
          <ErrorBoundary name="The way">
            <LiveWay />
          </ErrorBoundary>
        }
        timeline={
          <ErrorBoundary name="Live">
            <LivePanel />
          </ErrorBoundary>
        }
      />
    </LiveContext>
  );
}
