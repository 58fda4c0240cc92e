import { pivotInScene, slotOwner } from "@levitas/core/live";
import { type Motion, mapPoint, poseMatrix } from "@levitas/core/motion";
import { type ChannelId, NO_LIVE, type Study } from "@levitas/core/study";
import { numberLabel } from "../../ui/numberLabel.ts";
import type { Placement } from "../session/camera.ts";
import { labelPicture } from "../stage/labelPicture.ts";
import { sceneInk } from "../stage/overlay.ts";
import type { Mark } from "../tracks/marks.ts";
import type { LiveFrame, LiveSession } from "./liveSession.ts";

/** How far back the pointer of a take is looked for, ms. */
const POINTER_SHOWN = 10_000;
/** How long a press can be seen after it, ms. */
const PRESS_SHOWN = 900;
/** Smallest and largest radius of the way of an angle, px. */
const [LEAST, MOST] = [26, 130];
/** How long after something began words are put to it, ms. */
const READ = 40;
/** A smaller turn is none, degrees. */
const LEAST_TURN = 0.5;

/** Where a figure's pivot is in the scene, and how far its farthest corner is from it, px. */
function pivotOf(motion: Motion, poses: Float64Array, index: number) {
  const read = (id: ChannelId) => poses[motion.slot(index, id)] as number;
  const [width, height] = [Math.max(read("width"), 0), Math.max(read("height"), 0)];
  const [px, py] = [(read("pivotX") / 100) * width, (read("pivotY") / 100) * height];
  const [x, y] = pivotInScene(motion, poses, index);
  const reach = Math.hypot(Math.max(px, width - px), Math.max(py, height - py));
  return { x, y, reach };
}

/** The corners of a figure's box on the screen, x and y in turn, closed. */
export function outlineOf(
  motion: Motion,
  poses: Float64Array,
  index: number,
  { scale, left, top }: Placement,
): number[] {
  const read = (id: ChannelId) => poses[motion.slot(index, id)] as number;
  const matrix = poseMatrix(motion, poses, index);
  const [width, height] = [Math.max(read("width"), 0), Math.max(read("height"), 0)];
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
    [0, 0],
  ] as const;
  return corners.flatMap(([x, y]) => {
    const [sx, sy] = mapPoint(matrix, x, y);
    return [left + sx * scale, top + sy * scale];
  });
}

/** What explains the scene while it answers: presses, ways of angles, the other way that is compared. */
export function sceneMarks(
  session: LiveSession,
  { live, time, poses, other }: LiveFrame,
  camera: Placement,
  focused: string | null,
): Mark[] {
  const { motion } = live;
  const { line, halo } = sceneInk(motion.study.scene.background);
  const marks: Mark[] = [];
  if (other) {
    const otherMotion = other.live.motion;
    const moved = new Set(live.slots.flatMap((slot) => slotOwner(live, slot)?.figure ?? []));
    for (const id of moved) {
      const index = motion.figureIndex(id);
      if (otherMotion.figureIndex(id) < 0) continue;
      const points = outlineOf(otherMotion, other.poses, otherMotion.figureIndex(id), camera);
      const here = outlineOf(motion, poses, index, camera);
      // Where both ways agree there is nothing to be told.
      if (points.every((value, i) => Math.abs(value - (here[i] as number)) < 0.5)) continue;
      marks.push({ type: "line", points, stroke: halo, lineWidth: 4 });
      marks.push({ type: "line", points, stroke: "hue-plum", lineWidth: 1.8, dash: [5, 4] });
    }
  }
  if (focused !== null) {
    const index = motion.figureIndex(focused);
    if (index >= 0) {
      const points = outlineOf(motion, poses, index, camera);
      marks.push({ type: "line", points, stroke: halo, lineWidth: 5 });
      marks.push({ type: "line", points, stroke: "spruce", lineWidth: 2.5 });
    }
  }
  const { showSilent } = session.store.getState();
  if (showSilent)
    for (const id of silentFigures(motion.study)) {
      const points = outlineOf(motion, poses, motion.figureIndex(id), camera);
      marks.push({ type: "line", points, stroke: halo, lineWidth: 3 });
      marks.push({ type: "line", points, stroke: line, lineWidth: 1.2, dash: [2, 3] });
    }
  const frame = { live, time, poses, other };
  const taken = angleMarks(session, frame, camera, line, halo);
  marks.push(...(taken.length > 0 ? taken : foreseenMarks(session, frame, camera, line, halo)));
  marks.push(...pointerMarks(session, time, camera, halo));
  return marks;
}

/** The figures that no press, hold or hover is answered on. */
export function silentFigures({ figures, live }: Study): readonly string[] {
  const heard = new Set(
    (live ?? NO_LIVE).responses.flatMap(({ when, disabled }) =>
      disabled || !("figure" in when) ? [] : [when.figure],
    ),
  );
  if (heard.has(null)) return [];
  const isHeard = (id: string | null): boolean => {
    if (id === null) return false;
    return heard.has(id) || isHeard(figures.find((each) => each.id === id)?.parent ?? null);
  };
  return figures.flatMap(({ id }) => (isHeard(id) ? [] : [id]));
}

