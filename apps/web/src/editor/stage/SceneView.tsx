import {
  type KeyboardEvent,
  lazy,
  type ReactNode,
  Suspense,
  useCallback,
  useLayoutEffect,
  useMemo,
  useRef,
} from "react";
import { FigureTree } from "../../drawing/FigureTree.tsx";
import { ScenePainter } from "../../drawing/painter.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { onPanDrag } from "../../ui/panDrag.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { useLate } from "../../ui/useLate.ts";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import { chosenFigures, type Selection } from "../session/selection.ts";
import type { Mark } from "../tracks/marks.ts";
import { copyChosenFigures } from "./copyFigures.ts";
import { figureAt } from "./figureAt.ts";
import { beginMove, type MoveDrag, type SnappedTo } from "./figureDrag.ts";
import { beginLateBox } from "./lateBox.ts";
import { gridMarks, snappedMarks } from "./lines.ts";
import { nowMarks, SpacingCache, spacingMarks, twinMarks } from "./overlay.ts";
import { paintFitted } from "./paintFitted.ts";
import { AlignBar } from "./SceneBar.tsx";
import { SceneHandles } from "./SceneHandles.tsx";
import type { SceneBox } from "./sceneBox.ts";

// A front comes when a tween is chosen that has one; most have none.
const FrontHandles = lazy(async () => ({
  default: (await import("./FrontHandles.tsx")).FrontHandles,
}));

type Session = FigureSession | { readonly box: SceneBox };

interface FigureSession {
  readonly drag: MoveDrag;
  readonly from: { readonly x: number; readonly y: number };
  /** What was selected before copies were made to be dragged; undefined where none were. */
  readonly copiedFrom: Selection | undefined;
}

