import { lazy, type ReactNode, Suspense } from "react";
import { Button } from "../../ui/Button.tsx";
import { Panel } from "../../ui/Panel.tsx";
import { useBench, useBenchState } from "../session/BenchContext.ts";

const Gallery = lazy(async () => ({ default: (await import("./Gallery.tsx")).Gallery }));

/** A gallery of motions without figures; each plays on a stand-in, and goes to the chosen figures. */
export function RecipePanel(): ReactNode {
  const bench = useBench();
  const open = useBenchState((state) => state.recipesOpen);
  const setOpen = (next: boolean) => bench.store.setState({ recipesOpen: next });
  return (
    <Panel
      name="Recipes"
      trigger={
        <Button look="quiet" size="small" title="Motions to give to figures (R)">
          Recipes
        </Button>
      }
      open={open}
      onOpenChange={setOpen}
      place={{ side: "right", align: "end", offset: 8 }}
      className="w-140 gap-2.5 p-3"
    >
      <Suspense fallback={null}>
        <Gallery close={() => setOpen(false)} />
      </Suspense>
    </Panel>
  );
}
