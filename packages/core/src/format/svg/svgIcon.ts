import { Parser } from "htmlparser2";
import svgpath from "svgpath";
import { applyTransform } from "../../curve/index.ts";
import { bad, good, type Result } from "../../fault/index.ts";
import type { FigureLook, IconShape } from "../../study/index.ts";
import { isColor } from "../../value/index.ts";

/** The appearance of an icon figure. */
export type IconLook = Required<Pick<FigureLook, "box" | "shapes">>;

const LONGEST = 5_000_000;
const MOST_SHAPES = 500;
const LONGEST_PATH = 20_000;
const DEEPEST_NESTING = 200;
const HIDDEN = new Set(["defs", "clippath", "mask", "pattern", "symbol", "marker", "metadata"]);

/** The inherited paint. */
interface Paint {
  readonly fill: string;
  readonly stroke: string;
  readonly width: string;
  readonly transform: string | undefined;
}

/**
 * Reads an SVG document as the shapes of an icon: its paths and basic shapes with plain fills and strokes, transforms
 * applied. Only these are kept, as data, so nothing of the text can run or load later. `currentColor`, and shapes
 * without a color, use the figure's own color channel.
 */
export function readSvgIcon(text: string): Result<IconLook> {
  if (text.length > LONGEST)
    return bad(fault("icon-too-large", "The drawing is larger than 5 MB.", "Simplify it."));
  const shapes: IconShape[] = [];
  const stack: Paint[] = [];
  let box: [number, number, number, number] | undefined;
  let hidden = 0;
  let lost = 0;
  const isEnough = () => shapes.length >= MOST_SHAPES || lost >= MOST_SHAPES;
  const parser = new Parser(
    {
      onopentag: (tag, attributes) => {
        const name = tag.toLowerCase();
        if (HIDDEN.has(name)) hidden++;
        const above = stack.at(-1) ?? {
          fill: "color",
          stroke: "none",
          width: "1",
          transform: undefined,
        };
        const style = styleOf(attributes.style ?? "");
        const paint: Paint = {
          fill: style.fill ?? attributes.fill ?? above.fill,
          stroke: style.stroke ?? attributes.stroke ?? above.stroke,
          width: style["stroke-width"] ?? attributes["stroke-width"] ?? above.width,
          transform: attributes.transform,
        };
        stack.push(paint);
        if (name === "svg" && !box) box = boxOf(attributes);
        if (hidden > 0) return;
        const data = dataOf(name, attributes);
        if (data === undefined) return;
        // Checked before it is parsed: what is not kept should not cost anything either.
        const isTooMuch = isEnough() || data.length > 4 * LONGEST_PATH;
        const path = isTooMuch ? undefined : transformedPath(data, stack);
        if (!path || path.length > LONGEST_PATH) {
          lost++;
          return;
        }
        const fill = colorOf(paint.fill);
        const stroke = colorOf(paint.stroke);
        const width = Number.parseFloat(paint.width);
        if (!fill && !stroke) return;
        shapes.push({
          path,
          ...(fill ? { fill } : {}),
          ...(stroke
            ? { stroke, strokeWidth: Number.isFinite(width) && width >= 0 ? width : 1 }
            : {}),
        });
      },
      onclosetag: (tag) => {
        stack.pop();
        if (HIDDEN.has(tag.toLowerCase())) hidden--;
      },
    },
    { xmlMode: true },
  );
  for (let at = 0; at < text.length && stack.length < DEEPEST_NESTING && !isEnough(); at += 32_768)
    parser.write(text.slice(at, at + 32_768));
  if (stack.length < DEEPEST_NESTING) parser.end();
  if (shapes.length === 0)
    return bad(
      lost > 0
        ? fault("icon-too-complex", "No shape of this drawing can be kept.", "Simplify its paths.")
        : fault("no-shapes", "There is no shape in this text.", "Give an SVG with paths."),
    );
  const [left, top, width, height] = box ?? [0, 0, 24, 24];
  const moved =
    left === 0 && top === 0
      ? shapes
      : shapes.map((shape) => ({
          ...shape,
          path: svgpath(shape.path).translate(-left, -top).round(4).toString(),
        }));
  return good({ box: [width, height], shapes: moved });
}

