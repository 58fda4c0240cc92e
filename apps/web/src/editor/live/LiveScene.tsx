import { type LiveEvent, NO_LIVE } from "@levitas/core/study";
import {
  type KeyboardEvent,
  type PointerEvent,
  type ReactNode,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { FigureTree } from "../../drawing/FigureTree.tsx";
import { ScenePainter } from "../../drawing/painter.ts";
import { useBench, useStudy } from "../session/BenchContext.ts";
import { figureAt } from "../stage/figureAt.ts";
import { paintFitted } from "../stage/paintFitted.ts";
import { LeverStrip } from "./LeverStrip.tsx";
import { useLive, useLiveFrame, useLiveState } from "./LiveContext.ts";
import { sceneMarks } from "./sceneMarks.ts";
import { usePoseDrag } from "./usePoseDrag.ts";

/** Keys that the scene answers to are not for the bench. */
const isPress = ({ key }: { readonly key: string }) => key === "Enter" || key === " ";

/** The scene as it answers: it takes presses by mouse, touch, pen and keyboard. */
export function LiveScene(): ReactNode {
  const bench = useBench();
  const session = useLive();
  const study = useStudy();
  const { camera } = bench;
  const painter = useMemo(() => new ScenePainter(), []);
  const frame = useRef<HTMLDivElement>(null);
  const stage = useRef<HTMLDivElement>(null);
  const marks = useRef<HTMLCanvasElement>(null);
  const room = useRef({ width: 0, height: 0 });
  const [focused, setFocused] = useState<string | null>(null);
  const adding = useLiveState((state) => state.adding);
  const pose = useLiveState((state) => state.pose);
  const { width, height, background } = study.scene;
  const { responses } = study.live ?? NO_LIVE;
  const redraw = useLiveFrame((now) => {
    painter.paint(now.live.motion, now.poses);
    const { left, top, scale } = camera;
    if (stage.current)
      stage.current.style.transform = `translate(${left}px, ${top}px) scale(${scale})`;
    const seen = sceneMarks(session, now, camera, focused);
    paintFitted(marks.current, seen, room.current);
  });
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
    return () => observer.disconnect();
  }, [camera, width, height, redraw]);

  const placeOf = ({ clientX, clientY }: PointerEvent) => {
    const box = frame.current?.getBoundingClientRect();
    return camera.toScene(clientX - (box?.left ?? 0), clientY - (box?.top ?? 0));
  };
  const pointed = (type: "press" | "release" | "move") => (event: PointerEvent) => {
    if (event.button > 0) return;
    const figure = figureAt(event.clientX, event.clientY);
    if (adding) {
      // The first of what is asked of a new response: on what.
      if (type === "press" && adding.figure === undefined)
        session.store.setState({ adding: { figure } });
      return;
    }
    if (type === "press") event.currentTarget.setPointerCapture(event.pointerId);
    const place = placeOf(event);
    // A finger is nowhere before it presses.
    session.hover(event.pointerType === "touch" ? null : { ...place, figure });
    session.send({ type, ...place, figure }, event.timeStamp);
  };
  const poseDrag = usePoseDrag(frame);
  const isPosing = pose !== null;

  /** What can be pressed by the keyboard: the figures that something waits for, or all while one is chosen. */
  const pressable = study.figures.filter(
    ({ id }) =>
      (adding && adding.figure === undefined) ||
      responses.some(({ when }) => "figure" in when && when.figure === id),
  );
  const pressed = (id: string | null, type: "press" | "release") => (event: KeyboardEvent) => {
    if (!isPress(event) || event.repeat) return;
    event.preventDefault();
    event.stopPropagation();
    if (adding) {
      if (type === "press") session.store.setState({ adding: { figure: id } });
      return;
    }
    const { live, time } = session.current;
    const index = id === null ? -1 : live.motion.figureIndex(id);
    const place = index < 0 ? { x: width / 2, y: height / 2 } : centerOf(session, index, time);
    session.send({ type, ...place, figure: id } as LiveEvent, event.timeStamp);
  };
  const held = useRef(new Set<string>());
  const letGo = (key: string, stamp: number) => {
    if (held.current.delete(key)) session.send({ type: "key-up", key }, stamp);
  };
  // However a key is let go, it is: with others held, with Shift as another letter, or after the window was left.
  const released = ({ key, timeStamp }: KeyboardEvent) => {
    for (const each of held.current)
      if (each.toLowerCase() === key.toLowerCase()) letGo(each, timeStamp);
  };
  useEffect(() => {
    const leave = ({ timeStamp }: Event) => {
      for (const each of held.current) letGo(each, timeStamp);
    };
    window.addEventListener("blur", leave);
    return () => window.removeEventListener("blur", leave);
  });
  const keyed = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    const { key } = event;
    const isMeant =
      responses.some(({ when }) => when.on === "key" && when.key === key) ||
      (study.live?.levers ?? []).some(({ of }) => of.kind === "key" && of.key === key);
    if (!isMeant) return;
    event.preventDefault();
    event.stopPropagation();
    held.current.add(key);
    session.send({ type: "key-down", key }, event.timeStamp);
  };
  const hint = adding
    ? adding.figure === undefined
      ? "Press the figure that should answer"
      : "Choose what it does"
    : isPosing
      ? "Drag figures to pose them"
      : "";
  return (
    <section
      aria-label="Scene"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: keys that the study answers to go to it
      tabIndex={0}
      onKeyDown={keyed}
      onKeyUp={released}
      className="relative min-h-0 flex-1 overflow-hidden bg-sunk outline-none focus-visible:shadow-[inset_0_0_0_2px_var(--spruce)]"
    >
      <div
        ref={frame}
        data-testid="live-scene"
        {...(isPosing
          ? poseDrag()
          : {
              onPointerDown: pointed("press"),
              onPointerMove: pointed("move"),
              onPointerUp: pointed("release"),
              onPointerCancel: pointed("release"),
              onPointerLeave: () => session.hover(null),
            })}
        className="absolute inset-0 touch-none"
      >
        <div
          ref={stage}
          data-testid="stage"
          className="absolute top-0 left-0 origin-top-left overflow-hidden select-none"
          style={{ width, height, background }}
        >
          <FigureTree figures={study.figures} painter={painter} />
        </div>
        <canvas ref={marks} className="pointer-events-none absolute top-0 left-0" />
      </div>
      {/* What is pressed by the keyboard: the ring around the figure is drawn over the scene. */}
      {pressable.map(({ id, name }) => (
        <button
          key={id}
          type="button"
          aria-label={`Press ${name}`}
          className="sr-only"
          onFocus={() => setFocused(id)}
          onBlur={() => setFocused(null)}
          onKeyDown={pressed(id, "press")}
          onKeyUp={pressed(id, "release")}
        />
      ))}
      {responses.some(({ when }) => "figure" in when && when.figure === null) ||
      adding?.figure === undefined ? (
        <button
          type="button"
          aria-label="Press the scene"
          className="sr-only"
          onKeyDown={pressed(null, "press")}
          onKeyUp={pressed(null, "release")}
        />
      ) : null}
      {hint ? (
        <p className="pointer-events-none absolute right-2.5 bottom-2 rounded-full border border-marigold bg-marigold-pale px-2.5 py-0.5 text-[12px] font-semibold text-marigold-ink">
          {hint}
        </p>
      ) : null}
      <LeverStrip />
    </section>
  );
}

/** Where a figure is pressed that is pressed by the keyboard: its middle. */
function centerOf(session: ReturnType<typeof useLive>, index: number, time: number) {
  const { live } = session.current;
  const { motion } = live;
  const pose = live.at(time, new Float64Array(motion.slotCount));
  const [x, y] = session.middleOf(pose, index);
  return { x, y };
}
