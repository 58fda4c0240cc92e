import { type Draft, original } from "immer";
import { compileCurve, cutBezier } from "../../curve/index.ts";
import { splitCurve } from "../../fit/index.ts";
import { measurePiece, type SpacePiece, type Spot } from "../../motion/index.ts";
import {
  type ChannelId,
  curveOfKey,
  eachTween,
  type Key,
  type SpaceHandle,
  type Study,
  spacePathOf,
  type Tween,
} from "../../study/index.ts";
import { edgeBetween } from "../../value/index.ts";
import { defineEdit } from "../history/change.ts";
import { draftKey, draftKeys } from "../history/find.ts";
import { partnerOf, splitSpan } from "../tween.ts";

/** The ids of keys and of their partners on paths. */
export function withPartners(study: Study, keyIds: readonly string[]): Set<string> {
  const all = new Set(keyIds);
  for (const tween of eachTween(study.sequence)) {
    const path = spacePathOf(tween);
    if (!path) continue;
    path.x.keys.forEach((key, i) => {
      const other = path.y.keys[i];
      if (!other || all.has(key.id) === all.has(other.id)) return;
      all.add(key.id);
      all.add(other.id);
    });
  }
  return all;
}

const number = (value: Key["value"] | undefined): number => (typeof value === "number" ? value : 0);

/** The piece of a path that begins at the pair with this index. */
export function pieceOf(x: readonly Key[], y: readonly Key[], index: number): SpacePiece {
  const from: Spot = { x: number(x[index]?.value), y: number(y[index]?.value) };
  const to: Spot = { x: number(x[index + 1]?.value), y: number(y[index + 1]?.value) };
  const out = x[index]?.out;
  const into = x[index + 1]?.in;
  return [
    from,
    { x: from.x + (out?.x ?? 0), y: from.y + (out?.y ?? 0) },
    { x: to.x + (into?.x ?? 0), y: to.y + (into?.y ?? 0) },
    to,
  ];
}

/** A new pair on a path: the ids of both keys, and the value one of them is to have. */
export interface NewPair {
  readonly time: number;
  readonly xId: string;
  readonly yId: string;
  readonly channel: ChannelId;
  readonly value?: number;
}

/**
 * Inserts a pair of keys on a path through space, at a time counted from the tween's start. The piece that contains it
 * is split: its shape is kept, and its timing as far as its curve can be split. Before the first pair and after the
 * last, the point is that of the nearest pair.
 */
export function insertPair(
  study: Study,
  tween: Draft<Tween>,
  { time, xId, yId, channel, value }: NewPair,
): void {
  const x = tween.tracks.find((track) => track.channel === "x")?.keys ?? [];
  const y = tween.tracks.find((track) => track.channel === "y")?.keys ?? [];
  const after = x.findIndex((key) => key.time > time);
  const index = after < 0 ? x.length : after;
  const before = x[index - 1];
  const next = x[index];
  const place = (spot: Spot, more: Partial<Key> = {}) => {
    x.splice(index, 0, { id: xId, time, value: spot.x, ...more } as Draft<Key>);
    y.splice(index, 0, { id: yId, time, value: spot.y });
    const target = channel === "x" ? x[index] : y[index];
    if (target && value !== undefined) target.value = value;
  };
  if (!before || !next) {
    const near = before ? index - 1 : 0;
    place({ x: number(x[near]?.value), y: number(y[near]?.value) });
    return;
  }
  const p = (time - before.time) / (next.time - before.time);
  const curve = curveOfKey(study, before as Key);
  const share = compileCurve(curve).value(p);
  const piece = pieceOf(x as readonly Key[], y as readonly Key[], index - 1);
  const spot = measurePiece(piece).at(share);
  const parts = share > 0 && share < 1 ? splitCurve(curve, p) : undefined;
  if (parts && (before.out || next.in)) {
    const [a, , , d] = piece;
    const [[, ab, abc], [, bcd, cd]] = cutBezier(piece, parameterAt(piece, share));
    before.out = offsetFrom(ab, a);
    next.in = offsetFrom(cd, d);
    place(spot, { in: offsetFrom(abc, spot), out: offsetFrom(bcd, spot) });
  } else {
    if (!parts) {
      delete before.out;
      delete next.in;
    }
    place(spot);
  }
  const fresh = x[index] as Draft<Key>;
  splitSpan(before, fresh, parts);
}

