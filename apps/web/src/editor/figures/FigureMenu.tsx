import type { Figure } from "@levitas/core/study";
import type { ReactNode } from "react";
import { MenuItems } from "../../ui/MenuItems.tsx";
import { figureMenu } from "../commands/figureActions.ts";
import { useBench, useBenchState, useStudy } from "../session/BenchContext.ts";
import { chosenFigures } from "../session/selection.ts";

/** What can be done with a figure, once its menu is open. */
export function FigureMenu({
  figure,
  rename,
  dress,
}: {
  figure: Figure;
  rename: () => void;
  dress: () => void;
}): ReactNode {
  const bench = useBench();
  const study = useStudy();
  const copied = useBenchState((state) => state.copied);
  const chosen = useBenchState((state) => state.selection);
  const beside = chosenFigures(chosen).filter((id) => id !== figure.id);
  return <MenuItems items={figureMenu(bench, study, figure, { beside, copied, rename, dress })} />;
}
