import { setGuides, setScene } from "@levitas/core/edit";
import { PERSPECTIVE } from "@levitas/core/study";
import { isColor } from "@levitas/core/value";
import { Popover } from "radix-ui";
import { type ReactNode, useRef } from "react";
import { useBench, useBenchState, useFrame, useStudy } from "../bench/model/BenchContext.ts";
import { Button } from "../ui/Button.tsx";
import { NumberField } from "../ui/NumberField.tsx";
import { say } from "../ui/notices.tsx";
import { Segmented } from "../ui/Segmented.tsx";
import { SceneSwitch } from "./SceneSwitch.tsx";

const GRIDS = [0, 8, 16, 40] as const;
const PANEL =
  "z-50 flex max-h-(--radix-popover-content-available-height) w-60 flex-col gap-2 overflow-y-auto rounded-lg border border-edge/50 bg-raised p-3 outline-none";

/** The switches of the scene: what explains the motion, and what figures are aligned with. */
export function SceneBar(): ReactNode {
  const bench = useBench();
  const { store, camera } = bench;
  const { showPath, showSpacing, showTwin, onion } = useBenchState((state) => state);
  const zoom = useRef<HTMLButtonElement>(null);
  useFrame(() => {
    const text = `${Math.round(camera.scale * 100)} %`;
    if (zoom.current && zoom.current.textContent !== text) zoom.current.textContent = text;
  });
  return (
    <div className="absolute inset-x-2 bottom-2 flex items-center gap-1">
      <SceneSwitch
        name="Path"
        on={showPath}
        toggle={() => store.setState({ showPath: !showPath })}
      />
      <SceneSwitch
        name="Spacing"
        on={showSpacing}
        toggle={() => store.setState({ showSpacing: !showSpacing })}
      />
      <span className="flex">
        <SceneSwitch
          name="Onion skin"
          on={onion.on}
          toggle={() => store.setState({ onion: { ...onion, on: !onion.on } })}
        />
        <OnionPanel />
      </span>
      <SceneSwitch
        name="Linear twin"
        on={showTwin}
        toggle={() => store.setState({ showTwin: !showTwin })}
      />
      <LinesPanel />
      <button
        ref={zoom}
        type="button"
        title="Zoom of the scene: wheel to zoom, drag with Space to pan, click to see all of it"
        onClick={() => camera.fit()}
        className="ml-auto h-6.5 rounded-lg border border-edge/60 bg-raised/90 px-1.5 font-mono text-[10.5px] text-muted hover:text-ink"
      />
    </div>
  );
}

function OnionPanel(): ReactNode {
  const { store } = useBench();
  const onion = useBenchState((state) => state.onion);
  const set = (part: Partial<typeof onion>) =>
    store.setState({ onion: { ...onion, on: true, ...part } });
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          aria-label="How the onion skin is drawn"
          title="How the onion skin is drawn"
          className="-ml-1 h-6.5 rounded-r-lg border border-edge/60 bg-raised/90 px-1 text-[10px] text-muted hover:text-ink"
        >
          ▾
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Onion skin"
          side="top"
          align="start"
          sideOffset={6}
          className={PANEL}
        >
          <h2 className="font-semibold">Onion skin</h2>
          <NumberField
            label="Before the playhead"
            value={onion.before}
            min={0}
            max={20}
            onChange={(before) => set({ before })}
          />
          <NumberField
            label="After it"
            value={onion.after}
            min={0}
            max={20}
            onChange={(after) => set({ after })}
          />
          <Segmented
            label="Drawn as"
            value={onion.look}
            options={[
              { value: "outlines", text: "Outlines" },
              { value: "filled", text: "Filled" },
            ]}
            onChange={(look) => set({ look })}
          />
          <Segmented
            label="Taken at"
            value={onion.at}
            options={[
              { value: "frames", text: "At frames" },
              { value: "keys", text: "At keys" },
            ]}
            onChange={(at) => set({ at })}
          />
          {onion.at === "frames" ? (
            <NumberField
              label="Every n-th frame"
              value={onion.step}
              min={1}
              max={60}
              onChange={(step) => set({ step })}
            />
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function BackgroundField(): ReactNode {
  const bench = useBench();
  const { background } = useStudy().scene;
  const take = (text: string) => {
    if (text === background) return;
    if (isColor(text)) bench.perform(setScene, { background: text });
    else say(`“${text}” is not a color. Type a CSS color, such as #DFE7E4.`, { tone: "fault" });
  };
  return (
    <label className="flex items-center justify-between gap-2 text-[12.5px]">
      Background
      <input
        key={background}
        defaultValue={background}
        onBlur={(event) => take(event.target.value.trim())}
        onKeyDown={(event) => {
          if (event.key !== "Escape") event.stopPropagation();
          if (event.key === "Enter") take(event.currentTarget.value.trim());
        }}
        className="h-6 w-24 rounded-md border border-edge/40 bg-paper px-1.5 text-right font-mono text-[11.5px] focus:border-spruce"
      />
    </label>
  );
}

function LinesPanel(): ReactNode {
  const bench = useBench();
  const grid = useBenchState((state) => state.grid);
  const { scene } = useStudy();
  const guides = scene.guides ?? [];
  const add = (axis: "x" | "y") =>
    bench.perform(setGuides, {
      guides: [
        ...guides,
        { axis, at: Math.round((axis === "x" ? scene.width : scene.height) / 2) },
      ],
    });
  const any = grid > 0 || guides.length > 0;
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          className={`h-6.5 rounded-lg border bg-raised/90 px-2 text-[12px] ${any ? "border-spruce font-medium text-spruce" : "border-edge/60 text-muted"}`}
        >
          Scene
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label="Scene"
          side="top"
          align="start"
          sideOffset={6}
          className={PANEL}
        >
          <h2 className="font-semibold">Scene</h2>
          <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
            <NumberField
              label="Width"
              value={scene.width}
              min={1}
              max={10_000}
              onChange={(width) => bench.perform(setScene, { width })}
            />
            <NumberField
              label="Height"
              value={scene.height}
              min={1}
              max={10_000}
              onChange={(height) => bench.perform(setScene, { height })}
            />
          </div>
          <NumberField
            label="Eye distance, for turns in depth"
            value={scene.perspective ?? PERSPECTIVE}
            min={50}
            max={20_000}
            step={50}
            unit="px"
            onChange={(perspective) => bench.perform(setScene, { perspective })}
          />
          <BackgroundField />
          <h3 className="font-medium">Grid and guides</h3>
          <Segmented
            label="Grid"
            value={String(grid)}
            options={GRIDS.map((each) => ({
              value: String(each),
              text: each === 0 ? "No grid" : `${each} px`,
            }))}
            onChange={(next) => bench.store.setState({ grid: Number(next) })}
          />
          <div className="flex gap-1.5">
            <Button size="tiny" onClick={() => add("x")}>
              Guide down
            </Button>
            <Button size="tiny" onClick={() => add("y")}>
              Guide across
            </Button>
          </div>
          <p className="text-[12px] leading-snug text-muted">
            Drag a guide on the scene; double-click takes it away. Figures snap to guides, to the
            grid, and to the scene's edges and middle.
          </p>
          {guides.length > 0 ? (
            <Button size="tiny" onClick={() => bench.perform(setGuides, { guides: [] })}>
              Take all guides away
            </Button>
          ) : null}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
