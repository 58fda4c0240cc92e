import { Parser } from "htmlparser2";
import {
  backStretches,
  bezierCoordinate,
  bezierTurns,
  type PathCurve,
  type PathPoint,
  type Place,
  readPathData,
  type Subpath,
  segmentsOf,
} from "../../curve/index.ts";
import { bad, type Fault, good, type Result } from "../../fault/index.ts";

/** A path found in a drawing, fitted into a curve's square. It may still run back in time. */
export interface Drawing {
  /** Its id in the drawing, or which one it is. */
  readonly name: string;
  readonly curve: PathCurve;
  /** Whether it runs back in time, so that it has to be untangled first. */
  readonly tangled: boolean;
}

/** The longest SVG document that is searched, in UTF-16 units. */
const LONGEST_SVG = 6_000_000;
/** A drawing may hold thousands of strokes; nobody chooses among more than this. */
const MOST_DRAWINGS = 200;

/** What is inside of these is not drawn where it stands. */
const HIDDEN = new Set(["defs", "clippath", "mask", "pattern", "symbol", "marker", "metadata"]);

/**
 * Searches an SVG document or fragment, or bare path data, for paths and fits each into a curve's square:
 * time from 0 at its first point to 1 at its last, value from 0 to 1, or the highest point at 1 where
 * both have one height. Lines and polylines count; transforms are applied. The text is only read for
 * these attributes: nothing of it runs or loads.
 */
export function readDrawing(text: string): Result<readonly Drawing[]> {
  if (text.length > LONGEST_SVG)
    return bad(
      drawingFault("drawing-too-large", "The drawing is larger than 6 MB.", "Simplify it."),
    );
  const strokes = /<\s*[a-z!?]/i.test(text)
    ? findStrokes(text)
    : [{ name: "path", data: text, transform: [] }];
  if (strokes.length === 0)
    return bad(
      drawingFault("no-paths", "There is no path in this drawing.", "Draw the curve as a path."),
    );
  const drawings: Drawing[] = [];
  const faults: Fault[] = [];
  for (const { name, data, transform } of strokes) {
    const read = readPathData(data, transform);
    if (!read.ok) {
      faults.push(
        ...read.faults.map((fault) => ({ ...fault, path: strokes.length > 1 ? name : "" })),
      );
      continue;
    }
    for (const [i, subpath] of read.value.entries()) {
      const curve = fitSquare(subpath);
      const title = read.value.length > 1 ? `${name}, part ${i + 1}` : name;
      if (!curve)
        faults.push({
          ...drawingFault(
            "no-time",
            "The path begins and ends at the same place from left to right.",
            "Draw it from left to right: that is time.",
          ),
          path: strokes.length > 1 || read.value.length > 1 ? title : "",
        });
      else if (drawings.length < MOST_DRAWINGS)
        drawings.push({ name: title, curve, tangled: backStretches(curve.points).length > 0 });
    }
  }
  return drawings.length > 0 ? good(drawings) : { ok: false, faults };
}

function drawingFault(code: string, message: string, cure: string): Fault {
  return { code, path: "", at: 0, message, cure };
}

interface Stroke {
  readonly name: string;
  readonly data: string;
  /** Transform lists, the innermost first. */
  readonly transform: readonly string[];
}

/** Elements nested deeper than this are no drawing; the parser's time would grow with their square. */
const DEEPEST = 500;
/** Read in pieces of this size, so that reading can stop. */
const PIECE = 32_768;

function findStrokes(text: string): Stroke[] {
  const strokes: Stroke[] = [];
  const transforms: (string | undefined)[] = [];
  let hidden = 0;
  const parser = new Parser(
    {
      onopentag: (tag, attributes) => {
        const name = tag.toLowerCase();
        transforms.push(attributes.transform);
        if (HIDDEN.has(name)) hidden++;
        const data = hidden > 0 ? undefined : dataOf(name, attributes);
        if (data === undefined || strokes.length >= MOST_DRAWINGS) return;
        const title = attributes.id?.slice(0, 60) || `path ${strokes.length + 1}`;
        const transform = transforms.filter((each) => each !== undefined).reverse();
        strokes.push({ name: title, data, transform });
      },
      onclosetag: (tag) => {
        transforms.pop();
        if (HIDDEN.has(tag.toLowerCase())) hidden--;
      },
    },
    { xmlMode: true },
  );
  for (let at = 0; at < text.length && transforms.length < DEEPEST; at += PIECE)
    parser.write(text.slice(at, at + PIECE));
  if (transforms.length < DEEPEST) parser.end();
  return strokes;
}

/** The path data of an element, for those that are lines. */
function dataOf(name: string, attributes: Readonly<Record<string, string>>): string | undefined {
  const { d, points, x1 = "0", y1 = "0", x2 = "0", y2 = "0" } = attributes;
  if (name === "path") return d;
  if ((name === "polyline" || name === "polygon") && points)
    return `M ${points} ${name === "polygon" ? "Z" : ""}`;
  return name === "line" ? `M ${x1} ${y1} L ${x2} ${y2}` : undefined;
}

/** Fits a subpath into a curve's square; undefined if it has no width to be time. */
function fitSquare(subpath: Subpath): PathCurve | undefined {
  let points = subpath.points;
  // The line that closes a shape leads back to the start; it is not part of a motion.
  if (subpath.closed) points = points.slice(0, -1);
  let [first, last] = [points[0], points.at(-1)];
  if (!first || !last || first.x === last.x) return undefined;
  if (last.x < first.x) {
    // Drawn from right to left: the same line, read the other way round.
    points = [...points].reverse().map(mirrored);
    [first, last] = [last, first];
  }
  const width = last.x - first.x;
  const [x0, y0] = [first.x, first.y];
  const height = heightOf(points, first, last);
  const fit = ({ x, y }: Place): Place => ({ x: (x - x0) / width, y: (y - y0) / height + 0 });
  return {
    kind: "path",
    points: points.map((point, i) => ({
      // The ends exactly, whatever the division says.
      ...(i === 0
        ? { x: 0, y: 0 }
        : i === points.length - 1
          ? { ...fit(point), x: 1 }
          : fit(point)),
      ...(point.in && i > 0 ? { in: fit(point.in) } : {}),
      ...(point.out && i < points.length - 1 ? { out: fit(point.out) } : {}),
    })),
  };
}

function mirrored({ x, y, in: before, out }: PathPoint): PathPoint {
  return { x, y, ...(out ? { in: out } : {}), ...(before ? { out: before } : {}) };
}

/** What stands for one whole way in value; y runs down in drawings, and dividing by it turns that round. */
function heightOf(points: readonly PathPoint[], first: PathPoint, last: PathPoint): number {
  const ys = segmentsOf(points).flatMap(ordinates);
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const way = last.y - first.y;
  if (Math.abs(way) > 1e-6 * (bottom - top)) return way;
  if (first.y - top > 1e-9 * (bottom - top)) return top - first.y;
  return bottom > first.y ? first.y - bottom : 1;
}

/** The heights of a piece where it may be highest: its ends, and where dy/dt is 0. */
function ordinates({ from, out, in: before, to }: ReturnType<typeof segmentsOf>[number]): number[] {
  const [a, b, c, d] = [from.y, out.y, before.y, to.y];
  return [a, d, ...bezierTurns(a, b, c, d).map((t) => bezierCoordinate(a, b, c, d, t))];
}
