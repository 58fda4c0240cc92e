import { addFigure } from "@levitas/core/edit";
import { FIGURE_HUES, FIGURE_KINDS, type FigureKind } from "@levitas/core/study";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { useBench } from "../model/BenchContext.ts";

/** Puts a new figure in the middle of the scene. */
export function AddFigureMenu(): ReactNode {
  const bench = useBench();
  const add = (kind: FigureKind) => {
    const { study } = bench;
    const { width, height } = study.scene;
    const id = nanoid(8);
    const taken = new Set(study.figures.map((figure) => figure.name));
    let name = kind.label;
    for (let n = 2; taken.has(name); n++) name = `${kind.label} ${n}`;
    const middle = (size: number, own: unknown) => Math.round((size - Number(own)) / 2);
    bench.perform(
      addFigure,
      {
        figure: {
          id,
          name,
          kind: kind.id,
          parent: null,
          pivot: { x: 0.5, y: 0.5 },
          hue: FIGURE_HUES[study.figures.length % FIGURE_HUES.length] ?? "slate",
          rest: {
            ...kind.rest,
            x: middle(width, kind.rest.width),
            y: middle(height, kind.rest.height),
          },
          look: kind.look,
        },
      },
      { figure: id, channel: null, span: null, keys: [] },
    );
  };
  return (
    <Menu items={FIGURE_KINDS.map((kind) => ({ text: kind.label, onSelect: () => add(kind) }))}>
      <Button look="quiet" size="small">
        <PlusIcon size={13} />
        Add figure
      </Button>
    </Menu>
  );
}
