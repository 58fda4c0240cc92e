import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { tokenColor } from "../../theme/theme.ts";
import { MARGIN } from "../axis/laneGeometry.ts";
import { useBench, useFrame } from "../session/BenchContext.ts";
import type { Frame } from "../session/bench.ts";
import { type BlockRow, tetherLine } from "./blockRows.ts";

/** What the end of a tether is over: an edge of a block, or a marker of the ruler. */
export type HangTarget =
  | { readonly to: "item"; readonly id: string; readonly edge: "start" | "end" }
  | { readonly to: "marker"; readonly id: string };

/** A tether while its end is dragged: from which item, to where of the window, and over what. */
export interface Hanging {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly over: HangTarget | null;
}

/** The tether whose end is being dragged, if any; whoever draws it is told of every movement. */
export class HangingLine {
  current: Hanging | null = null;
  onChange: () => void = () => undefined;

  set(next: Hanging | null): void {
    this.current = next;
    this.onChange();
  }
}

/** The tethers as dashed lines over the blocks, all on one canvas. */
export function TetherCanvas({
  rows,
  scroller,
  hanging,
}: {
  rows: readonly BlockRow[];
  scroller: RefObject<HTMLDivElement | null>;
  hanging: HangingLine;
}): ReactNode {
  const bench = useBench();
  const canvas = useRef<HTMLCanvasElement>(null);
  const known = useRef<{
    rows: readonly BlockRow[];
    of: ReadonlyMap<string, BlockRow>;
  } | null>(null);
  const measure = () => ({
    scrollTop: scroller.current?.scrollTop ?? 0,
    clientHeight: scroller.current?.clientHeight ?? 0,
  });
  const redraw = useFrame("The tethers", ["motion", "axis", "state", "drag"], draw, measure);
  useEffect(() => {
    hanging.onChange = redraw;
    const element = scroller.current;
    element?.addEventListener("scroll", redraw);
    return () => element?.removeEventListener("scroll", redraw);
  }, [hanging, scroller, redraw]);
  function draw({ motion }: Frame, { scrollTop, clientHeight }: ReturnType<typeof measure>): void {
    const element = canvas.current;
    if (!element) return;
    const { view, selection } = bench;
    const ratio = devicePixelRatio;
    element.width = Math.round(view.width * ratio);
    element.height = Math.round(clientHeight * ratio);
    const context = element.getContext("2d");
    if (!context) return;
    context.scale(ratio, ratio);
    context.lineWidth = 1.2;
    context.font = '10px "Martian Mono Variable", monospace';
    if (known.current?.rows !== rows)
      known.current = { rows, of: new Map(rows.map((row) => [row.item.id, row])) };
    const rowOf = known.current.of;
    const chosen = new Set(selection.items);
    const middle = (row: BlockRow) => row.top - scrollTop + Math.min(row.height, 30) / 2;
    for (const row of rows) {
      // A line is to be seen where one of its ends is, or where it passes: its anchor says.
      const { tether } = row.item;
      const far = tether.to === "item" ? rowOf.get(tether.id) : undefined;
      const ends = [middle(row), far ? middle(far) : tether.to === "marker" ? 0 : middle(row)];
      if (tether.to === "start" || Math.max(...ends) < -10 || Math.min(...ends) > clientHeight + 10)
        continue;
      const placed = motion.placements.byId.get(row.item.id);
      const line = placed && tetherLine(placed, motion.placements);
      if (!placed || !line || hanging.current?.id === row.item.id) continue;
      // Dashes far outside of the window would be counted all the same.
      const inView = (place: number) => Math.min(Math.max(place, -20), clientHeight + 20);
      const y = inView(middle(row));
      const anchor = line.anchor.id === null ? undefined : rowOf.get(line.anchor.id);
      // What it hangs on may be inside of a folded group; then the line comes from nowhere and is short.
      const from = anchor ? inView(middle(anchor)) : line.anchor.id === null ? -4 : y;
      const isChosen = chosen.has(row.item.id) || (anchor && chosen.has(anchor.item.id));
      context.strokeStyle = tokenColor(isChosen ? "spruce" : "muted");
      context.lineWidth = isChosen ? 1.8 : 1.3;
      const side = (place: number) => Math.min(Math.max(place, -20), view.width + 20);
      const [x, anchorX] = [side(view.toX(line.at)), side(view.toX(line.anchor.time))];
      drawTether(context, anchorX, from, x, y);
      if (!chosen.has(row.item.id) || placed.item.tether.offset === 0) continue;
      const offset = Math.round(placed.item.tether.offset);
      context.fillStyle = tokenColor("spruce");
      context.textAlign = "center";
      context.fillText(`${offset > 0 ? "+" : "−"}${Math.abs(offset)}`, (x + anchorX) / 2, y - 4);
    }
    if (hanging.current) drawHanging(context, hanging.current, element, rowOf, middle, bench);
  }
  return (
    <canvas
      ref={canvas}
      className="pointer-events-none absolute top-0"
      style={{ left: MARGIN, right: 0, width: `calc(100% - ${MARGIN})`, height: "100%" }}
    />
  );
}

/** Down (or up) from the anchor, then along the line of what hangs there. */
function drawTether(
  context: CanvasRenderingContext2D,
  anchorX: number,
  anchorY: number,
  x: number,
  y: number,
): void {
  context.setLineDash([4, 3]);
  context.beginPath();
  context.moveTo(anchorX, anchorY + (y > anchorY ? 11 : -11));
  context.lineTo(anchorX, y);
  context.lineTo(x, y);
  context.stroke();
  context.setLineDash([]);
  context.beginPath();
  context.arc(anchorX, anchorY + (y > anchorY ? 11 : -11), 2, 0, 7);
  context.stroke();
}

function drawHanging(
  context: CanvasRenderingContext2D,
  { id, x, y, over }: Hanging,
  element: HTMLCanvasElement,
  rowOf: ReadonlyMap<string, BlockRow>,
  middle: (row: BlockRow) => number,
  bench: ReturnType<typeof useBench>,
): void {
  const row = rowOf.get(id);
  const placed = bench.motion.placements.byId.get(id);
  if (!row || !placed) return;
  const box = element.getBoundingClientRect();
  const from = bench.view.toX(bench.motion.placements.startOf(id));
  context.strokeStyle = tokenColor("marigold");
  context.lineWidth = 2;
  context.setLineDash([4, 3]);
  context.beginPath();
  context.moveTo(from, middle(row));
  context.lineTo(x - box.left, y - box.top);
  context.stroke();
  context.setLineDash([]);
  const target = over?.to === "item" ? rowOf.get(over.id) : undefined;
  if (!target) return;
  context.strokeRect(
    1,
    target.top - row.top + (middle(row) - 15) + 1,
    bench.view.width - 2,
    target.height - 2,
  );
}