/** The ways of angles that are taken, each as an arc about the pivot with how far it turns. */
function angleMarks(
  session: LiveSession,
  { live, time, poses }: LiveFrame,
  camera: Placement,
  line: string,
  halo: string,
): Mark[] {
  const begun = session.lastAnswer();
  if (!begun || time > begun.arrives + PRESS_SHOWN) return [];
  return begun.channels.flatMap(({ slot, target, from }) => {
    const owner = slotOwner(live, slot);
    if (owner?.channel.id !== "rotate") return [];
    const now = live.valueAt(slot, time);
    // In a storm of presses none of them can be read.
    const words = time - begun.time < READ ? null : "";
    const way = { figure: owner.figure, from, now, target, words };
    return arcMarks(live.motion, poses, way, camera, line, halo);
  });
}

/** The ways that angles would take if it were pressed where the pointer is, while nothing else is told. */
function foreseenMarks(
  session: LiveSession,
  { live, time, poses }: LiveFrame,
  camera: Placement,
  line: string,
  halo: string,
): Mark[] {
  const { hovered } = session;
  if (!hovered || session.store.getState().take !== null) return [];
  return live.foreseen(time, hovered).flatMap(({ slot, target }) => {
    const owner = slotOwner(live, slot);
    if (owner?.channel.id !== "rotate") return [];
    const now = live.valueAt(slot, time);
    if (Math.abs(target - now) < LEAST_TURN) return [];
    const way = { figure: owner.figure, from: now, now, target, words: "would go " };
    return arcMarks(live.motion, poses, way, camera, line, halo);
  });
}

/** The way of an angle: what is left of it as an arc, and in words how far the whole of it turns. */
function arcMarks(
  motion: Motion,
  poses: Float64Array,
  {
    figure,
    from,
    now,
    target,
    words,
  }: {
    readonly figure: string;
    readonly from: number;
    readonly now: number;
    readonly target: number;
    /** Before the words, where it is not taken yet; null for no words at all. */
    readonly words: string | null;
  },
  { scale, left, top }: Placement,
  line: string,
  halo: string,
): Mark[] {
  const marks: Mark[] = [];
  const turn = target - now;
  const whole = target - from;
  const { x, y, reach } = pivotOf(motion, poses, motion.figureIndex(figure));
  const radius = Math.min(Math.max(reach * scale * 0.7, LEAST), MOST);
  const angle = (value: number) => ((value - 90) * Math.PI) / 180;
  const [px, py] = [left + x * scale, top + y * scale];
  if (Math.abs(turn) > LEAST_TURN) {
    const steps = Math.max(Math.ceil(Math.abs(turn) / 4), 2);
    const arc = Array.from({ length: steps + 1 }, (_, i) => {
      const at = angle(now + (turn * i) / steps);
      return [px + radius * Math.cos(at), py + radius * Math.sin(at)];
    }).flat();
    const dash = words ? [3, 5] : [];
    marks.push({ type: "line", points: arc, stroke: halo, lineWidth: 6 });
    marks.push({ type: "line", points: arc, stroke: "marigold", lineWidth: 2.5, dash });
  }
  if (words === null) return marks;
  const middle = angle(from + whole / 2);
  const way = Math.abs(whole) > 180 ? "the long way" : "the short way";
  const label = labelPicture(`${words}${way} ${whole > 0 ? "+" : ""}${numberLabel(whole, 0)}°`, {
    ...{ ink: line, halo, weight: 600 },
  });
  const share = Math.cos(middle) < -0.3 ? 1 : Math.cos(middle) > 0.3 ? 0 : 0.5;
  marks.push({
    ...{ type: "picture", width: label.width, height: label.height, image: label.image },
    x: px + (radius + 12) * Math.cos(middle) - share * label.width,
    y: py + (radius + 12) * Math.sin(middle) - label.baseline + 4,
  });
  return marks;
}

/** Where the pointer is or was pressed last: rings that fade. */
function pointerMarks(
  session: LiveSession,
  time: number,
  { scale, left, top }: Placement,
  halo: string,
): Mark[] {
  const entries = session.entries(time - POINTER_SHOWN);
  const { take, showPointer } = session.store.getState();
  const marks: Mark[] = [];
  const { hovered } = session;
  let pointer: { x: number; y: number } | undefined =
    take === null && hovered
      ? { x: left + hovered.x * scale, y: top + hovered.y * scale }
      : undefined;
  for (let i = entries.length - 1; i >= 0; i--) {
    const entry = entries[i];
    if (entry?.kind !== "event" || !("x" in entry.event)) continue;
    const place = { x: left + entry.event.x * scale, y: top + entry.event.y * scale };
    pointer ??= place;
    if (time - entry.time > PRESS_SHOWN) break;
    if (entry.event.type !== "press") continue;
    const gone = (time - entry.time) / PRESS_SHOWN;
    const alpha = 1 - gone;
    marks.push({ type: "disc", ...place, radius: 11, stroke: halo, lineWidth: 4, alpha });
    marks.push({ type: "disc", ...place, radius: 11, stroke: "marigold", lineWidth: 2, alpha });
    const ring = { radius: 11 + 14 * gone, stroke: "marigold", lineWidth: 1, alpha: alpha * 0.6 };
    marks.push({ type: "disc", ...place, ...ring });
  }
  // A take is pressed by nobody who sees a pointer: it is drawn.
  if ((take !== null || showPointer) && pointer)
    marks.push({
      type: "disc",
      ...pointer,
      radius: 4,
      fill: "marigold",
      stroke: halo,
      lineWidth: 2,
    });
  return marks;
}
