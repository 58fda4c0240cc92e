import { addFigures } from "@levitas/core/edit";
import {
  DIAL_NEEDLE,
  FIGURE_HUES,
  FIGURE_KINDS,
  type Figure,
  type FigureKind,
  NEEDLE_PIVOT,
} from "@levitas/core/study";
import { nanoid } from "nanoid";
import type { ReactNode } from "react";
import { Button } from "../../ui/Button.tsx";
import { PlusIcon } from "../../ui/icons.tsx";
import { Menu } from "../../ui/Menu.tsx";
import { useBench } from "../session/BenchContext.ts";
import { freeName } from "../words/freeName.ts";

/** Where a needle stands in its dial: its hub on the dial's middle. */
function needlePlace(dial: FigureKind): { x: number; y: number } {
  const { width: w, height: h } = DIAL_NEEDLE.rest;
  return {
    x: Number(dial.rest.width) / 2 - NEEDLE_PIVOT.x * Number(w),
    y: Number(dial.rest.height) / 2 - NEEDLE_PIVOT.y * Number(h),
  };
}

/** How far a new figure is put from one that is there already, px. */
const STEP = 16;

/** Puts a new figure in the middle of the scene. */
export function AddFigureMenu(): ReactNode {
  const bench = useBench();
  const add = (kind: FigureKind) => {
    const { study } = bench;
    const { width, height } = study.scene;
    const id = nanoid(8);
    const name = freeName(study, kind.label);
    const hue = FIGURE_HUES[study.figures.length % FIGURE_HUES.length] ?? "slate";
    const middle = (size: number, own: unknown) => Math.round((size - Number(own)) / 2);
    let [x, y] = [middle(width, kind.rest.width), middle(height, kind.rest.height)];
    // Not on top of another one: a step further for each that is there.
    while (study.figures.some(({ parent, rest }) => !parent && rest.x === x && rest.y === y)) {
      x += STEP;
      y += STEP;
    }
    const figure: Figure = {
      id,
      name,
      kind: kind.id,
      parent: null,
      pivot: { x: 0.5, y: 0.5 },
      hue,
      rest: { ...kind.rest, x, y },
      look: kind.look,
    };
    const needle: Figure = {
      ...figure,
      id: nanoid(8),
      name: `${name} ${DIAL_NEEDLE.label}`,
      parent: id,
      pivot: NEEDLE_PIVOT,
      rest: { ...DIAL_NEEDLE.rest, ...needlePlace(kind) },
      look: DIAL_NEEDLE.look,
    };
    const chosen = kind.id === "dial" ? needle.id : id;
    bench.perform(
      addFigures,
      { figures: kind.id === "dial" ? [figure, needle] : [figure] },
      { figure: chosen, channel: null, span: null, keys: [] },
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
