import {
  moveItems,
  setItems,
  stretchTween,
  tetherItem,
  tetherLoop,
  trimTween,
} from "@levitas/core/edit";
import { type Motion, shownMarkers } from "@levitas/core/motion";
import { showTip } from "../../ui/dragTip.tsx";
import { say } from "../../ui/notices.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { snapTime } from "../geometry/snapTime.ts";
import type { Bench } from "../session/bench.ts";
import { gestureHand, type Hand } from "../session/hand.ts";
import type { Found } from "../tracks/TrackCanvas.tsx";
import { bothTimes } from "../words/labels.ts";
import { type BlockTarget, isMirrored, passOf } from "./blockPicture.ts";
import { type BlockRow, blockSpan } from "./blockRows.ts";
import type { HangingLine, HangTarget } from "./TetherCanvas.tsx";

/** Chooses an item, or with Shift adds it to those that are chosen or takes it out. */
export function chooseBlock(bench: Bench, id: string, add: boolean): void {
  const { items = [] } = bench.selection;
  if (!add) bench.selectItems([id]);
  else bench.selectItems(items.includes(id) ? items.filter((one) => one !== id) : [...items, id]);
}

/** What moving an item moves: all that are chosen, if it is one of them. */
export function movedWith(bench: Bench, id: string): readonly string[] {
  const { items = [] } = bench.selection;
  return items.includes(id) ? items : [id];
}

/** What a drag on the line of a block does. */
export function grabBlock(
  bench: Bench,
  { item: { id } }: BlockRow,
  target: BlockTarget | undefined,
  hanging: HangingLine,
  find: (x: number, y: number) => Found<BlockRow, BlockTarget> | undefined,
): Hand | undefined {
  if (target?.on === "block") return moveHand(bench, id);
  if (target?.on === "edge") return edgeHand(bench, id, target.edge);
  if (target?.on === "fan") return fanHand(bench, id);
  return target?.on === "tether" ? tetherHand(bench, id, hanging, find) : undefined;
}

function moveHand(bench: Bench, id: string): Hand | undefined {
  const placed = bench.motion.placements.byId.get(id);
  if (!placed) return undefined;
  if (!bench.selection.items?.includes(id)) bench.selectItems([id]);
  const ids = movedWith(bench, id);
  const targets = edgesOf(bench.motion, new Set(ids));
  const { from } = passOf(bench.motion, placed);
  const way = isMirrored(placed) ? -1 : 1;
  return gestureHand(bench, (gesture, { dx, x, y, free }) => {
    const { frameRate } = bench.study.scene;
    const { scale } = bench.view;
    const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
    gesture.update((study) => moveItems(study, { ids, by: (time - from) * way }));
    showTip(x, y, `${placed.item.name}: ${bothTimes(Math.max(time, 0), frameRate)}`);
  });
}

function edgeHand(bench: Bench, id: string, edge: "start" | "end"): Hand | undefined {
  const placed = bench.motion.placements.byId.get(id);
  if (!placed) return undefined;
  const { pass } = blockSpan(placed);
  const from = edge === "start" ? pass.from : pass.to;
  // Of the sequence as it is now: what hangs on this block moves along, and must not hold it.
  const targets = edgesOf(bench.motion, carriedBy(bench.motion, id));
  return gestureHand(bench, (gesture, { dx, x, y, free, shift }) => {
    const { frameRate } = bench.study.scene;
    const { scale } = bench.view;
    const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
    const edit = shift ? stretchTween : trimTween;
    gesture.update((study) => edit(study, { tweenId: id, edge, time }));
    const words = shift ? "stretch" : "trim (Shift stretches)";
    showTip(x, y, `${words}: ${bothTimes(Math.max(time, 0), frameRate)}`);
  });
}