/** The scene with its figures, and one canvas above them for what explains their motion. */
export function SceneView(): ReactNode {
  const bench = useBench();
  const { camera } = bench;
  const study = useStudy();
  const painter = useMemo(() => new ScenePainter(), []);
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<HTMLDivElement>(null);
  const section = useRef<HTMLElement>(null);
  /** What stays while time passes: grid, snapping, paths and spacing. */
  const still = useRef<HTMLCanvasElement>(null);
  /** What moves with time: dots on the paths, onion skins, twins, the way of an angle. */
  const now = useRef<HTMLCanvasElement>(null);
  /** The box that is drawn over the ground to choose figures. */
  const drawn = useRef<HTMLDivElement>(null);
  const spacing = useRef(new SpacingCache()).current;
  const spare = useRef(new Float64Array(0));
  const snapped = useRef<SnappedTo | null>(null);
  /** Size of the scene's window, px. */
  const room = useRef({ width: 0, height: 0 });
  const state = useBenchState((whole) => whole);
  const { showTwin, showSpacing, showPath, onion, grid, selection } = state;
  const { width, height, background } = study.scene;
  // What is drawn on demand is loaded on demand.
  const loaded = () => redraw();
  const skins = useLate(() => import("../onion/onionMarks.ts"), onion.on, loaded);
  const routes = useLate(() => import("./route.ts"), selection.channel === "rotate", loaded);

  useFrame("The figures", ["time", "motion"], ({ motion, poses }) => painter.paint(motion, poses));
  const ground = useRef(background);
  useFrame("The background", ["motion"], ({ study: now }) => {
    // While its color is being chosen it follows.
    if (!stage.current || now.scene.background === ground.current) return;
    ground.current = now.scene.background;
    stage.current.style.background = ground.current;
  });
  useFrame("The scene", ["camera"], () => {
    const { left, top, scale } = camera;
    if (stage.current)
      stage.current.style.transform = `translate(${left}px, ${top}px) scale(${scale})`;
  });
  const redrawStill = useFrame("The paths", ["motion", "camera"], ({ motion }) => {
    const { scene } = motion.study;
    const marks = gridMarks(scene, camera, grid);
    if (snapped.current) marks.push(...snappedMarks(snapped.current, camera, scene));
    if (showSpacing || showPath)
      for (const id of chosenFigures(selection)) {
        const found = spacing.of(motion, motion.figureIndex(id));
        const shown = { path: showPath, ticks: showSpacing };
        if (found) marks.push(...spacingMarks(found, camera, motion, shown));
      }
    paintFitted(still.current, marks, room.current);
  });
  const redrawNow = useFrame(
    "The overlay",
    ["time", "motion", "camera", "drag"],
    ({ motion, time }) => {
      if (spare.current.length !== motion.slotCount)
        spare.current = new Float64Array(motion.slotCount);
      const marks: Mark[] = [];
      for (const id of chosenFigures(selection)) {
        const index = motion.figureIndex(id);
        if (index < 0 || motion.drivenOf(index).length === 0) continue;
        if (onion.on && skins.current) {
          const shown = { time, onion };
          marks.push(...skins.current.onionMarks(motion, spare.current, index, camera, shown));
        }
        // While blocks are dragged the twin would be compiled anew for every frame; it is back when they rest.
        if (showTwin && !(state.arranging && bench.dragging)) {
          const { twin } = bench;
          // Away from the figure: a twin that is lower is named below it.
          const lower = twin.valueAt(index, "y", time) - motion.valueAt(index, "y", time);
          const named = selection.channel === "rotate" ? 2 : lower > 1 ? 3 : 0;
          marks.push(...twinMarks(twin, twin.at(time, spare.current), index, camera, named));
        }
        const found = showSpacing || showPath ? spacing.of(motion, index) : undefined;
        if (found) marks.push(...nowMarks(found, camera, { time, motion }));
      }
      marks.push(...(routes.current?.routeMarks(motion, selection, camera, time) ?? []));
      paintFitted(now.current, marks, room.current);
    },
  );
  const redraw = useCallback(() => {
    redrawStill();
    redrawNow();
  }, [redrawStill, redrawNow]);

  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const fit = () => {
      camera.resize(box.clientWidth, box.clientHeight, { width, height });
      room.current = { width: box.clientWidth, height: box.clientHeight };
      redraw();
    };
    fit();
    const observer = new ResizeObserver(fit);
    observer.observe(box);
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left, top } = box.getBoundingClientRect();
      const factor = Math.exp(-(event.deltaY || event.deltaX) * 0.0015);
      camera.zoomAt(event.clientX - left, event.clientY - top, factor);
    };
    box.addEventListener("wheel", wheel, { passive: false });
    const stopPan = onPanDrag(
      box,
      (dx, dy) => camera.panBy(dx, dy),
      () => bench.clock.toggle(),
    );
    return () => {
      observer.disconnect();
      box.removeEventListener("wheel", wheel);
      stopPan();
    };
  }, [bench, camera, width, height, redraw]);

  /** Chooses a figure with the channel of it that moves; `add` chooses it besides the others. */
  const select = (figure: string, add: boolean, alone = false) => {
    const chosen = chosenFigures(bench.selection);
    if (add) {
      const others = chosen.filter((id) => id !== figure);
      const next = chosen.includes(figure) ? others : [...others, figure];
      const [first = null, ...more] = next;
      bench.select({ figure: first, channel: null, span: null, keys: [], more });
      return;
    }
    // Dragging one of several drags all of them; a click chooses it alone.
    if (chosen.includes(figure) && !(alone && chosen.length > 1)) return;
    const driven = bench.motion.driven.find((each) => each.figureId === figure);
    const track = driven?.layers[0]?.track.track;
    bench.select({
      figure,
      channel: driven?.channel.id ?? null,
      span: track && track.keys.length > 1 ? (track.keys[0]?.id ?? null) : null,
      keys: [],
    });
  };
  const bind = useDragSession<Session>({
    start: ({ x, y, dx, dy, alt, shift }) => {
      const figure = figureAt(x - dx, y - dy);
      const box = frame.current?.getBoundingClientRect();
      if (!box) return undefined;
      if (figure === null)
        return drawn.current
          ? { box: beginLateBox(bench, drawn.current, box, { shift }) }
          : undefined;
      select(figure, false);
      const copiedFrom = alt ? bench.selection : undefined;
      if (alt) copyChosenFigures(bench);
      const drag = beginMove(bench);
      if (!drag) return undefined;
      return { drag, from: camera.toScene(x - dx - box.left, y - dy - box.top), copiedFrom };
    },
    move: (session, point) => {
      if ("box" in session) return session.box.move(point);
      const { drag, from } = session;
      if (!drag.change.active()) return;
      const { text, snapped: lines } = drag.move(from, point);
      snapped.current = lines;
      showTip(point.x, point.y, text);
    },
    end: (session, cancelled) => {
      if ("box" in session) return session.box.end(cancelled);
      const { drag, copiedFrom } = session;
      snapped.current = null;
      redrawStill();
      const steps = bench.store.getState().history.past.length;
      drag.change.end(cancelled);
      if (!copiedFrom) return;
      // Copying and moving is one step; taken back, there are no copies either.
      if (cancelled) bench.forgetStep(copiedFrom);
      else if (bench.store.getState().history.past.length > steps)
        bench.mergeSteps("duplicate figures");
    },
    tap: ({ x, y, shift, alt }) => {
      const figure = figureAt(x, y);
      if (figure !== null) section.current?.focus({ preventScroll: true });
      if (figure === null) {
        if (!shift) bench.select({ figure: null, channel: null, span: null, keys: [] });
        return;
      }
      // With Alt what the figure stands in: groups have nothing of their own to be clicked.
      const parent = study.figures.find(({ id }) => id === figure)?.parent ?? null;
      select(alt && parent !== null ? parent : figure, shift, true);
    },
  });

  /** The arrows move the chosen figures while the scene has the focus, as after a click on one of them. */
  const nudge = (event: KeyboardEvent) => {
    const right = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const down = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if ((right === 0 && down === 0) || event.target !== event.currentTarget) return;
    if (event.ctrlKey || event.metaKey || selection.figure === null) return;
    event.preventDefault();
    event.stopPropagation();
    const by = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
    const drag = beginMove(bench);
    drag?.nudge({ x: right * by, y: down * by });
    drag?.change.end(false);
  };

  return (
    <section
      aria-label="Scene"
      ref={section}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the arrows move what is chosen in it
      tabIndex={0}
      onKeyDown={nudge}
      className="group/scene relative outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--spruce)] min-h-0 flex-1 select-none overflow-hidden bg-sunk"
    >
      {/* Selecting by pointer; by keyboard the figures are reached in the timeline. */}
      <div ref={frame} {...bind()} className="absolute inset-0 touch-none">
        <div
          ref={stage}
          data-testid="stage"
          className="absolute top-0 left-0 origin-top-left overflow-hidden"
          style={{ width, height, background }}
        >
          <FigureTree figures={study.figures} painter={painter} />
        </div>
        <canvas ref={still} className="pointer-events-none absolute top-0 left-0" />
        <canvas ref={now} className="pointer-events-none absolute top-0 left-0" />
        <div
          ref={drawn}
          className="pointer-events-none absolute top-0 left-0 rounded-[3px] border border-spruce bg-spruce/10"
          style={{ visibility: "hidden" }}
        />
      </div>
      <SceneHandles />
      {selection.items?.length ? (
        <Suspense fallback={null}>
          <FrontHandles />
        </Suspense>
      ) : null}
      <AlignBar />
    </section>
  );
}
