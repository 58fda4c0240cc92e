import svgpath from "svgpath";
import { bad, type Fault, good, type Result } from "../fault/index.ts";
import type { PathPoint, Place } from "./curve.ts";
import { MOST_POINTS } from "./mostPoints.ts";
import { applyTransform } from "./svgTransform.ts";

/** The longest path data that is parsed, in UTF-16 units; MOST_POINTS full ones need less. */
const LONGEST_DATA = 300_000;

/** One stretch of a drawing between two moves, in the drawing's own coordinates (y down in SVG). */
export interface Subpath {
  readonly points: readonly PathPoint[];
  /** Whether the last line was added by closing the subpath. */
  readonly closed: boolean;
}

/**
 * Reads SVG path data (SVG 2, chapter 9): all commands, absolute and relative; arcs and quadratic
 * pieces become cubic ones. Every move begins a subpath; closing adds the straight way back.
 *
 * @param transform SVG transform lists to apply, the innermost first
 */
export function readPathData(
  data: string,
  transform: readonly string[] = [],
): Result<readonly Subpath[]> {
  if (data.length > LONGEST_DATA)
    return bad(
      pathFault("path-too-long", LONGEST_DATA, "The path is too long.", "Simplify the drawing."),
    );
  let path = svgpath(data);
  for (const each of transform) path = applyTransform(path, each);
  const problem = (path as unknown as { readonly err: string }).err;
  if (problem !== "") return bad(describe(problem, data));
  const subpaths: PathPoint[][] = [];
  const closed = new Set<PathPoint[]>();
  let points: PathPoint[] = [];
  let count = 0;
  let broken = false;
  const add = (out: Place | undefined, before: Place | undefined, to: Place) => {
    const last = points.at(-1);
    if (!last) return;
    if (out) points[points.length - 1] = { ...last, out };
    points.push(before ? { ...to, in: before } : to);
    count++;
    if (!Number.isFinite(to.x) || !Number.isFinite(to.y)) broken = true;
  };
  path
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _, x, y) => {
      if (count > MOST_POINTS) return;
      switch (segment[0]) {
        case "M":
          points = [{ x: segment[1], y: segment[2] }];
          subpaths.push(points);
          break;
        case "L":
          add(undefined, undefined, { x: segment[1], y: segment[2] });
          break;
        case "H":
          add(undefined, undefined, { x: segment[1], y });
          break;
        case "V":
          add(undefined, undefined, { x, y: segment[1] });
          break;
        case "Q": {
          // A quadratic piece as a cubic one: control points two thirds of the way to its own.
          const [, qx, qy, tx, ty] = segment;
          add(
            { x: x + (2 / 3) * (qx - x), y: y + (2 / 3) * (qy - y) },
            { x: tx + (2 / 3) * (qx - tx), y: ty + (2 / 3) * (qy - ty) },
            { x: tx, y: ty },
          );
          break;
        }
        case "C": {
          const [, x1, y1, x2, y2, tx, ty] = segment;
          const straight = x1 === x && y1 === y && x2 === tx && y2 === ty;
          const out = x1 === x && y1 === y ? undefined : { x: x1, y: y1 };
          const before = x2 === tx && y2 === ty ? undefined : { x: x2, y: y2 };
          add(straight ? undefined : out, straight ? undefined : before, { x: tx, y: ty });
          break;
        }
        default: {
          const first = points[0];
          const last = points.at(-1);
          if (first && last && (first.x !== last.x || first.y !== last.y)) {
            closed.add(points);
            add(undefined, undefined, { x: first.x, y: first.y });
          }
          // Commands after a close continue from this subpath's first point.
          if (first) {
            points = [{ x: first.x, y: first.y }];
            subpaths.push(points);
          }
        }
      }
    }, true);
  if (count > MOST_POINTS)
    return bad(
      pathFault(
        "too-many-points",
        data.length,
        `The path has more than ${MOST_POINTS} points.`,
        "Simplify the drawing.",
      ),
    );
  if (broken)
    return bad(
      pathFault("number-too-large", 0, "A coordinate is too large.", "Draw it at a usual size."),
    );
  const drawn = subpaths.filter((each) => each.length > 1);
  if (drawn.length === 0)
    return bad(
      pathFault("empty-path", data.length, "The path draws nothing.", "Add a line or a curve."),
    );
  return good(drawn.map((each) => ({ points: each, closed: closed.has(each) })));
}

function pathFault(code: string, at: number, message: string, cure: string): Fault {
  return { code, path: "", at, message, cure };
}

/** The parser's message, "SvgPath: missed param (at pos 12)", as a fault. */
function describe(problem: string, data: string): Fault {
  const found = /^SvgPath: (.*?)(?: \(at pos (\d+)\))?$/.exec(problem);
  const at = Math.min(Number(found?.[2] ?? 0), data.length);
  return pathFault(
    "broken-path",
    at,
    `The path data cannot be read: ${found?.[1] ?? problem}.`,
    'Begin with "M" and give every command its numbers, such as "M 0 0 C 0.3 0 0.2 1 1 1".',
  );
}
