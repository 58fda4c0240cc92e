import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { tokenColor } from "../../theme/theme.ts";
import { canvasOf } from "../../ui/canvasOf.ts";
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
  const painted = useRef<readonly (number | string)[]>([]);
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
    if (known.current?.rows !== rows)
      known.current = { rows, of: new Map(rows.map((row) => [row.item.id, row])) };
    const rowOf = known.current.of;
    const chosen = new Set(selection.items);
    const middle = (row: BlockRow) => row.top - scrollTop + Math.min(row.height, 30) / 2;
    const trunks = new Map<string, Trunk>();
    const offsets: Offset[] = [];
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
      // What it is tethered to may be inside of a folded group; then the line comes from nowhere and is short.
      const from = anchor ? inView(middle(anchor)) : line.anchor.id === null ? -4 : y;
      const isChosen =
        chosen.has(row.item.id) || (anchor !== undefined && chosen.has(anchor.item.id));
      const side = (place: number) => Math.min(Math.max(place, -20), view.width + 20);
      const [x, anchorX] = [side(view.toX(line.at)), side(view.toX(line.anchor.time))];
      const key = `${isChosen} ${anchorX} ${from}`;
      const trunk = trunks.get(key) ?? { isChosen, x: anchorX, from, branches: [] };
      trunk.branches.push({ x, y });
      trunks.set(key, trunk);
      if (!chosen.has(row.item.id) || placed.item.tether.offset === 0) continue;
      offsets.push({ by: Math.round(placed.item.tether.offset), x: (x + anchorX) / 2, y: y - 4 });
    }
    // What looks as it did is not painted again, unless one of them is being dragged.
    const ratio = devicePixelRatio;
    const ink = [tokenColor("spruce"), tokenColor("muted")] as const;
    const all = [...trunks.values()];
    const now = [
      ...[ratio, view.width, clientHeight, ...ink],
      ...all.flatMap(({ isChosen, x, from, branches }) => [
        ...[Number(isChosen), x, from, branches.length],
        ...branches.flatMap((branch) => [branch.x, branch.y]),
      ]),
      ...offsets.flatMap(({ by, x, y }) => [by, x, y]),
    ];
    const before = painted.current;
    if (
      !hanging.current &&
      now.length === before.length &&
      now.every((each, i) => each === before[i])
    )
      return;
    painted.current = hanging.current ? [] : now;
    const context = canvasOf(element, view.width, clientHeight);
    if (!context) return;
    const [spruce, muted] = ink;
    drawTrunks(
      context,
      all.filter(({ isChosen }) => !isChosen),
      muted,
      1.3,
    );
    drawTrunks(
      context,
      all.filter(({ isChosen }) => isChosen),
      spruce,
      1.8,
    );
    context.font = '10px "Martian Mono Variable", monospace';
    context.fillStyle = spruce;
    context.textAlign = "center";
    for (const { by, x, y } of offsets)
      context.fillText(`${by > 0 ? "+" : "−"}${Math.abs(by)}`, x, y);
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

/** All that is tethered to one place: down (or up) from there, then along the line of each. */
interface Trunk {
  readonly isChosen: boolean;
  readonly x: number;
  readonly from: number;
  readonly branches: { readonly x: number; readonly y: number }[];
}

/** How much later than its anchor something starts, ms, and where that is written. */
interface Offset {
  readonly by: number;
  readonly x: number;
  readonly y: number;
}

/** Beyond so many lines dashes are not told apart any more, and cost the most of a frame. */
const MOST_DASHED = 60;
/** From the middle of a row to its edge, px. */
const EDGE = 11;

/** Draws lines of one color in one stroke, each part once, however many share it. */
function drawTrunks(
  context: CanvasRenderingContext2D,
  trunks: readonly Trunk[],
  color: string,
  width: number,
): void {
  const count = trunks.reduce((sum, { branches }) => sum + branches.length, 0);
  if (count === 0) return;
  context.strokeStyle = color;
  context.lineWidth = width;
  context.setLineDash(count > MOST_DASHED ? [] : [4, 3]);
  context.beginPath();
  for (const { x, from, branches } of trunks) {
    const below = branches.filter(({ y }) => y > from).map(({ y }) => y);
    const above = branches.filter(({ y }) => y <= from).map(({ y }) => y);
    for (const [side, end] of [
      [1, below.reduce((most, y) => Math.max(most, y), Number.NEGATIVE_INFINITY)],
      [-1, above.reduce((least, y) => Math.min(least, y), Number.POSITIVE_INFINITY)],
    ] as const) {
      if (!Number.isFinite(end)) continue;
      context.moveTo(x, from + side * EDGE);
      context.lineTo(x, end);
    }
    for (const branch of branches) {
      context.moveTo(x, branch.y);
      context.lineTo(branch.x, branch.y);
    }
  }
  context.stroke();
  context.setLineDash([]);
  context.beginPath();
  for (const { x, from, branches } of trunks)
    for (const side of [1, -1]) {
      if (!branches.some(({ y }) => (side > 0 ? y > from : y <= from))) continue;
      context.moveTo(x + 2, from + side * EDGE);
      context.arc(x, from + side * EDGE, 2, 0, 7);
    }
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
