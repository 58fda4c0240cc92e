import {
  moveItems,
  setItems,
  stretchTween,
  tetherItem,
  tetherLoop,
  trimTween,
} from "@levitas/core/edit";
import type { Motion } from "@levitas/core/motion";
import type { Group, SequenceItem, SharedCurve } from "@levitas/core/study";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { HUE } from "../../theme/hues.ts";
import { showTip } from "../../ui/dragTip.tsx";
import { say } from "../../ui/notices.tsx";
import { numberLabel } from "../../ui/numberLabel.ts";
import { useDragSession } from "../../ui/useDragSession.ts";
import { writeAttributes } from "../../ui/writeAttributes.ts";
import { snapTime } from "../axis/snapTime.ts";
import { overlapsOf } from "../lanes/OverlapPanel.tsx";
import { useBench, useBenchState, useFrame, useStudy } from "../session/BenchContext.ts";
import type { Gesture } from "../session/gesture.ts";
import { passWords } from "../session/iterationWords.ts";
import { bothTimes } from "../session/labels.ts";
import { chooseBlock } from "./BlockMargin.tsx";
import { type BlockRow, blockSpan, FAN, fanOf, LINE } from "./blockRows.ts";
import {
  BOTTOM,
  cuePath,
  curvePath,
  foldedPath,
  freezePath,
  groupPath,
  isMirrored,
  restPath,
  shakePath,
  TOP,
  writeLabel,
} from "./blockShapes.ts";
import type { HangingLine, HangTarget } from "./TetherCanvas.tsx";

interface EdgeSession {
  readonly gesture: Gesture;
  readonly edge: "start" | "end";
  readonly from: number;
  readonly targets: readonly number[];
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
  const times = [0, ...motion.study.markers.map(({ time }) => time)];
  for (const placed of motion.placements.byId.values()) {
    if (except.has(placed.item.id)) continue;
    const { all } = blockSpan(placed);
    times.push(all.from);
    if (Number.isFinite(all.to)) times.push(all.to);
  }
  return times;
}

interface MoveSession {
  readonly gesture: Gesture;
  readonly from: number;
  readonly ids: readonly string[];
  readonly targets: readonly number[];
  readonly way: 1 | -1;
}

const BLOCK_TOPICS = ["motion", "axis", "drag"] as const;
/** A cue lights up as it is heard. */
const CUE_TOPICS = [...BLOCK_TOPICS, "time"] as const;

