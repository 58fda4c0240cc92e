import { type ReactNode, useEffect, useRef, useState } from "react";
import {
  disableGlobalCursorStyles,
  type ImperativePanelGroupHandle,
  Panel,
  PanelGroup,
} from "react-resizable-panels";
import {
  defaultShares,
  keepShares,
  keptShares,
  type PaneShares,
  windowClass,
} from "../session/arrangement.ts";
import { useBench, useBenchState } from "../session/BenchContext.ts";
import { Divider } from "./Divider.tsx";

// It would put a style element into the page, which our policy forbids; the dividers have their cursors.
disableGlobalCursorStyles();

/** Narrower than these no pane gets by dragging, in percent. */
const LEAST = { column: 18, timeline: 24, scene: 16, curve: 24 } as const;

/**
 * The panes of the bench: scene over curve in a column, the timeline beside it. An arrangement is a set of their sizes;
 * what a person drags is kept for it, and for windows of about that width.
 */
export function Panes({
  scene,
  curve,
  timeline,
}: {
  readonly scene: ReactNode;
  readonly curve: ReactNode;
  readonly timeline: ReactNode;
}): ReactNode {
  const bench = useBench();
  const arrangement = useBenchState((state) => state.arrangement);
  const [size, setSize] = useState(() => windowClass(innerWidth));
  useEffect(() => {
    const measure = () => setSize(windowClass(innerWidth));
    addEventListener("resize", measure);
    return () => removeEventListener("resize", measure);
  }, []);
  const columns = useRef<ImperativePanelGroupHandle>(null);
  const rows = useRef<ImperativePanelGroupHandle>(null);
  /** Set while sizes are put in place by the program; only what a person drags is kept. */
  const dragged = useRef(false);
  const shares = useRef<PaneShares>(keptShares(arrangement, innerWidth));
  const put = (next: PaneShares) => {
    shares.current = next;
    columns.current?.setLayout([next.column, 100 - next.column]);
    rows.current?.setLayout([next.scene, 100 - next.scene]);
  };
  // The sizes of another arrangement, or of another class of windows.
  useEffect(() => put(keptShares(arrangement, innerWidth)), [arrangement, size]);
  const moved = (part: keyof PaneShares) => (layout: number[]) => {
    if (!dragged.current) return;
    shares.current = { ...shares.current, [part]: layout[0] ?? shares.current[part] };
    keepShares(arrangement, innerWidth, shares.current);
  };
  const restore = (part: keyof PaneShares) => () => {
    const next = { ...shares.current, [part]: defaultShares(arrangement, innerWidth)[part] };
    put(next);
    keepShares(arrangement, innerWidth, next);
  };
  const dragging = (now: boolean) => {
    // Keys on a divider count as a drag of their own; see `Divider`.
    dragged.current = now;
    if (!now) bench.clock.invalidate();
  };
  const alone = arrangement === "scene";
  const first = shares.current;
  return (
    <PanelGroup
      ref={columns}
      id="bench-columns"
      direction="horizontal"
      onLayout={moved("column")}
      className="min-h-0 flex-1"
    >
      <Panel id="column" order={1} minSize={LEAST.column} defaultSize={first.column}>
        <PanelGroup ref={rows} id="bench-rows" direction="vertical" onLayout={moved("scene")}>
          <Panel
            id="scene"
            order={1}
            minSize={LEAST.scene}
            defaultSize={first.scene}
            className="flex flex-col"
          >
            {scene}
          </Panel>
          <Divider
            label="Between scene and curve"
            direction="vertical"
            hidden={alone}
            onDragging={dragging}
            onRestore={restore("scene")}
          />
          <Panel
            id="curve"
            order={2}
            collapsible
            minSize={LEAST.curve}
            defaultSize={100 - first.scene}
            className="flex flex-col"
            inert={alone}
          >
            {curve}
          </Panel>
        </PanelGroup>
      </Panel>
      <Divider
        label="Between scene and timeline"
        direction="horizontal"
        hidden={alone}
        onDragging={dragging}
        onRestore={restore("column")}
      />
      <Panel
        id="timeline"
        order={2}
        collapsible
        minSize={LEAST.timeline}
        defaultSize={100 - first.column}
        className="flex"
        inert={alone}
      >
        {timeline}
      </Panel>
    </PanelGroup>
  );
}
