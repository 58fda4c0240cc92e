import { type ChannelId, type Figure, PERSPECTIVE } from "../../study/index.ts";
import type { Motion } from "../compile/motion.ts";

/**
 * How a plane lies in another, perspective included, row by row: x' = (a·x + b·y + c) / w,
 * y' = (d·x + e·y + f) / w with w = g·x + h·y + i.
 */
export type Matrix = readonly [
  a: number,
  b: number,
  c: number,
  d: number,
  e: number,
  f: number,
  g: number,
  h: number,
  i: number,
];

const SAME: Matrix = [1, 0, 0, 0, 1, 0, 0, 0, 1];
const RADIANS = Math.PI / 180;
/** What is at or behind the eye is drawn as if it were just before it. */
const NEAREST = 1e-4;

type Read = (figureIndex: number, channel: ChannelId) => number;

/**
 * Where a figure's own box lies in its parent: maps points of its box (origin top left, px). As CSS
 * does: translate, rotate, scale, then in depth `perspective() rotateX() rotateY() skewX()`, all about the
 * pivot; every figure is flat in its parent. Source: CSS Transforms Level 2, section 4.
 */
function ownMatrix(motion: Motion, index: number, read: Read): Matrix {
  const px = (read(index, "pivotX") / 100) * Math.max(read(index, "width"), 0);
  const py = (read(index, "pivotY") / 100) * Math.max(read(index, "height"), 0);
  const angle = read(index, "rotate") * RADIANS;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [sx, sy] = [read(index, "scaleX"), read(index, "scaleY")];
  const [tx, ty] = [read(index, "x") + px, read(index, "y") + py];
  const [a, b, d, e] = [cos * sx, -sin * sy, sin * sx, cos * sy];
  const turnX = read(index, "turnX");
  const turnY = read(index, "turnY");
  const skew = read(index, "skew");
  // Most figures stay in the plane: there the way to the pivot and back needs no matrices.
  if (turnX === 0 && turnY === 0 && skew === 0)
    return [a, b, tx - a * px - b * py, d, e, ty - d * px - e * py, 0, 0, 1];
  const depth = depthMatrix(turnX, turnY, skew, motion.study.scene.perspective ?? PERSPECTIVE);
  const turned = multiplyMatrices([a, b, tx, d, e, ty, 0, 0, 1], depth);
  return multiplyMatrices(turned, [1, 0, -px, 0, 1, -py, 0, 0, 1]);
}

/**
 * How a plane that is turned and skewed about the origin is seen: `perspective() rotateX() rotateY() skewX()` of CSS.
 *
 * @param turnX degrees, as `turnY` and `skew`
 * @param eye the distance of the eye, px
 */
export function depthMatrix(turnX: number, turnY: number, skew: number, eye: number): Matrix {
  const k = Math.tan(skew * RADIANS);
  const [ca, sa] = [Math.cos(turnX * RADIANS), Math.sin(turnX * RADIANS)];
  const [cb, sb] = [Math.cos(turnY * RADIANS), Math.sin(turnY * RADIANS)];
  return [
    cb,
    cb * k,
    0,
    sb * sa,
    ca + sb * sa * k,
    0,
    (sb * ca) / eye,
    (sb * ca * k - sa) / eye,
    1,
  ];
}

function boxMatrix(motion: Motion, figureIndex: number, read: Read): Matrix {
  let matrix = SAME;
  let index = figureIndex;
  // A loop of parents is a fault of the study; the bound keeps it from hanging the screen.
  for (let depth = 0; index >= 0 && depth < 64; depth++) {
    const figure = motion.study.figures[index] as Figure;
    const own = ownMatrix(motion, index, read);
    matrix = matrix === SAME ? own : multiplyMatrices(own, matrix);
    index = figure.parent === null ? -1 : motion.figureIndex(figure.parent);
  }
  return matrix;
}

/** The matrix of a figure's box in the scene, in poses already asked for with `motion.at`. */
export function poseMatrix(motion: Motion, poses: Float64Array, figureIndex: number): Matrix {
  return boxMatrix(motion, figureIndex, (i, channel) => poses[motion.slot(i, channel)] as number);
}

/** The matrix of a figure's box at a time, asking only for the channels it needs. */
export function matrixAt(motion: Motion, figureIndex: number, t: number): Matrix {
  return boxMatrix(motion, figureIndex, (i, channel) => motion.valueAt(i, channel, t));
}