/** One item of the sequence on the time axis. */
export function BlockTrack({ row, hanging }: { row: BlockRow; hanging: HangingLine }): ReactNode {
  const bench = useBench();
  const { figures } = useStudy();
  const { item, height } = row;
  const { id } = item;
  const selected = useBenchState(({ selection }) => selection.items?.includes(id) ?? false);
  const body = useRef<SVGRectElement>(null);
  const rest = useRef<SVGPathElement>(null);
  const line = useRef<SVGPathElement>(null);
  const fan = useRef<SVGPathElement>(null);
  const dot = useRef<SVGCircleElement>(null);
  const words = useRef<SVGTextElement>(null);
  const grips = useRef<(SVGRectElement | null)[]>([]);
  const far = useRef<SVGRectElement>(null);
  /** Around the chosen block: its own fill is faint. */
  const frame = useRef<SVGRectElement>(null);
  const contended = useRef<SVGPathElement>(null);
  const drawn = useRef("");
  const contendedFor = useRef<{ motion?: Motion; key?: string }>({});
  const drawnOf = useRef<{ item?: SequenceItem; curves?: readonly SharedCurve[] }>({});
  const tween = item.type === "tween" ? item : undefined;
  const hue = HUE[figures.find((each) => each.id === tween?.figures[0])?.hue ?? "slate"];
  const count = fanOf(item);

  const notes = [
    passWords(item as Group),
    item.type === "group" && item.rate ? `rate ${item.rate}` : "",
  ]
    .filter(Boolean)
    .join(", ");

  useFrame(
    "The block track",
    item.type === "cue" ? CUE_TOPICS : BLOCK_TOPICS,
    ({ motion, time }) => {
      const placed = motion.placements.byId.get(id);
      if (!placed || !body.current) return;
      const { view } = bench;
      const span = blockSpan(placed);
      const { all, endless } = span;
      // A cue's mark stands where it is heard first.
      const heard = item.type === "cue" ? motion.cueTime(id) : undefined;
      const pass = heard === undefined ? span.pass : { from: heard, to: heard };
      const lit = item.type === "cue" && time >= pass.from && time < pass.from + 150;
      const key = `${pass.from} ${pass.to} ${all.to} ${view.from} ${view.scale} ${view.width} ${placed.offsets.join()} ${lit} ${row.folded} ${selected}`;
      const looked = contendedFor.current;
      if (
        contended.current &&
        !bench.dragging &&
        (looked.motion !== motion || looked.key !== key)
      ) {
        contendedFor.current = { motion, key };
        // Where another tween drives the same channel; looked for when things rest.
        const marks = overlapsOf(motion).filter(
          ({ winner, loser }) => winner === id || loser === id,
        );
        writeAttributes(contended.current, {
          d: marks
            .map(
              ({ from: a, to: b }) =>
                `M${view.toX(a).toFixed(1)} ${BOTTOM + 1}H${view.toX(b).toFixed(1)}`,
            )
            .join(""),
        });
      }
      // Its curve is the item's and those it shares: while others are dragged it stays as it is drawn.
      const { item: shown } = placed;
      const { curves } = motion.study;
      const same = drawnOf.current.item === shown && drawnOf.current.curves === curves;
      if (drawn.current === key && same && !(bench.dragging && shown.type === "group")) return;
      drawn.current = key;
      drawnOf.current = { item: shown, curves };
      const from = view.toX(pass.from);
      const to = Math.max(view.toX(pass.to), from + (item.type === "cue" ? 1 : 3));
      const end = endless ? Math.max(view.width + 10, to) : Math.max(view.toX(all.to), to);
      for (const box of [body.current, frame.current])
        writeAttributes(box, { x: from.toFixed(1), width: (to - from).toFixed(1) });
      writeAttributes(dot.current, { cx: from.toFixed(1) });
      writeAttributes(grips.current[0], { x: (from - 3).toFixed(1) });
      writeAttributes(grips.current[1], { x: (to - 4).toFixed(1) });
      writeAttributes(rest.current, { d: restPath(from, to, end) });
      writeLabel(words.current, { from, to, end }, view.width, item.name, notes);
      if (item.type === "cue") writeAttributes(line.current, { d: cuePath(from, lit) });
      else if (item.type === "shake") writeAttributes(line.current, { d: shakePath(from, to) });
      else if (item.type === "freeze") writeAttributes(line.current, { d: freezePath(from, to) });
      else if (item.type === "group")
        writeAttributes(line.current, {
          d: row.folded ? foldedPath(motion, placed, bench.view) : groupPath(from, to),
        });
      else if (count === 0)
        writeAttributes(line.current, { d: curvePath(motion, placed, from, to) });
      if (count > 0 && fan.current) {
        const length = view.toX(pass.from + placed.length) - from || 2;
        const order = placed.offsets.slice(0, count);
        const scale =
          (view.scale * (pass.to - pass.from)) /
          Math.max(placed.length + Math.max(...placed.offsets), 1);
        writeAttributes(fan.current, {
          d: order
            .map((offset, i) => {
              const x = (from + offset * scale).toFixed(1);
              const y = (16 + i * (FAN.bar + FAN.gap)).toFixed(1);
              return `M${x} ${y}h${Math.max(length, 2).toFixed(1)}v${FAN.bar}h${-Math.max(length, 2).toFixed(1)}z`;
            })
            .join(""),
        });
        writeAttributes(far.current, { x: (to - 5).toFixed(1) });
      }
    },
  );

  const mine = () => {
    const { items = [] } = bench.selection;
    return items.includes(id) ? items : [id];
  };
  const startNow = () => {
    const placed = bench.motion.placements.byId.get(id);
    return placed ? blockSpan(placed).pass.from : 0;
  };
  const move = useDragSession<MoveSession>({
    start: () => {
      const placed = bench.motion.placements.byId.get(id);
      if (!placed) return undefined;
      const { items = [] } = bench.selection;
      if (!items.includes(id)) bench.selectItems([id]);
      const ids = mine();
      const targets = edgesOf(bench.motion, new Set(ids));
      return {
        gesture: bench.begin(),
        from: startNow(),
        ids,
        targets,
        way: isMirrored(placed) ? -1 : 1,
      };
    },
    move: ({ gesture, from, ids, targets, way }, { dx, x, y, free }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
      gesture.update((study) => moveItems(study, { ids, by: (time - from) * way }));
      showTip(x, y, `${item.name}: ${bothTimes(Math.max(time, 0), frameRate)}`);
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
    tap: ({ shift }, target) => {
      chooseBlock(bench, id, shift);
      (target as SVGElement).focus();
    },
  });
  const nudge = (event: KeyboardEvent) => {
    if (event.key === "Enter") chooseBlock(bench, id, event.shiftKey);
    const way = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (way === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const frame = 1000 / bench.study.scene.frameRate;
    bench.perform(moveItems, {
      ids: mine(),
      by: way * (event.shiftKey ? 10 * frame : event.altKey ? 1 : frame),
    });
  };
  const edge = useDragSession<EdgeSession>({
    start: (_, target) => {
      const placed = bench.motion.placements.byId.get(id);
      const which = target.getAttribute("data-edge");
      if (!placed || (which !== "start" && which !== "end")) return undefined;
      const { pass } = blockSpan(placed);
      const from = which === "start" ? pass.from : pass.from + (pass.to - pass.from);
      // Of the sequence as it is now: what hangs on this block moves along, and must not hold it.
      const targets = edgesOf(bench.motion, carriedBy(bench.motion, id));
      return { gesture: bench.begin(), edge: which, from, targets };
    },
    move: ({ gesture, edge: which, from, targets }, { dx, x, y, free, shift }) => {
      if (!gesture.active) return;
      const { frameRate } = bench.study.scene;
      const { scale } = bench.view;
      const { time } = snapTime(from + dx / scale, targets, { scale, frameRate, free });
      gesture.update((study) =>
        shift
          ? stretchTween(study, { tweenId: id, edge: which, time })
          : trimTween(study, { tweenId: id, edge: which, time }),
      );
      showTip(
        x,
        y,
        `${shift ? "stretch" : "trim (Shift stretches)"}: ${bothTimes(Math.max(time, 0), frameRate)}`,
      );
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const spread = useDragSession<{ gesture: Gesture; most: number }>({
    start: () => {
      const placed = bench.motion.placements.byId.get(id);
      return placed ? { gesture: bench.begin(), most: Math.max(...placed.offsets) } : undefined;
    },
    move: ({ gesture, most }, { dx, x, y }) => {
      if (!gesture.active || !tween?.stagger) return;
      const { stagger } = tween;
      const whole = Math.max(most + dx / bench.view.scale, 0);
      const gaps = tween.figures.length - 1;
      const gap = Math.round((whole / gaps) * 10) / 10;
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
    },
    end: ({ gesture }, cancelled) => (cancelled ? gesture.cancel() : gesture.commit()),
  });
  const hang = useDragSession<{ readonly id: string }>({
    start: () => ({ id }),
    move: (_, { x, y }) => {
      hanging.set({ id, x, y, over: blockAt(bench, x, y, id) });
      const over = hanging.current?.over;
      showTip(
        x,
        y,
        over ? `hang on ${targetWords(bench, over)}` : "let go over a block or a marker",
      );
    },
    end: (_, cancelled) => {
      const over = hanging.current?.over;
      hanging.set(null);
      if (cancelled || !over) return;
      const loop = tetherLoop(bench.study, id, over);
      if (loop.length > 0)
        say(
          `That would run in a circle: ${[...loop, loop[0]].join(" → ")}. Hang one of them elsewhere first.`,
          { tone: "fault" },
        );
      else bench.perform(tetherItem, { id, anchor: over });
    },
  });
  const fill =
    item.type === "group"
      ? "fill-muted"
      : item.type === "cue" || item.type === "freeze" || item.type === "shake"
        ? "fill-marigold"
        : hue.fill;
  const stroke =
    item.type === "group"
      ? "stroke-muted"
      : item.type === "tween"
        ? hue.stroke
        : "stroke-marigold-ink";
  return (
    // biome-ignore lint/a11y/useSemanticElements: SVG has no fieldset of its own
    <svg
      className="min-w-0 flex-1 touch-none"
      height={height}
      role="group"
      aria-label={`Block of ${item.name}`}
    >
      <path
        ref={rest}
        className={`pointer-events-none fill-none stroke-1 opacity-60 ${stroke}`}
        strokeDasharray="2 3"
      />
      {/* biome-ignore lint/a11y/useSemanticElements: SVG has no button of its own */}
      <rect
        ref={body}
        {...move()}
        onKeyDown={nudge}
        onDoubleClick={() => item.type === "group" && bench.fold(id)}
        y={TOP}
        height={count > 0 ? height - 2 * TOP : BOTTOM - TOP}
        rx={5}
        role="button"
        tabIndex={0}
        aria-pressed={selected}
        aria-label={`Block ${item.name}`}
        data-block={id}
        className={`cursor-grab ${fill} ${selected ? "stroke-spruce stroke-2" : ""} ${item.type === "cue" ? "fill-transparent" : count > 0 ? "opacity-10" : "opacity-20"}`}
      >
        <title>{`${item.name}: drag to move it and what hangs on it`}</title>
      </rect>
      {selected ? (
        <rect
          ref={frame}
          y={TOP}
          height={count > 0 ? height - 2 * TOP : BOTTOM - TOP}
          rx={5}
          className="pointer-events-none fill-none stroke-spruce stroke-2"
        />
      ) : null}
      <path
        ref={line}
        className={`pointer-events-none ${item.type === "cue" || item.type === "freeze" ? `${fill} ${stroke}` : `fill-none ${stroke}`} stroke-[1.5]`}
        strokeLinejoin="round"
      />
      {count > 0 ? (
        <path ref={fan} className={`pointer-events-none opacity-80 ${hue.fill}`} />
      ) : null}
      {tween ? (
        <path
          ref={contended}
          data-contended={id}
          className="pointer-events-none fill-none stroke-fault stroke-[3]"
        />
      ) : null}
      <text
        ref={words}
        y={count > 0 ? 13 : LINE / 2 + 4}
        className="pointer-events-none fill-ink text-[11.5px] font-medium"
      >
        <tspan />
        <tspan className="fill-muted font-normal" />
      </text>
      {tween && tween.tracks.length > 0
        ? (["start", "end"] as const).map((which, i) =>
            count > 0 && which === "end" ? null : (
              <rect
                key={which}
                ref={(element) => {
                  grips.current[i] = element;
                }}
                {...edge()}
                data-edge={which}
                data-trim={`${id} ${which}`}
                y={TOP}
                width={7}
                height={BOTTOM - TOP}
                rx={2}
                className="cursor-ew-resize fill-transparent group-hover/row:fill-edge/40 hover:fill-spruce"
              >
                <title>Drag to trim; with Shift it stretches</title>
              </rect>
            ),
          )
        : null}
      {count > 0 ? (
        <rect
          ref={far}
          {...spread()}
          data-fan={id}
          y={height - TOP - 14}
          width={8}
          height={14}
          rx={3}
          className={`cursor-ew-resize ${hue.fill}`}
        >
          <title>Drag the far end of the fan</title>
        </rect>
      ) : null}
      <circle
        ref={dot}
        {...hang()}
        data-hang={id}
        cy={LINE / 2}
        r={4}
        className="cursor-crosshair fill-raised stroke-edge stroke-[1.5] opacity-0 group-hover/row:opacity-100 hover:stroke-spruce"
      >
        <title>Drag to a block to hang it there</title>
      </circle>
    </svg>
  );
}

function targetWords(bench: ReturnType<typeof useBench>, over: HangTarget): string {
  if (over.to === "marker")
    return `marker ${bench.study.markers.find(({ id }) => id === over.id)?.name}`;
  return `the ${over.edge} of ${bench.motion.placements.byId.get(over.id)?.item.name}`;
}

/** The block under a place of the window, and which of its edges is nearer; or the marker there. */
function blockAt(
  bench: ReturnType<typeof useBench>,
  x: number,
  y: number,
  except: string,
): HangTarget | null {
  const under = document.elementsFromPoint(x, y);
  const marker = under.find((each) => each.hasAttribute("data-marker"));
  if (marker) return { to: "marker", id: marker.getAttribute("data-marker") ?? "" };
  const line = under.find((each) => each.closest("[data-block-row]"));
  const id = line?.closest("[data-block-row]")?.getAttribute("data-block-row");
  const track = line?.closest("[data-block-row]")?.querySelector("svg");
  const placed = id ? bench.motion.placements.byId.get(id) : undefined;
  if (!id || id === except || !placed || !track) return null;
  const time = bench.view.toTime(x - track.getBoundingClientRect().left);
  const { all, pass } = blockSpan(placed);
  const end = Number.isFinite(all.to) ? all.to : pass.to;
  return {
    to: "item",
    id,
    edge: Math.abs(time - all.from) <= Math.abs(time - end) ? "start" : "end",
  };
}