function fault(code: string, message: string, cure: string) {
  return { code, path: "", message, cure };
}

/** The declarations of a style attribute; only simple ones are read. */
function styleOf(text: string): Record<string, string> {
  return Object.fromEntries(
    text.split(";").flatMap((part) => {
      const [name, value] = part.split(":");
      return name && value ? [[name.trim(), value.trim()]] : [];
    }),
  );
}

/**
 * A plain color, `color` for the figure's own, or undefined for none. Gradients and the like become the figure's own.
 */
function colorOf(text: string): string | undefined {
  if (text === "none" || text === "transparent") return undefined;
  if (text === "color" || text === "currentColor" || text.startsWith("url(")) return "color";
  return isColor(text) && text.length <= 100 ? text : "color";
}

function boxOf(
  attributes: Readonly<Record<string, string>>,
): [number, number, number, number] | undefined {
  const numbers = (attributes.viewBox ?? "").split(/[\s,]+/).map(Number);
  const [x, y, width, height] = numbers;
  if (
    numbers.length === 4 &&
    numbers.every(Number.isFinite) &&
    (width ?? 0) > 0 &&
    (height ?? 0) > 0
  )
    return [x ?? 0, y ?? 0, width ?? 24, height ?? 24];
  const [w, h] = [
    Number.parseFloat(attributes.width ?? ""),
    Number.parseFloat(attributes.height ?? ""),
  ];
  return w > 0 && h > 0 ? [0, 0, w, h] : undefined;
}

/** Path data with the transforms of its ancestors applied; undefined if it cannot be read. */
function transformedPath(data: string, stack: readonly Paint[]): string | undefined {
  let path = svgpath(data);
  for (const { transform } of [...stack].reverse())
    if (transform) path = applyTransform(path, transform);
  const { err } = path as unknown as { readonly err: string };
  if (err !== "") return undefined;
  const text = path.round(4).toString();
  return text === "" ? undefined : text;
}

/** The path data of an element; undefined if it is not a shape. */
function dataOf(name: string, attributes: Readonly<Record<string, string>>): string | undefined {
  const read = (key: string) => Number.parseFloat(attributes[key] ?? "0") || 0;
  if (name === "path") return attributes.d;
  if (name === "line") return `M${read("x1")} ${read("y1")}L${read("x2")} ${read("y2")}`;
  if (name === "polyline" || name === "polygon")
    return attributes.points ? `M${attributes.points}${name === "polygon" ? "Z" : ""}` : undefined;
  if (name === "circle" || name === "ellipse") {
    const rx = name === "circle" ? read("r") : read("rx");
    const ry = name === "circle" ? rx : read("ry");
    const [cx, cy] = [read("cx"), read("cy")];
    return rx > 0 && ry > 0
      ? `M${cx - rx} ${cy}A${rx} ${ry} 0 1 0 ${cx + rx} ${cy}A${rx} ${ry} 0 1 0 ${cx - rx} ${cy}Z`
      : undefined;
  }
  if (name !== "rect") return undefined;
  const [x, y, w, h] = [read("x"), read("y"), read("width"), read("height")];
  if (!(w > 0 && h > 0)) return undefined;
  const r = Math.min(read("rx") || read("ry"), w / 2, h / 2);
  return r > 0
    ? `M${x + r} ${y}H${x + w - r}A${r} ${r} 0 0 1 ${x + w} ${y + r}V${y + h - r}A${r} ${r} 0 0 1 ${x + w - r} ${y + h}H${x + r}A${r} ${r} 0 0 1 ${x} ${y + h - r}V${y + r}A${r} ${r} 0 0 1 ${x + r} ${y}Z`
    : `M${x} ${y}H${x + w}V${y + h}H${x}Z`;
}
