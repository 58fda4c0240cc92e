import { lazy, type ReactNode, Suspense, useRef } from "react";
import { usePlaying } from "../../clock/useClock.ts";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import { chosenFigures } from "../session/selection.ts";
import { SceneSwitch } from "./SceneSwitch.tsx";

const AlignPanel = lazy(async () => ({ default: (await import("./AlignPanel.tsx")).AlignPanel }));
// What is in the panels comes when one is opened.
const OnionForm = lazy(async () => ({ default: (await import("./sceneForms.tsx")).OnionForm }));
const SceneForm = lazy(async () => ({ default: (await import("./sceneForms.tsx")).SceneForm }));

const PANEL =
  "z-50 flex max-h-(--radix-popover-content-available-height) w-60 flex-col gap-2 overflow-y-auto rounded-lg border border-edge/50 bg-raised p-3 outline-none";

/**
 * What the scene shows besides its figures, and its zoom. It stands in the line of the transport, where it covers
 * nothing: all switches where there is room, else behind one button.
 */
export function SceneBar(): ReactNode {
  const { camera } = useBench();
  const zoom = useRef<HTMLButtonElement>(null);
  useFrame("The scene bar", ["camera"], () => {
    const text = `${Math.round(camera.scale * 100)} %`;
    if (zoom.current && zoom.current.textContent !== text) zoom.current.textContent = text;
  });
  return (
    <div className="flex items-center gap-1">
      <div className="hidden items-center gap-1 @min-[960px]:flex">
        <Switches />
        <LinesPanel />
      </div>
      <div className="@min-[960px]:hidden">
        <Panel
          name="What the scene shows"
          trigger={
            <button
              type="button"
              title="What the scene shows besides its figures"
              className="h-6.5 rounded-lg border border-edge/60 px-1.5 text-[12px] text-muted hover:text-ink"
            >
              Show…
            </button>
          }
          place={{ side: "top" }}
          className="w-64 p-3"
        >
          <div className="flex flex-wrap gap-1.5">
            <Switches />
            <LinesPanel />
          </div>
        </Panel>
      </div>
      <button
        ref={zoom}
        type="button"
        title="Zoom of the scene: wheel to zoom, drag with Space to pan, click to see all of it"
        onClick={() => camera.fit()}
        className="h-6.5 min-w-9 rounded-lg border border-edge/60 px-1 font-mono text-[10.5px] whitespace-nowrap text-muted hover:text-ink"
      />
    </div>
  );
}

/** Aligns the chosen figures: over the scene, and only while several are chosen. */
export function AlignBar(): ReactNode {
  const hasSeveral = useBenchState(({ selection }) => chosenFigures(selection).length > 1);
  const isPlaying = usePlaying(useBench().clock);
  if (!hasSeveral) return null;
  return (
    <div
      className={`absolute bottom-2 left-2 transition-opacity focus-within:opacity-100 group-hover/scene:opacity-100 ${isPlaying ? "opacity-0" : ""}`}
    >
      <Suspense fallback={null}>
        <AlignPanel />
      </Suspense>
    </div>
  );
}

/** What explains the motion on the scene. */
function Switches(): ReactNode {
  return (
    <>
      <SceneSwitch id="scene-path" name="Path" />
      <SceneSwitch id="scene-spacing" name="Spacing" />
      <span className="flex">
        <SceneSwitch id="scene-onion" name="Onion skin" />
        <OnionPanel />
      </span>
      <SceneSwitch id="scene-twin" name="Linear twin" />
    </>
  );
}

function OnionPanel(): ReactNode {
  return (
    <Panel
      name="Onion skin"
      trigger={
        <button
          type="button"
          aria-label="How the onion skin is drawn"
          title="How the onion skin is drawn"
          className="-ml-1 h-6.5 rounded-r-lg border border-edge/60 bg-raised/90 px-1 text-[10px] text-muted hover:text-ink"
        >
          ▾
        </button>
      }
      place={{ side: "top" }}
      className={PANEL}
    >
      <Suspense fallback={null}>
        <OnionForm />
      </Suspense>
    </Panel>
  );
}

function LinesPanel(): ReactNode {
  const grid = useBenchState((state) => state.grid);
  const guides = useStudy().scene.guides ?? [];
  const any = grid > 0 || guides.length > 0;
  return (
    <Panel
      name="Scene"
      trigger={
        <button
          type="button"
          className={`h-6.5 rounded-lg border bg-raised/90 px-2 text-[12px] ${any ? "border-spruce font-medium text-spruce" : "border-edge/60 text-muted"}`}
        >
          Scene
        </button>
      }
      place={{ side: "top" }}
      className={PANEL}
    >
      <Suspense fallback={null}>
        <SceneForm />
      </Suspense>
    </Panel>
  );
}
