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

/** A path found in a drawing, fitted to the unit square of a curve. It may still run back in time. */
export interface Drawing {
  /** Its id in the drawing, or its index. */
  readonly name: string;
  readonly curve: PathCurve;
  /** Whether it runs back in time, so that it has to be untangled first. */
  readonly tangled: boolean;
}

/** The longest SVG document that is searched, in UTF-16 units. */
const LONGEST_SVG = 6_000_000;
/** The most paths offered: a drawing may contain thousands of strokes, and nobody chooses among more than this. */
const MOST_DRAWINGS = 200;

/** Elements whose contents are not drawn where they stand. */
const HIDDEN = new Set(["defs", "clippath", "mask", "pattern", "symbol", "marker", "metadata"]);

/**
 * Finds the paths of an SVG document or fragment, or of bare path data, and fits each to the unit square of a curve:
 * time from 0 at its first point to 1 at its last, value from 0 to 1, or with the highest point at 1 if both ends have
 * one height. Lines and polylines count; transforms are applied. Only these attributes of the text are read: nothing
 * in it runs or loads.
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

/** The deepest nesting that is read; the parser's time would grow with its square. */
const DEEPEST_NESTING = 500;
/** The size of the pieces in which text is parsed, so that parsing can stop early. */
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
  const goesOn = () => transforms.length < DEEPEST_NESTING && strokes.length < MOST_DRAWINGS;
  for (let at = 0; at < text.length && goesOn(); at += PIECE)
    parser.write(text.slice(at, at + PIECE));
  if (transforms.length < DEEPEST_NESTING) parser.end();
  return strokes;
}

/** The path data of an element; undefined if it is not a line. */
function dataOf(name: string, attributes: Readonly<Record<string, string>>): string | undefined {
  const { d, points, x1 = "0", y1 = "0", x2 = "0", y2 = "0" } = attributes;
  if (name === "path") return d;
  if ((name === "polyline" || name === "polygon") && points)
    return `M ${points} ${name === "polygon" ? "Z" : ""}`;
  return name === "line" ? `M ${x1} ${y1} L ${x2} ${y2}` : undefined;
}

/** Fits a subpath to the unit square; undefined if it has no width to serve as time. */
function fitSquare(subpath: Subpath): PathCurve | undefined {
  let points = subpath.points;
  // The line that closes a shape returns to the start and is not part of a motion.
  if (subpath.closed) points = points.slice(0, -1);
  let [first, last] = [points[0], points.at(-1)];
  if (!first || !last || first.x === last.x) return undefined;
  if (last.x < first.x) {
    // Drawn from right to left: the same line, read in reverse.
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
      // The ends are set exactly, because the division rounds.
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

/** The height that becomes the value 1; y points down in drawings, so it is negative for rising curves. */
function heightOf(points: readonly PathPoint[], first: PathPoint, last: PathPoint): number {
  const ys = segmentsOf(points).flatMap(ordinates);
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const way = last.y - first.y;
  if (Math.abs(way) > 1e-6 * (bottom - top)) return way;
  if (first.y - top > 1e-9 * (bottom - top)) return top - first.y;
  return bottom > first.y ? first.y - bottom : 1;
}

/** The values at which a piece may be highest: its ends, and where dy/dt is 0. */
function ordinates({ from, out, in: before, to }: ReturnType<typeof segmentsOf>[number]): number[] {
  const [a, b, c, d] = [from.y, out.y, before.y, to.y];
  return [a, d, ...bezierTurns(a, b, c, d).map((t) => bezierCoordinate(a, b, c, d, t))];
}
