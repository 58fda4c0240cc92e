import { createContext, useCallback, useContext, useEffect, useRef } from "react";
import { useStore } from "zustand";
import type { LiveFrame, LiveSession, LiveState } from "./liveSession.ts";

/** Live on the bench of the page. */
export const LiveContext = createContext<LiveSession | null>(null);

/** Live on the bench of the page. Throws RangeError outside of it. */
export function useLive(): LiveSession {
  const session = useContext(LiveContext);
  if (!session) throw new RangeError("useLive: there is no Live around this component");
  return session;
}

/** A part of what Live is doing, for components. */
export function useLiveState<T>(select: (state: LiveState) => T): T {
  return useStore(useLive().store, select);
}

/**
 * Draws past React, in each frame of Live while the component is there; what stands beside the scene takes turns while
 * frames are missed. Answers how to draw for a reason of its own.
 */
export function useLiveFrame(draw: (frame: LiveFrame) => void, isBeside = false): () => void {
  const session = useLive();
  const latest = useRef(draw);
  latest.current = draw;
  useEffect(() => session.onFrame((frame) => latest.current(frame), isBeside), [session, isBeside]);
  useEffect(session.invalidate);
  return useCallback(() => session.invalidate(), [session]);
}
