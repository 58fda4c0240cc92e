import { setGuides, setScene } from "@levitas/core/edit";
import { PERSPECTIVE } from "@levitas/core/study";
import { isColor } from "@levitas/core/value";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { ColorSwatch } from "../../ui/color/ColorSwatch.tsx";
import { NumberField } from "../../ui/NumberField.tsx";
import { say } from "../../ui/notices.tsx";
import { Segmented } from "../../ui/Segmented.tsx";
import { TextField } from "../../ui/TextField.tsx";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { beginColor } from "../session/colorGesture.ts";
import { sceneColors } from "../session/sceneColors.ts";

const GRIDS = [0, 8, 16, 40] as const;

/** How the onion skin is drawn. */
export function OnionForm(): ReactNode {
  const { store } = useBench();
  const onion = useBenchState((state) => state.onion);
  const set = (part: Partial<typeof onion>) =>
    store.setState({ onion: { ...onion, on: true, ...part } });
  return (
    <>
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
    </>
  );
}

function BackgroundField(): ReactNode {
  const bench = useBench();
  const { background } = useStudy().scene;
  const take = (text: string) => {
    if (isColor(text)) return void bench.perform(setScene, { background: text });
    say(`“${text}” is not a color. Type a CSS color, such as #DFE7E4.`, { tone: "fault" });
    return false;
  };
  return (
    <div className="flex items-center gap-2 text-[12.5px]">
      <span className="mr-auto">Background</span>
      <ColorSwatch
        label="Color of the background"
        look={background}
        color={() => background}
        scene={() => sceneColors(bench.study)}
        begin={() => beginColor(bench, (study, color) => setScene(study, { background: color }))}
        take={take}
      />
      <TextField
        label="Background"
        value={background}
        take={take}
        className="h-6 w-24 rounded-md border border-edge/40 bg-paper px-1.5 text-right font-mono text-[11.5px] focus:border-spruce"
      />
    </div>
  );
}

/** Size, depth and background of the scene, its grid and guides. */
export function SceneForm(): ReactNode {
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
  return (
    <>
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
          Vertical guide
        </Button>
        <Button size="tiny" onClick={() => add("y")}>
          Horizontal guide
        </Button>
      </div>
      <p className="text-[12px] leading-snug text-muted">
        Drag a guide on the scene; double-click takes it away. Figures snap to guides, to the grid,
        and to the scene's edges and middle.
      </p>
      {guides.length > 0 ? (
        <Button size="tiny" onClick={() => bench.perform(setGuides, { guides: [] })}>
          Take all guides away
        </Button>
      ) : null}
    </>
  );
}
