import type { Figure, Study } from "@levitas/core/study";
import { memo, type ReactNode, useMemo } from "react";
import { CardArt, FigureArt } from "./FigureArt.tsx";
import type { ScenePainter } from "./painter.ts";

/**
 * The elements of a study's figures, nested as the figures are. React makes them; where they are is
 * the painter's business.
 */
export const FigureTree = memo(function FigureTree({
  figures,
  painter,
}: {
  figures: Study["figures"];
  painter: ScenePainter;
}): ReactNode {
  const children = useMemo(() => {
    const byParent = new Map<string | null, Figure[]>();
    const ids = new Set(figures.map((figure) => figure.id));
    for (const figure of figures) {
      const parent = figure.parent !== null && ids.has(figure.parent) ? figure.parent : null;
      byParent.set(parent, [...(byParent.get(parent) ?? []), figure]);
    }
    return byParent;
  }, [figures]);
  return <Branch parent={null} within={children} painter={painter} />;
});

function Branch({
  parent,
  within,
  painter,
}: {
  parent: string | null;
  within: ReadonlyMap<string | null, readonly Figure[]>;
  painter: ScenePainter;
}): ReactNode {
  return within.get(parent)?.map((figure) => (
    <div
      key={figure.id}
      ref={(element) => painter.hold(figure.id, element)}
      data-figure={figure.id}
      className={`absolute top-0 left-0 ${figure.look.hidesOverflow ? "overflow-hidden" : ""}`}
    >
      {figure.kind === "card" && figure.look.back ? (
        <>
          <div data-face="front" className="absolute inset-0 rounded-[inherit]">
            <FigureArt figure={figure} />
            <Branch parent={figure.id} within={within} painter={painter} />
          </div>
          {/* Seen from behind, it has to be turned to be read. */}
          <div
            data-face="back"
            className="absolute inset-0 rounded-[inherit]"
            style={{ transform: "rotateY(180deg)" }}
          >
            <CardArt face={figure.look.back} />
          </div>
        </>
      ) : (
        <>
          <FigureArt figure={figure} />
          <Branch parent={figure.id} within={within} painter={painter} />
        </>
      )}
    </div>
  ));
}
