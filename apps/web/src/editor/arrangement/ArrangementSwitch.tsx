import type { ReactNode } from "react";
import { Segmented } from "../../ui/Segmented.tsx";
import { ARRANGEMENTS, type Arrangement } from "../session/arrangement.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";

const DRAWINGS: Readonly<Record<Arrangement, ReactNode>> = {
  side: <path d="M2.5 3.5h13v11h-13zM9 3.5v11M2.5 9H9" />,
  long: <path d="M2.5 3.5h13v11h-13zM6 3.5v11M2.5 8H6" />,
  scene: <path d="M2.5 3.5h13v11h-13zM2.5 12h13" />,
};

/** Which panes get how much of the window. */
export function ArrangementSwitch(): ReactNode {
  const bench = useBench();
  const arrangement = useBenchState((state) => state.arrangement);
  return (
    <Segmented
      label="Arrangement of the panes"
      value={arrangement}
      options={ARRANGEMENTS.map(({ id, text, title, key }) => ({
        value: id,
        text,
        title: `${title} (${key})`,
        drawing: (
          <svg
            width={18}
            height={18}
            viewBox="0 0 18 18"
            aria-hidden="true"
            className="fill-none stroke-current"
            strokeWidth={1.4}
            strokeLinejoin="round"
          >
            {DRAWINGS[id]}
          </svg>
        ),
      }))}
      onChange={(next) => bench.arrange(next)}
    />
  );
}
