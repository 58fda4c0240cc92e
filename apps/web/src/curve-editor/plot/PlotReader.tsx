import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { numberLabel } from "../../ui/numberLabel.ts";
import { compileCurve } from "../curveReader.ts";
import { useDesk, useDeskFrame } from "../desk/DeskContext.ts";
import type { DeskFrame } from "../desk/desk.ts";
import { INSET } from "../desk/plotView.ts";

/** Pointing anywhere at the plot says the time and the value there, in the curve's and real units. */
export function PlotReader({ svg }: { svg: RefObject<SVGSVGElement | null> }): ReactNode {
  const desk = useDesk();
  const label = useRef<HTMLDivElement>(null);
  const line = useRef<HTMLDivElement>(null);
  const dot = useRef<HTMLDivElement>(null);
  const pointer = useRef<number | null>(null);
  const isShown = useRef(false);

  const draw = ({ sound, duration }: DeskFrame) => {
    if (!label.current || !line.current || !dot.current) return;
    const { plot } = desk;
    const p = pointer.current === null ? Number.NaN : plot.fromX(pointer.current);
    const shown = p >= 0 && p <= 1 && !desk.dragging;
    if (shown !== isShown.current)
      for (const each of [label, line, dot])
        if (each.current) each.current.style.visibility = shown ? "visible" : "hidden";
    isShown.current = shown;
    if (!shown) return;
    const value = compileCurve(sound).value(p);
    const more = desk.host.describe(p);
    label.current.textContent = `${numberLabel(p * 100, 0)} % · ${numberLabel(p * duration, 0)} ms\nvalue ${numberLabel(value, 2)}${more ? `\n${more}` : ""}`;
    const x = plot.toX(p);
    const y = plot.toY(value);
    line.current.style.translate = `${x}px ${INSET.top}px`;
    line.current.style.height = `${plot.innerHeight}px`;
    dot.current.style.translate = `${x - 4}px ${y - 4}px`;
    // Away from the curve: in the lower half while the curve is in the upper one.
    const { offsetWidth, offsetHeight } = label.current;
    const left = x + 12 + offsetWidth > plot.width ? x - 12 - offsetWidth : x + 12;
    const top = y > plot.height / 2 ? y - offsetHeight - 14 : y + 14;
    label.current.style.translate = `${left}px ${Math.max(top, 2)}px`;
  };
  const redraw = useDeskFrame("The plot reader", ["curve", "plot", "drag"], draw);
  useEffect(() => {
    const element = svg.current;
    if (!element) return;
    // Where the plot stands is asked when the pointer comes and when its size changes: asked at every move, after a frame
    // has written, it would be laid out anew each time.
    let left = 0;
    const measure = () => {
      left = element.getBoundingClientRect().left;
    };
    const sizes = new ResizeObserver(measure);
    sizes.observe(element);
    const move = (event: PointerEvent) => {
      pointer.current = event.clientX - left;
      redraw();
    };
    const leave = () => {
      pointer.current = null;
      redraw();
    };
    element.addEventListener("pointerenter", measure);
    element.addEventListener("pointermove", move);
    element.addEventListener("pointerleave", leave);
    return () => {
      sizes.disconnect();
      element.removeEventListener("pointerenter", measure);
      element.removeEventListener("pointermove", move);
      element.removeEventListener("pointerleave", leave);
    };
  }, [svg, redraw]);

  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      <div ref={line} className="invisible absolute top-0 left-0 w-px bg-ink/50" />
      <div
        ref={dot}
        className="invisible absolute top-0 left-0 size-2 rounded-full border-2 border-ink bg-raised"
      />
      <div
        ref={label}
        data-testid="reader"
        className="invisible absolute top-0 left-0 rounded-md bg-tip px-2 py-1 font-mono text-[11px] leading-[1.45] whitespace-pre text-on-tip"
      />
    </div>
  );
}
