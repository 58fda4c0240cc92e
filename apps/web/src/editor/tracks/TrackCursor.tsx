import { type KeyboardEvent, type ReactNode, useRef, useState } from "react";
import { useBench, useFrame } from "../session/BenchContext.ts";

/** A place on a row that the keyboard goes to, such as a key. */
export interface Stop {
  readonly id: string;
  /** ms of the study. */
  readonly time: number;
  /** How far beside that time it is drawn, px. */
  readonly aside?: number;
  /** Height at which it is drawn, px from the top of the row; absent for the middle of the row. */
  readonly y?: number;
  /** What it is, with its time and value. */
  readonly words: string;
}

/** How far something is moved by the keyboard. */
export interface Nudge {
  /** ms: a frame, with Shift ten, with Alt 1 ms. */
  readonly time: number;
  /** Steps to the right and up: one, with Shift ten, with Alt a tenth. */
  readonly right: number;
  readonly up: number;
}

/**
 * The keyboard's way to what is painted on a row: one tab stop, on which the arrow keys go from place to place, Enter
 * chooses (with Shift besides the others), and Ctrl or Cmd with the arrows moves what is there, by a frame, with Shift
 * by ten, with Alt by 1 ms.
 */
export function TrackCursor({
  label,
  height,
  stops,
  choose,
  move,
  hasValues = false,
}: {
  label: string;
  height: number;
  /** The places in their order, as they are now. */
  stops: () => readonly Stop[];
  choose: (stop: Stop, add: boolean) => void;
  /** Moves what is there. */
  move: (stop: Stop, by: Nudge) => void;
  /** Whether things are moved up and down as well. */
  hasValues?: boolean;
}): ReactNode {
  const bench = useBench();
  const element = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState<string | null>(null);
  const isFocused = useRef(false);
  const now = (): { all: readonly Stop[]; index: number; stop: Stop | undefined } => {
    const all = stops();
    const index = Math.max(
      all.findIndex(({ id }) => id === at),
      0,
    );
    return { all, index, stop: all[index] };
  };
  const redraw = useFrame("The cursor of a row", ["motion", "axis", "state"], () => {
    // Nobody looks at it or hears of it while it is not focused.
    if (!isFocused.current || !element.current) return;
    const { all, index, stop } = now();
    element.current.setAttribute("aria-valuenow", String(index + 1));
    element.current.setAttribute("aria-valuemax", String(Math.max(all.length, 1)));
    element.current.setAttribute("aria-valuetext", stop?.words ?? "nothing here yet");
    const x = bench.view.toX(stop?.time ?? 0) + (stop?.aside ?? 0);
    element.current.style.left = `${x - 8}px`;
    if (stop?.y !== undefined) element.current.style.top = `${stop.y - height / 2}px`;
  });
  const onKeyDown = (event: KeyboardEvent) => {
    const { all, index, stop } = now();
    const take = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    const up = !hasValues ? 0 : event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if ((way !== 0 || up !== 0) && (event.ctrlKey || event.metaKey)) {
      take();
      const frame = 1000 / bench.study.scene.frameRate;
      const steps = event.shiftKey ? 10 : event.altKey ? 0.1 : 1;
      const time = way * (event.shiftKey ? 10 * frame : event.altKey ? 1 : frame);
      if (stop) move(stop, { time, right: way * steps, up: up * steps });
    } else if (way !== 0 || event.key === "Home" || event.key === "End") {
      take();
      const to = event.key === "Home" ? 0 : event.key === "End" ? all.length - 1 : index + way;
      setAt(all[Math.min(Math.max(to, 0), all.length - 1)]?.id ?? null);
    } else if (event.key === "Enter") {
      take();
      if (stop) choose(stop, event.shiftKey);
    }
  };
  return (
    <div
      ref={element}
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={1}
      aria-valuemax={1}
      aria-valuenow={1}
      onFocus={() => {
        isFocused.current = true;
        redraw();
      }}
      onBlur={() => {
        isFocused.current = false;
      }}
      onKeyDown={onKeyDown}
      className="pointer-events-none absolute top-0 left-0 w-4 rounded-md"
      style={{ height }}
    />
  );
}