/** The matrix of the box a figure stands in: its parent's, or the scene itself. */
export function parentMatrixAt(motion: Motion, figureIndex: number, t: number): Matrix {
  const parent = motion.study.figures[figureIndex]?.parent ?? null;
  const index = parent === null ? -1 : motion.figureIndex(parent);
  return index < 0 ? SAME : matrixAt(motion, index, t);
}

/** `first` applied after `second`: maps a point through `second`, then through `first`. */
export function multiplyMatrices(first: Matrix, second: Matrix): Matrix {
  const [a, b, c, d, e, f, g, h, i] = first;
  const [j, k, l, m, n, o, p, q, r] = second;
  return [
    a * j + b * m + c * p,
    a * k + b * n + c * q,
    a * l + b * o + c * r,
    d * j + e * m + f * p,
    d * k + e * n + f * q,
    d * l + e * o + f * r,
    g * j + h * m + i * p,
    g * k + h * n + i * q,
    g * l + h * o + i * r,
  ];
}

/** The way back. Undefined where a plane is seen edge on, so that nothing leads back to it. */
export function invertMatrix([a, b, c, d, e, f, g, h, i]: Matrix): Matrix | undefined {
  const [A, B, C] = [e * i - f * h, c * h - b * i, b * f - c * e];
  const determinant = a * A + d * B + g * C;
  if (Math.abs(determinant) < 1e-12) return undefined;
  return [
    A,
    B,
    C,
    f * g - d * i,
    a * i - c * g,
    c * d - a * f,
    d * h - e * g,
    b * g - a * h,
    a * e - b * d,
  ].map((part) => part / determinant) as unknown as Matrix;
}

/** A point through a matrix. */
export function mapPoint(
  [a, b, c, d, e, f, g, h, i]: Matrix,
  x: number,
  y: number,
): [number, number] {
  const w = Math.max(g * x + h * y + i, NEAREST);
  return [(a * x + b * y + c) / w, (d * x + e * y + f) / w];
}

/** The four corners of a figure's box in the scene, from its top left clockwise. */
export function boxCorners(
  motion: Motion,
  poses: Float64Array,
  figureIndex: number,
): [number, number][] {
  const matrix = poseMatrix(motion, poses, figureIndex);
  const width = Math.max(poses[motion.slot(figureIndex, "width")] as number, 0);
  const height = Math.max(poses[motion.slot(figureIndex, "height")] as number, 0);
  return [
    mapPoint(matrix, 0, 0),
    mapPoint(matrix, width, 0),
    mapPoint(matrix, width, height),
    mapPoint(matrix, 0, height),
  ];
}

/** Whether a figure shows its back: it has turned past its edge an odd number of times. */
export function isBackShown(turnX: number, turnY: number): boolean {
  return Math.cos(turnX * RADIANS) * Math.cos(turnY * RADIANS) < 0;
}

/** Where a figure's pivot is in the scene at a time. Its own turning and scaling leave it where it is. */
export function pivotAt(motion: Motion, figureIndex: number, t: number): [number, number] {
  const read = (channel: ChannelId) => motion.valueAt(figureIndex, channel, t);
  const x = read("x") + (read("pivotX") / 100) * Math.max(read("width"), 0);
  const y = read("y") + (read("pivotY") / 100) * Math.max(read("height"), 0);
  const parent = parentMatrixAt(motion, figureIndex, t);
  return parent === SAME ? [x, y] : mapPoint(parent, x, y);
}

/**
 * Where a figure's pivot is in the scene at every frame from `from` to `to` ms: x and y in turn.
 * Frame times are `from + i · 1000 / frameRate`, and `to` itself as the last one.
 */
export function pivotPath(
  motion: Motion,
  figureIndex: number,
  { from, to, frameRate }: { from: number; to: number; frameRate: number },
): Float64Array {
  const frame = 1000 / frameRate;
  const whole = Math.max(Math.ceil((to - from) / frame - 1e-9), 0);
  const points = new Float64Array(2 * (whole + 1));
  for (let i = 0; i <= whole; i++) {
    const t = i === whole ? to : from + i * frame;
    points.set(pivotAt(motion, figureIndex, t), 2 * i);
  }
  return points;
}