function offsetFrom(to: Spot, from: Spot): SpaceHandle {
  return { x: to.x - from.x, y: to.y - from.y };
}

/**
 * The parameter at which a cubic has covered a share of its length, by bisection; 40 halvings are exact to rounding.
 */
function parameterAt(piece: SpacePiece, share: number): number {
  const whole = measurePiece(piece).length;
  const isBefore = (t: number) => measurePiece(cutBezier(piece, t)[0]).length < share * whole;
  return edgeBetween(isBefore, 0, 1, 40);
}

/** Moves a point of a path through space, px: both of its keys. */
export const moveSpacePoint = defineEdit<{ keyId: string; by: Spot }>(
  "move point of the path",
  (draft, { keyId, by }) => {
    const found = draftKey(draft, keyId);
    if (!found) return;
    const base = (original(found.tween) ?? found.tween) as Tween;
    const other = partnerOf(base, keyId);
    const partner = other && draftKey(draft, other.id);
    if (!partner) return;
    const [x, y] =
      found.track.channel === "x" ? [found.key, partner.key] : [partner.key, found.key];
    x.value = number(x.value as Key["value"]) + by.x;
    y.value = number(y.value as Key["value"]) + by.y;
  },
);

/**
 * Sets a handle of a point, px from the point; null removes it. If both handles were in line they stay so, unless
 * `alone`.
 */
export const setSpaceHandle = defineEdit<{
  keyId: string;
  side: "in" | "out";
  to: SpaceHandle | null;
  alone?: boolean;
}>("bend the path", (draft, { keyId, side, to, alone = false }) => {
  const key = draftKey(draft, keyId)?.key;
  if (!key) return;
  const other = side === "in" ? "out" : "in";
  const [mine, theirs] = [key[side], key[other]];
  if (to === null) {
    delete key[side];
    return;
  }
  const length = Math.hypot(to.x, to.y);
  const opposite = theirs && Math.hypot(theirs.x, theirs.y);
  if (!alone && mine && opposite && length > 1e-9 && areInLine(mine, theirs))
    key[other] = { x: (-to.x / length) * opposite, y: (-to.y / length) * opposite };
  key[side] = { ...to };
});

function areInLine(a: SpaceHandle, b: SpaceHandle): boolean {
  const scale = Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y);
  return (
    scale > 1e-9 && Math.abs(a.x * b.y - a.y * b.x) < 0.02 * scale && a.x * b.x + a.y * b.y < 0
  );
}

/** Gives points of a path handles along the line between their neighbours, so that the path is smooth there. */
export const roundSpacePoints = defineEdit<{ keyIds: readonly string[] }>(
  "smooth the path",
  (draft, { keyIds }, study) => {
    const chosen = new Set(keyIds);
    const leads = [...eachTween(study.sequence)].flatMap((tween) => {
      const path = spacePathOf(tween);
      const isChosen = ({ id }: Key, i: number) =>
        chosen.has(id) || chosen.has(path?.y.keys[i]?.id ?? "");
      return path?.x.keys.filter(isChosen).map(({ id }) => id) ?? [];
    });
    const found = draftKeys(draft, leads);
    for (const tween of eachTween(study.sequence)) {
      const path = spacePathOf(tween);
      if (!path) continue;
      path.x.keys.forEach((key, i) => {
        const fresh = found.get(key.id)?.key;
        if (!fresh) return;
        const at = (index: number): Spot => ({
          x: number(path.x.keys[index]?.value),
          y: number(path.y.keys[index]?.value),
        });
        const [before, here, after] = [
          at(Math.max(i - 1, 0)),
          at(i),
          at(Math.min(i + 1, path.x.keys.length - 1)),
        ];
        const chord = offsetFrom(after, before);
        const length = Math.hypot(chord.x, chord.y);
        if (length < 1e-9) return;
        const reach = (to: Spot) => Math.hypot(to.x - here.x, to.y - here.y) / 3 / length;
        if (i > 0) fresh.in = { x: -chord.x * reach(before), y: -chord.y * reach(before) };
        if (i < path.x.keys.length - 1)
          fresh.out = { x: chord.x * reach(after), y: chord.y * reach(after) };
      });
    }
  },
);