/** Spreads a stagger by the far end of its fan. */
function fanHand(bench: Bench, id: string): Hand | undefined {
  const placed = bench.motion.placements.byId.get(id);
  const tween = placed?.item.type === "tween" ? placed.item : undefined;
  const stagger = tween?.stagger;
  if (!placed || !tween || !stagger) return undefined;
  const most = Math.max(...placed.offsets);
  return gestureHand(bench, (gesture, { dx, x, y }) => {
    const whole = Math.max(most + dx / bench.view.scale, 0);
    const gap = Math.round((whole / (tween.figures.length - 1)) * 10) / 10;
    const set =
      stagger.order === "front" && stagger.front
        ? { ...stagger, front: { ...stagger.front, time: Math.round(whole) } }
        : { ...stagger, gap };
    gesture.update((study) => setItems(study, { ids: [id], set: { stagger: set } }));
    showTip(
      x,
      y,
      stagger.order === "front"
        ? `the front takes ${numberLabel(whole, 0)} ms`
        : `${numberLabel(gap, 1)} ms from one to the next`,
    );
  });
}

/** Hangs an item elsewhere by the dot at its start. */
function tetherHand(
  bench: Bench,
  id: string,
  hanging: HangingLine,
  find: (x: number, y: number) => Found<BlockRow, BlockTarget> | undefined,
): Hand {
  return {
    move: ({ x, y }) => {
      const over = anchorAt(bench, x, y, id, find);
      hanging.set({ id, x, y, over });
      showTip(
        x,
        y,
        over ? `tether to ${anchorWords(bench, over)}` : "let go over a block or a marker",
      );
    },
    end: (cancelled) => {
      const over = hanging.current?.over;
      hanging.set(null);
      if (cancelled || !over) return;
      const loop = tetherLoop(bench.study, id, over);
      if (loop.length > 0)
        say(
          `That would run in a circle: ${[...loop, loop[0]].join(" → ")}. Tether one of them elsewhere first.`,
          { tone: "fault" },
        );
      else bench.perform(tetherItem, { id, anchor: over });
    },
  };
}

function anchorWords(bench: Bench, over: HangTarget): string {
  if (over.to === "marker")
    return `marker ${bench.study.markers.find(({ id }) => id === over.id)?.name}`;
  return `the ${over.edge} of ${bench.motion.placements.byId.get(over.id)?.item.name}`;
}

/** The block under a place of the window, and which of its edges is nearer; or the marker there. */
function anchorAt(
  bench: Bench,
  x: number,
  y: number,
  except: string,
  find: (x: number, y: number) => Found<BlockRow, BlockTarget> | undefined,
): HangTarget | null {
  const marker = document
    .elementsFromPoint(x, y)
    .find((each) => each.hasAttribute("data-marker"))
    ?.getAttribute("data-marker");
  if (marker) return { to: "marker", id: marker };
  const found = find(x, y);
  const id = found?.row.item.id;
  const placed = id === undefined ? undefined : bench.motion.placements.byId.get(id);
  if (!found || id === undefined || id === except || !placed) return null;
  const time = bench.view.toTime(found.x);
  const { all, pass } = blockSpan(placed);
  const end = Number.isFinite(all.to) ? all.to : pass.to;
  const isStart = Math.abs(time - all.from) <= Math.abs(time - end);
  return { to: "item", id, edge: isStart ? "start" : "end" };
}

/** An item and all that hangs on it, however far. */
function carriedBy({ placements }: Motion, id: string): Set<string> {
  const carried = new Set([id]);
  for (let grew = true; grew; ) {
    grew = false;
    for (const { item } of placements.byId.values()) {
      const { tether } = item;
      if (tether.to !== "item" || !carried.has(tether.id) || carried.has(item.id)) continue;
      carried.add(item.id);
      grew = true;
    }
  }
  return carried;
}

/** Times that a block snaps to: edges of all others, and markers. */
function edgesOf(motion: Motion, except: ReadonlySet<string>): number[] {
  const times = [0, ...shownMarkers(motion).map(({ time }) => time)];
  for (const placed of motion.placements.byId.values()) {
    if (except.has(placed.item.id)) continue;
    const { all } = blockSpan(placed);
    times.push(all.from);
    if (Number.isFinite(all.to)) times.push(all.to);
  }
  return times;
}
